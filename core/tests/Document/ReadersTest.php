<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Document;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Document\InvalidDocument;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RequestReader;

final class ReadersTest extends TestCase
{
    private const REQUEST = [
        'now' => '2026-03-02T09:00:00Z',
        'listing' => ['sku' => 'KC-1001', 'currency' => 'EUR', 'seller' => 'us', 'price' => '24.90', 'cost' => '11.20'],
        'limits' => ['floor' => [['kind' => 'margin', 'percent' => '12']], 'ceiling' => [['kind' => 'amount', 'amount' => '40.00']]],
        'offers' => [['seller' => 'r', 'price' => '20.00']],
        'rule' => ['version' => 1, 'kind' => 'competitive', 'reference' => ['of' => 'lowest']],
    ];

    /** @return array<string, array{list<string|int>, mixed, string}> where, what, the path that is named */
    public static function wrong(): array
    {
        return [
            'unknown field' => [['listing', 'prise'], '1', '$.listing.prise'],
            'no price' => [['listing', 'price'], null, '$.listing.price'],
            'price zero' => [['listing', 'price'], '0.00', '$.listing.price'],
            'a number for an amount' => [['listing', 'price'], 24.9, '$.listing.price'],
            'too many digits' => [['listing', 'price'], '24.905', '$.listing.price'],
            'like NaN' => [['offers', 0, 'price'], 'NaN', '$.offers[0].price'],
            'negative' => [['listing', 'cost'], '-1.00', '$.listing.cost'],
            'too large' => [['listing', 'cost'], '10000000000.00', '$.listing.cost'],
            'unknown currency' => [['listing', 'currency'], 'ZZZ', '$.listing.currency'],
            'no time' => [['now'], 'yesterday', '$.now'],
            'no such day' => [['now'], '2026-13-45T09:00:00Z', '$.now'],
            'offers no list' => [['offers'], ['seller' => 'r'], '$.offers'],
            'margin of 100' => [['limits', 'floor', 0, 'percent'], '100', '$.limits.floor[0].percent'],
            'unknown term' => [['limits', 'floor', 0, 'kind'], 'luck', '$.limits.floor[0].kind'],
            'stock no number' => [['listing', 'stock'], '14', '$.listing.stock'],
            'unknown rule kind' => [['rule', 'kind'], 'magic', '$.rule.kind'],
            'unknown version' => [['rule', 'version'], 2, '$.rule.version'],
            'below by 100 percent' => [['rule', 'position'], ['move' => 'below', 'percent' => '100'], '$.rule.position.percent'],
            'below by two things' => [['rule', 'position'], ['move' => 'below', 'percent' => '1', 'amount' => '1.00'], '$.rule.position'],
            'below by nothing' => [['rule', 'position'], ['move' => 'below'], '$.rule.position'],
            'match by something' => [['rule', 'position'], ['move' => 'match', 'percent' => '1'], '$.rule.position'],
            'empty condition list' => [['rule', 'field'], ['condition' => []], '$.rule.field.condition'],
            'rating as number' => [['rule', 'field'], ['min_rating_percent' => 90], '$.rule.field.min_rating_percent'],
            'fee over 100' => [['fees'], [['kind' => 'percent', 'percent' => '101']], '$.fees[0].percent'],
            'tax over 100' => [['tax'], ['percent' => '100.5'], '$.tax.percent'],
        ];
    }

    /** @param  list<string|int>  $where */
    #[DataProvider('wrong')]
    public function test_names_where_it_is_wrong(array $where, mixed $what, string $path): void
    {
        $request = self::REQUEST;
        $at = &$request;
        foreach ($where as $key) {
            if (! is_array($at)) {
                self::fail('The case does not fit the request.');
            }
            $at = &$at[$key];
        }
        $at = $what;
        unset($at);
        try {
            (new RequestReader)->read(Node::of($request));
            self::fail('It was read.');
        } catch (InvalidDocument $e) {
            self::assertSame($path, $e->path);
            self::assertNotSame('', $e->expected);
        }
    }

    public function test_defaults(): void
    {
        $read = (new RequestReader)->read(Node::of(self::REQUEST));
        self::assertSame(['new', 'merchant', null, 0], [$read->listing->condition, $read->listing->fulfilment, $read->listing->stock, $read->listing->earnings->shipping]);
        self::assertTrue($read->offers->groups[0]->offers[0]->inStock);
        self::assertNull($read->offers->groups[0]->offers[0]->rating);
    }

    public function test_the_command_answers_line_by_line(): void
    {
        $good = json_encode(self::REQUEST, JSON_THROW_ON_ERROR);
        $bad = str_replace('"KC-1001"', '7', $good);
        [$exit, $out, $err] = $this->decide("{$good}\n{$bad}\n{$good}\n");
        self::assertSame(2, $exit);
        self::assertCount(2, explode("\n", trim($out)));
        self::assertSame('line 2: $.listing.sku: expected a text', trim($err));

        [$exit, $out, $err] = $this->decide(json_encode(self::REQUEST, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT));
        self::assertSame([0, ''], [$exit, $err]);
        self::assertSame('20.00', json_decode($out, true, 16, JSON_THROW_ON_ERROR)['price'] ?? null);
    }

    /** @return array{int, string, string} */
    private function decide(string $input): array
    {
        $process = proc_open([PHP_BINARY, __DIR__.'/../../../bin/wrasse', 'decide'], [['pipe', 'r'], ['pipe', 'w'], ['pipe', 'w']], $pipes);
        self::assertIsResource($process);
        fwrite($pipes[0], $input);
        fclose($pipes[0]);
        $out = (string) stream_get_contents($pipes[1]);
        $err = (string) stream_get_contents($pipes[2]);

        return [proc_close($process), $out, $err];
    }
}
