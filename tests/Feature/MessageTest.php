<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Edits\SetCost;
use App\Catalogue\Imports\ImportColumns;
use App\Support\Messages\Catalogue;
use App\Support\Messages\FieldErrors;
use App\Support\Messages\Message;
use Illuminate\Support\Facades\Validator;
use Illuminate\Validation\ValidationException;
use PhpParser\Node;
use PhpParser\NodeFinder;
use PhpParser\ParserFactory;
use PHPUnit\Framework\Attributes\DataProvider;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;
use SplFileInfo;
use Tests\TestCase;
use Wrasse\Core\Trail\Message as Phrased;
use Wrasse\Core\Trail\Phrase;

final class MessageTest extends TestCase
{
    public function test_it_is_kept_in_a_column_and_read_back_with_all_that_is_in_it(): void
    {
        $message = Message::of(
            'feed_retried',
            problem: Message::of('channel_not_found', channel: 'Quayside', reason: Message::of('rule_none')),
        );
        self::assertEquals($message, Message::fromStored($message->stored()));
        self::assertSame(
            'Quayside was not found. The listing is on no rule. Tried again by itself.',
            (string) Message::fromStored($message->stored()),
        );
    }

    public function test_a_step_of_a_decision_can_stand_in_it(): void
    {
        $message = Message::of('decided_again', step: new Phrased(Phrase::MoveCapped, ['percent' => '5']));
        self::assertEquals($message, Message::fromStored($message->stored()));
        self::assertSame('Decided again. Not more than 5 % at once.', (string) $message);
    }

    public function test_what_another_system_said_stays_as_it_is(): void
    {
        foreach (['price under the limit', '{"code": 7', '[1]', '{n, plural,', 'null', '7'] as $text) {
            self::assertSame($text, (string) Message::fromStored($text));
            self::assertSame($text, (string) Message::fromStored(Message::quoting($text)->stored()));
        }
    }

    public function test_numbers_and_plurals_are_as_english_has_them(): void
    {
        self::assertSame('The file has more than 20,000 lines. Split it.', (string) Message::of('rates_file_too_long', most: 20_000));
        self::assertSame('Too many tries. Wait 1 second and try again.', (string) Message::of('sign_in_too_many_tries', seconds: 1));
    }

    /** Every place that says something: with exactly the values that its message has. */
    public function test_every_message_of_the_server_is_in_the_catalogue_with_its_values(): void
    {
        $said = [];
        foreach ($this->calls() as [$file, $call]) {
            [$code] = $call->args;
            if (! $code instanceof Node\Arg || ! $code->value instanceof Node\Scalar\String_) {
                continue;
            }
            $values = [];
            foreach (array_slice($call->args, 1) as $arg) {
                self::assertInstanceOf(Node\Arg::class, $arg);
                $values[] = (string) $arg->name;
            }
            $said[$code->value->value] = true;
            self::assertSame([], $this->wrong($code->value->value, $values), "{$file}: {$code->value->value}");
        }
        self::assertGreaterThan(150, count($said));
        $composed = '/^(field|named|amount|gtin|invalid|problem|quoted|report|listed|changed_on|changed_off)(_|$)/';
        self::assertSame([], preg_grep($composed, array_keys(array_diff_key($this->patterns(), $said)), PREG_GREP_INVERT));
    }

    public function test_every_column_and_cost_has_a_name(): void
    {
        $fields = [...array_keys(ImportColumns::TEXTS), ...array_diff(ImportColumns::LISTING, ['stock']), 'gtin'];
        foreach ([...$fields, 'cost_currency', ...array_keys(SetCost::FIELDS)] as $field) {
            self::assertTrue(Catalogue::english()->has("field_{$field}"), $field);
        }
        foreach (array_keys(SetCost::FIELDS) as $field) {
            self::assertTrue(Catalogue::english()->has("named_{$field}"), $field);
        }
    }

    /** @return array<string, array{mixed, list<mixed>, string, string}> */
    public static function fieldErrors(): array
    {
        return [
            'missing' => ['', ['required'], 'invalid_required', 'This is needed.'],
            'too long a text' => ['abc', ['string', 'max:1'], 'invalid_max_text', 'At most 1 character.'],
            'too large a number' => [4_000, ['integer', 'max:1200'], 'invalid_max_number', 'At most 1,200.'],
            'a range' => [9, ['integer', 'between:1,4'], 'invalid_between_number', 'Between 1 and 4.'],
            'no choice' => ['x', ['in:a,b'], 'invalid_in', 'This is none of the choices.'],
        ];
    }

    /** @param  list<mixed>  $rules */
    #[DataProvider('fieldErrors')]
    public function test_what_the_validator_says_has_a_code(mixed $value, array $rules, string $code, string $text): void
    {
        try {
            Validator::make(['field' => $value], ['field' => $rules])->validate();
            self::fail();
        } catch (ValidationException $e) {
            $message = FieldErrors::of($e)['field'][0];
            self::assertSame([$code, $text], [$message->code, (string) $message]);
        }
    }

    public function test_words_of_our_own_take_the_place_of_those_of_the_validator(): void
    {
        try {
            Validator::make(
                ['a' => 'x'],
                ['a' => ['integer'], 'b' => ['required']],
                ['b.required' => Message::of('name_missing')->stored()],
            )->validate();
            self::fail();
        } catch (ValidationException $e) {
            $errors = array_map(fn (array $of) => $of[0]->code, FieldErrors::of($e));
            self::assertSame(['a' => 'invalid_integer', 'b' => 'name_missing'], $errors);
        }
    }

    /**
     * @param  list<string>  $values
     * @return list<string>
     */
    private function wrong(string $code, array $values): array
    {
        $pattern = $this->patterns()[$code] ?? null;
        if ($pattern === null) {
            return ['it is not in the catalogue'];
        }
        $text = Catalogue::english()->say($code, array_fill_keys($values, 1));
        $lacking = preg_match('/\{\w+\}/', $text, $name) === 1 ? ["it lacks {$name[0]}"] : [];
        $idle = array_filter($values, fn (string $value) => preg_match("/\{{$value}[,}]/", $pattern) !== 1);

        return [...$lacking, ...array_values($idle)];
    }

    /** @return array<string, string> */
    private function patterns(): array
    {
        return json_decode((string) file_get_contents(resource_path('js/messages/en/server.json')), true);
    }

    /** @return iterable<array{string, Node\Expr\StaticCall}> */
    private function calls(): iterable
    {
        $parser = (new ParserFactory())->createForHostVersion();
        foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator(app_path())) as $file) {
            if (! $file instanceof SplFileInfo || $file->getExtension() !== 'php') {
                continue;
            }
            $statements = $parser->parse((string) file_get_contents($file->getPathname())) ?? [];
            foreach ((new NodeFinder())->findInstanceOf($statements, Node\Expr\StaticCall::class) as $call) {
                if (
                    $call->class instanceof Node\Name &&
                    in_array($call->class->toString(), ['Message', 'self'], true) &&
                    $call->name instanceof Node\Identifier &&
                    $call->name->toString() === 'of' &&
                    ($call->class->toString() === 'Message' || str_ends_with($file->getPathname(), 'Messages/Message.php'))
                ) {
                    yield [$file->getFilename(), $call];
                }
            }
        }
    }
}
