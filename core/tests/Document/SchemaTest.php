<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Document;

use Eris\Attributes\ErisRepeat;
use Eris\Generators;
use Eris\TestTrait;
use Opis\JsonSchema\Validator;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Document\InvalidDocument;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RequestReader;
use Wrasse\Core\Tests\Laws\Worlds;

/** The schemas in docs/schemas say what the reader reads. */
final class SchemaTest extends TestCase
{
    use TestTrait;
    use Worlds;

    /**
     * What a schema cannot well say: ranges of percentages, digits of currencies, tiers that rise, bands that lie
     * apart, what a formula means.
     */
    private const ONLY_THE_READER_TELLS = [
        'price zero',
        'too many digits',
        'too large',
        'unknown currency',
        'no such day',
        'margin of 100',
        'a ceiling at a margin of 100',
        'below by 100 percent',
        'below by two things',
        'below by nothing',
        'match by something',
        'fee over 100',
        'tax over 100',
        'extra costs beyond reach',
        'a day sold twice',
        'a day that does not exist',
        'a time on a day that does not exist',
        'fee tiers that end before they go on',
        'fee tiers without an open end',
        'fee tiers open in the middle',
        'markup beyond range',
        'an absurd handicap',
        'an ending with a digit too many',
        'bands that say nothing',
        'bands that overlap',
        'bands that overlap downwards',
        'bands that overlap without end',
        'a band without room',
        'a step under one percent',
        'a step over ninety percent',
        'a step under one unit',
        'a step of two sizes',
        'tiers that leave out the cheapest',
        'tiers that do not rise',
        'a formula that does not end',
        'a formula with an unknown name',
        'a formula that calls a function of the system',
        'a formula that reads a constant',
        'a formula that calls a method',
        'a formula that reads a property',
        'a formula with a list',
        'a formula that fills the memory',
        'a formula with text',
        'a formula that matches text',
    ];

    private static ?Validator $validator = null;

    public function test_what_the_schema_refuses_is_all_but_a_known_few_of_what_the_reader_refuses(): void
    {
        $let = [];
        foreach (ReadersTest::wrong() as $name => [$where, $what]) {
            if (self::isValid(ReadersTest::change($where, $what))) {
                $let[] = $name;
            }
        }
        self::assertEqualsCanonicalizing(self::ONLY_THE_READER_TELLS, $let);
    }

    #[ErisRepeat(repeat: 300)]
    public function test_what_the_reader_reads_is_valid(): void
    {
        $this->forAll(
            Generators::choose(1, 6_000),
            self::economies(),
            self::limits(),
            self::offers(),
            self::competitiveRules(),
            self::extras(),
        )->then(function (int $price, array $economy, array $limits, array $offers, array $rule, array $extras): void {
            self::assertReadsAndIsValid(self::world($price, $economy, $limits, $offers, [...$rule, ...$extras]));
        });
    }

    public function test_so_are_rules_of_every_kind(): void
    {
        foreach (
            [
                [
                    'kind' => 'sales',
                    'window_days' => 14,
                    'in_stock_days_only' => false,
                    'bands' => [
                        ['units_below' => 10, 'units_at_least' => 2, 'move' => 'down', 'percent' => '5'],
                        ['units_at_least' => 30, 'move' => 'up', 'amount' => '1.00'],
                    ],
                ],
                [
                    'kind' => 'markup',
                    'tiers' => [['from' => '0.00', 'percent' => '85'], ['from' => '30.01', 'amount' => '20.00']],
                    'min_profit' => '2.00',
                    'when_below_floor' => 'ceiling',
                ],
                [
                    'kind' => 'formula',
                    'price' => 'average >= 77 ? average * 1.10 : price',
                    'approval' => 'beyond_percent:12.5',
                    'ending' => ['endings' => ['.99']],
                ],
                [
                    'kind' => 'competitive',
                    'reference' => ['of' => 'seller', 'seller' => 'north-cellar', 'else' => ['of' => 'nth', 'n' => 2]],
                    'when_below_floor' => 'next_rival',
                    'position' => null,
                    'field' => ['condition' => ['new', 'refurbished'], 'only_sellers' => null],
                ],
            ] as $rule
        ) {
            self::assertReadsAndIsValid(
                self::world(
                    2_490,
                    [1_000, 0, 0, 1_900, true, []],
                    [[['kind' => 'reference', 'reference' => ['of' => 'average']], ['kind' => 'map']], 1_500, 2_500],
                    [],
                    ['version' => 1, ...$rule],
                ),
            );
        }
    }

    /** @param  array<string, mixed>  $document */
    private static function assertReadsAndIsValid(array $document): void
    {
        try {
            (new RequestReader())->read(Node::of($document));
        } catch (InvalidDocument $e) {
            self::fail($e->getMessage());
        }
        self::assertTrue(self::isValid($document), json_encode($document, JSON_THROW_ON_ERROR));
    }

    /** @param  array<string, mixed>  $document */
    private static function isValid(array $document): bool
    {
        if (self::$validator === null) {
            self::$validator = new Validator();
            self::$validator
                ->resolver()
                ?->registerPrefix('https://wrasse.example/schemas/', dirname(__DIR__, 3).'/docs/schemas');
        }

        return self::$validator
            ->validate(
                json_decode(json_encode($document, JSON_THROW_ON_ERROR), false, 64, JSON_THROW_ON_ERROR),
                'https://wrasse.example/schemas/decision-request.json',
            )
            ->isValid();
    }
}
