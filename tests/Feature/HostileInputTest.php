<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Events\Cause;
use App\Pricing\Actions\DecideListings;
use App\Pricing\Models\Run;
use App\Publishing\Models\PriceChange;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Exceptions;
use Illuminate\Support\Facades\Http;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use stdClass;
use Tests\TestCase;

/**
 * Whatever is sent to a call of the API, in whatever place: it is answered, or refused in words, and never goes wrong
 * on our side.
 */
final class HostileInputTest extends TestCase
{
    /** Streams are served by a process of their own. */
    private const STREAMS = ['GET /api/v1/events'];

    /** @var array<string, string> by the path they are in */
    private array $ids = [];

    protected function setUp(): void
    {
        parent::setUp();
        $this->openTransactions = 2;
        Http::fake(['*' => Http::response([])]);
        $this->withoutMiddleware(\Illuminate\Routing\Middleware\ThrottleRequests::class);
        $this->user->refresh();
        $rule = $this->rule('Under');
        $listing = $this->listing('KC-1', ['rule_id' => $rule->id], offers: [['seller' => 'r', 'price' => '20.00']]);
        $run = Run::query()->create([
            'rule_id' => $rule->id,
            'cause' => 'hand',
            'state' => 'released',
            'total' => 1,
            'done' => 1,
            'outcomes' => [],
            'started_at' => now(),
            'finished_at' => now(),
        ]);
        app(DecideListings::class)->handle($this->workspace, [$listing->id], Cause::Market);
        $this->ids = [
            'listings' => (string) $listing->id,
            'rules' => (string) $rule->id,
            'runs' => (string) $run->id,
            'changes' => (string) PriceChange::query()->value('id'),
            'channels' => (string) $this->channel->id,
            'imports' => '01900000-0000-7000-8000-000000000000',
            'batches' => '01900000-0000-7000-8000-000000000000',
        ];
    }

    /** @return iterable<string, array{string, string, array<string, mixed>}> */
    public static function calls(): iterable
    {
        /** @var array<string, mixed> $document */
        $document = json_decode((string) file_get_contents(__DIR__.'/../../docs/openapi.json'), true);
        foreach ($document['paths'] as $path => $operations) {
            foreach ($operations as $method => $operation) {
                $call = strtoupper($method)." {$path}";
                if (! in_array($call, self::STREAMS, true)) {
                    yield $call => [strtoupper($method), $path, $operation];
                }
            }
        }
    }

    /** @param  array<string, mixed>  $operation */
    #[DataProvider('calls')]
    public function test_answers_odd_values_in_every_place(string $method, string $path, array $operation): void
    {
        $address = $this->address($path);
        foreach ($operation['parameters'] ?? [] as $parameter) {
            $parameter = $this->resolved($parameter);
            foreach (self::oddParameters() as $name => $value) {
                match ($parameter['in']) {
                    'path' => $this->check(
                        "{$method} {$path} with {$parameter['name']} {$name}",
                        fn () => $this->send(
                            $method,
                            str_replace(
                                "{{$parameter['name']}}",
                                is_scalar($value) ? rawurlencode((string) $value) : 'x',
                                $path,
                            ),
                        ),
                    ),
                    'query' => $this->check(
                        "{$method} {$path}?{$parameter['name']} = {$name}",
                        fn () => $this->send($method, $address.'?'.http_build_query([$parameter['name'] => $value])),
                    ),
                    default => null,
                };
            }
        }
        $schema = $operation['requestBody']['content']['application/json']['schema'] ?? null;
        if ($schema === null) {
            $this->check("{$method} {$path}", fn () => $this->send($method, $address));

            return;
        }
        $sample = $this->sample($schema);
        foreach (self::bodies() as $name => $body) {
            $this->check("{$method} {$path} with the body {$name}", fn () => $this->send($method, $address, $body));
        }
        foreach ($this->places($sample) as $place) {
            foreach (self::odd() as $name => $value) {
                // Where only what is to change is sent, the rest would hide what becomes of it.
                $body =
                    $method === 'PATCH'
                        ? array_intersect_key((array) $sample, [explode('.', $place)[0] => 1])
                        : $sample;
                data_set($body, $place, $value);
                $this->check(
                    "{$method} {$path} with {$place} = {$name}",
                    fn () => $this->send($method, $address, (string) json_encode($body, JSON_INVALID_UTF8_IGNORE)),
                );
            }
        }
    }

    public function test_an_upload_that_is_no_file_is_refused(): void
    {
        foreach (
            [
                '' => '',
                "\0\0\0\0" => 'nul.csv',
                "PK\x03\x04broken" => 'broken.xlsx',
                "\xff\xfe\0" => "odd\u{202e}name.csv",
            ] as $contents => $name
        ) {
            $file = UploadedFile::fake()->createWithContent($name === '' ? 'empty.csv' : $name, (string) $contents);
            $this->check(
                "import {$name}",
                fn () => $this->actingAs($this->user)->post(
                    '/api/v1/imports',
                    ['file' => $file],
                    ['Accept' => 'application/json'],
                ),
            );
        }
    }

    /** @return array<string, mixed> for every place */
    private static function odd(): array
    {
        return [
            'null' => null,
            'a whole number as a fraction' => 1.0,
            'more than 2^63' => 9.3e18,
            'digits beyond 2^63' => '9223372036854775808',
            'NUL' => "a\0b",
            'an empty list' => [],
            'an empty object' => new stdClass(),
            'an object' => ['a' => 'b'],
            'a list of odd values' => [null, true, -1, "\0", ['x' => []]],
        ];
    }

    /** @return array<string, mixed> for parameters of addresses, of which there are few */
    private static function oddParameters(): array
    {
        return [
            ...self::odd(),
            'true' => true,
            'a negative number' => -1,
            'an empty text' => '',
            'a date that is none' => '2026-02-31',
            'a fraction' => '1.5',
            'an exponent' => '1e5',
            'many digits' => str_repeat('9', 40),
            'spaces' => '   ',
            'broken UTF-8' => "a\xff\xfe",
            'a long text' => str_repeat('x', 7_000),
            'quotes' => "'; DROP TABLE listings; --",
            'many words' => implode(' ', range('a', 'z')).' 1 2 3 4 5 6 7 8 9',
            'a far date' => '999999-01-01',
            'a forged cursor' => rtrim(base64_encode('[{"a":1},5]'), '='),
            'a cursor of another kind' => rtrim(base64_encode('["x",5]'), '='),
            'a cursor beyond' => rtrim(base64_encode('[99999999999999999999,99999999999999999999]'), '='),
        ];
    }

    /** @return array<string, string> */
    private static function bodies(): array
    {
        return [
            'nothing' => '',
            'null' => 'null',
            'true' => 'true',
            'a number' => '7',
            'a text' => '"x"',
            'a list' => '[]',
            'an object' => '{}',
            'broken JSON' => '{"a":',
            'a huge number' => '{"id": 1e999}',
            'deep' => str_repeat('[', 600).str_repeat(']', 600),
            'NUL' => '{"\u0000": "\u0000"}',
            'broken UTF-8' => "{\"a\": \"\xff\"}",
        ];
    }

    private function address(string $path): string
    {
        $segment = explode('/', $path)[3];

        return strtr($path, [
            '{id}' => $this->ids[$segment] ?? '1',
            '{name}' => 'prices-x.csv',
            '{key}' => $this->channel->key,
        ]);
    }

    private function send(string $method, string $address, ?string $body = null): TestResponse
    {
        return $this->actingAs($this->user)->call(
            $method,
            $address,
            server: ['HTTP_ACCEPT' => 'application/json', 'CONTENT_TYPE' => 'application/json'],
            content: $body,
        );
    }

    /** @param  callable(): TestResponse  $call */
    private function check(string $what, callable $call): void
    {
        $this->enter($this->workspace);
        Exceptions::fake();
        DB::beginTransaction();
        try {
            $answer = $call();
            $answer->baseResponse->getContent();
            if ($answer->isSuccessful() && ! in_array($answer->baseRequest?->method(), ['GET', null], true)) {
                $this->checkThatAllStillWorks($what);
            }
        } finally {
            DB::rollBack();
        }
        $reported = Exceptions::reported();
        self::assertLessThan(
            500,
            $answer->getStatusCode(),
            "{$what}: ".
                ($reported === []
                    ? ''
                    : get_class($reported[0]).
                        ' '.
                        $reported[0]->getMessage().
                        ' at '.
                        $reported[0]->getFile().
                        ':'.
                        $reported[0]->getLine()),
        );
        if ($answer->getStatusCode() >= 400) {
            self::assertSame('application/problem+json', $answer->headers->get('Content-Type'), $what);
        }
    }

    /** What was accepted must not break what is shown and decided from then on. */
    private function checkThatAllStillWorks(string $what): void
    {
        foreach (
            [
                'workspace',
                'listings',
                "listings/{$this->ids['listings']}",
                'rules',
                'channels',
                'limits',
                'today',
                'views',
                'batches',
            ] as $page
        ) {
            $status = $this->send('GET', "/api/v1/{$page}")->getStatusCode();
            self::assertContains(
                $status,
                [200, 401, 404],
                "{$page} after {$what}: ".(Exceptions::reported()[0] ?? ''),
            );
        }
        $this->enter($this->workspace);
        app(DecideListings::class)->handle($this->workspace->refresh(), [(int) $this->ids['listings']], Cause::Market);
    }

    /**
     * @param  array<string, mixed>  $node
     * @return array<string, mixed> what it refers to
     */
    private function resolved(array $node): array
    {
        static $document = null;
        $document ??= json_decode((string) file_get_contents(base_path('docs/openapi.json')), true);

        return isset($node['$ref']) ? data_get($document, str_replace('/', '.', substr($node['$ref'], 2))) : $node;
    }

    /**
     * Something that fits a schema, as far as it is simple.
     *
     * @param  array<string, mixed>  $schema
     */
    private function sample(array $schema, int $depth = 0): mixed
    {
        $schema = $this->resolved($schema);
        $schema = $schema['oneOf'][0] ?? ($schema['anyOf'][0] ?? ($schema['allOf'][0] ?? $schema));
        if (isset($schema['$ref'])) {
            return $depth > 5 ? null : $this->sample($schema, $depth + 1);
        }
        if (isset($schema['enum'])) {
            return $schema['enum'][0];
        }
        $type = is_array($schema['type'] ?? null) ? $schema['type'][0] : $schema['type'] ?? 'object';

        return match ($type) {
            'integer', 'number' => max(1, (int) ($schema['minimum'] ?? 1)),
            'boolean' => true,
            'array' => $depth > 5 ? [] : [$this->sample($schema['items'] ?? [], $depth + 1)],
            'string' => $schema['example'] ?? '1',
            default => $depth > 5
                ? []
                : array_map(fn (array $property) => $this->sample($property, $depth + 1), $schema['properties'] ?? []),
        };
    }

    /**
     * @return list<string> where values are, two levels deep
     */
    private function places(mixed $sample, string $prefix = '', int $depth = 0): array
    {
        $places = [];
        foreach (is_array($sample) ? $sample : [] as $name => $value) {
            $places[] = $prefix.$name;
            if ($depth < 2) {
                array_push($places, ...$this->places($value, "{$prefix}{$name}.", $depth + 1));
            }
        }

        return $places;
    }
}
