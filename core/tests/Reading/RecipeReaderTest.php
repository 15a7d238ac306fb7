<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Reading;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Document\InvalidDocument;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RecipeReader;
use Wrasse\Core\Reading\Data\Availability;
use Wrasse\Core\Reading\Html\HtmlPage;

/** Recipes: what is wrong in one is said at its place, and what each step does. */
final class RecipeReaderTest extends TestCase
{
    private const PAGE = '<ul><li>a</li><li data-p=" 7 ">b <b>c</b></li></ul><script>x</script><script>var p = {"s": "}", "v": [{"m": 1.5}]}; more</script>';

    /** @return array<string, array{array<string, mixed>, string}> */
    public static function wrong(): array
    {
        $price = fn (mixed ...$steps): array => ['version' => 1, 'fields' => ['price' => $steps]];

        return [
            'another version' => [['version' => 2, 'fields' => ['price' => [['text' => true]]]], '$.version'],
            'an unknown field' => [['version' => 1, 'fields' => ['colour' => [['text' => true]]]], '$.fields.colour'],
            'an empty chain' => [$price(), '$.fields.price'],
            'an unknown step' => [$price(['jump' => 1]), '$.fields.price[0]'],
            'a bad selector' => [$price(['select' => 'p[[']), '$.fields.price[0].select'],
            'an nth that is no integer' => [$price(['select' => 'p', 'nth' => '1']), '$.fields.price[0].nth'],
            'a bad path' => [$price(['text' => true], ['json' => 'a[?']), '$.fields.price[1].json'],
            'a bad pattern' => [$price(['text' => true], ['match' => '(']), '$.fields.price[1].match'],
            'a long pattern' => [$price(['match' => str_repeat('a', 1_001)]), '$.fields.price[0].match'],
            'a replacement without a text' => [$price(['replace' => 'a']), '$.fields.price[0].with'],
            'an unknown kind' => [$price(['as' => 'money']), '$.fields.price[0].as'],
            'words beside a kind without any' => [$price(['as' => 'text', 'in_stock' => ['a']]), '$.fields.price[0].in_stock'],
        ];
    }

    /** @param  array<string, mixed>  $recipe */
    #[DataProvider('wrong')]
    public function test_what_is_wrong_is_said_at_its_place(array $recipe, string $path): void
    {
        try {
            (new RecipeReader)->read(Node::of($recipe));
            self::fail('not refused');
        } catch (InvalidDocument $e) {
            self::assertSame($path, $e->path);
        }
    }

    /** @return array<string, array{list<array<string, mixed>>, string|null}> */
    public static function chains(): array
    {
        return [
            'the first of several' => [[['select' => 'li']], 'a'],
            'from the end' => [[['select' => 'li', 'nth' => -1], ['text' => true]], 'b c'],
            'within the last element' => [[['select' => 'ul'], ['select' => 'b']], 'c'],
            'not there' => [[['select' => 'li', 'nth' => 5], ['text' => true]], null],
            'an attribute' => [[['select' => 'li', 'nth' => 1], ['attribute' => 'data-p']], '7'],
            'an attribute of a text' => [[['text' => true], ['attribute' => 'data-p']], null],
            'a path through a script' => [[['script' => 'var p'], ['json' => 'v[0].m']], '1.5'],
            'a function that is given something else' => [[['script' => 'var p'], ['json' => 'length(v[0].m)']], null],
            'a group' => [[['text' => true], ['match' => 'b (.)']], 'c'],
            'all of a match' => [[['text' => true], ['match' => 'b .']], 'b c'],
            'everywhere' => [[['text' => true], ['replace' => '\s+', 'with' => '-']], 'a-b-c'],
            'a pattern that runs away' => [[['text' => true], ['replace' => '^.*$', 'with' => 'aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa!'], ['match' => '^(a+)+$']], null],
        ];
    }

    /** @param  list<array<string, mixed>>  $chain */
    #[DataProvider('chains')]
    public function test_each_step_takes_what_the_one_before_gave(array $chain, ?string $text): void
    {
        $recipe = (new RecipeReader)->read(Node::of(['version' => 1, 'fields' => ['name' => $chain]]));
        self::assertSame($text, $recipe->of('name', HtmlPage::parse(self::PAGE), null, null)->text());
    }

    /** The members of ItemAvailability, https://schema.org/ItemAvailability (from memory). */
    public function test_every_term_of_availability_is_known(): void
    {
        $terms = [
            'BackOrder' => 'backorder', 'Discontinued' => 'discontinued', 'InStock' => 'in_stock', 'InStoreOnly' => 'out_of_stock',
            'LimitedAvailability' => 'limited', 'MadeToOrder' => 'backorder', 'OnlineOnly' => 'in_stock', 'OutOfStock' => 'out_of_stock',
            'PreOrder' => 'preorder', 'PreSale' => 'preorder', 'Reserved' => 'out_of_stock', 'SoldOut' => 'out_of_stock',
        ];
        foreach ($terms as $term => $availability) {
            foreach ([$term, "https://schema.org/{$term}", "http://schema.org/{$term}", "schema:{$term}", strtolower($term)] as $written) {
                self::assertSame($availability, Availability::ofTerm($written)->value, $written);
            }
        }
    }
}
