<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Decision;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Document\InvalidDocument;

/** Rules and limits for listings of several currencies: amounts are told for each, and never converted. */
final class SeveralCurrenciesTest extends TestCase
{
    use Documents;

    private const BOTH = ['EUR' => '0.50', 'CHF' => '0.70'];

    /** @return array<string, array{array<string, mixed>, string}> rule, what comes out in francs */
    public static function rules(): array
    {
        $below = fn (mixed $amount) => ['position' => ['move' => 'below', 'amount' => $amount]];

        return [
            'its own amount' => [$below(self::BOTH), 'change positioned 19.30'],
            'none in francs' => [$below(['EUR' => '0.50']), 'blocked amount_missing'],
            'a plain one in euros' => [['currency' => 'EUR', ...$below('0.50')], 'blocked amount_missing'],
            'a plain one in francs' => [['currency' => 'CHF', ...$below('0.50')], 'change positioned 19.50'],
            'percentages need none' => [
                ['currency' => 'EUR', 'position' => ['move' => 'below', 'percent' => '1']],
                'change positioned 19.80',
            ],
            'the least of a percentage' => [
                ['position' => ['move' => 'below', 'percent' => '1', 'at_least' => ['CHF' => '1.00', 'EUR' => '0.90']]],
                'change positioned 19.00',
            ],
            'a brake' => [['brakes' => ['min_move' => ['EUR' => '1.00']]], 'blocked amount_missing'],
            'a handicap' => [
                ['adjust' => [['amount' => ['CHF' => '-1.00', 'EUR' => '-0.90']]]],
                'change positioned 19.00',
            ],
            'a step of sales' => [
                [
                    'kind' => 'sales',
                    'bands' => [['units_below' => 3, 'move' => 'down', 'amount' => ['EUR' => '1.00']]],
                ],
                'blocked amount_missing',
            ],
            'tiers of a markup' => [
                [
                    'kind' => 'markup',
                    'tiers' => [['from' => ['EUR' => '0.00', 'CHF' => '0.00'], 'amount' => ['EUR' => '7.00', 'CHF' => '8.00']]],
                ],
                'change markup 18.00',
            ],
            'an ending of the same digits' => [
                ['currency' => 'EUR', 'ending' => ['endings' => ['.95'], 'round' => 'down']],
                'change positioned 19.95',
            ],
            'endings for each' => [
                ['ending' => ['EUR' => ['endings' => ['.99']], 'CHF' => ['endings' => ['.05'], 'round' => 'up']]],
                'change positioned 20.05',
            ],
            'none in francs by intention' => [
                ['ending' => ['EUR' => ['endings' => ['.99']], 'CHF' => null]],
                'change positioned 20.00',
            ],
            'endings for euros alone' => [['ending' => ['EUR' => ['endings' => ['.99']]]], 'blocked amount_missing'],
        ];
    }

    /** @param  array<string, mixed>  $rule */
    #[DataProvider('rules')]
    public function test_a_rule_prices_only_where_it_has_all_amounts(array $rule, string $expected): void
    {
        self::assertSame($expected, self::says(['listing' => ['currency' => 'CHF'], 'rule' => $rule]));
    }

    public function test_endings_of_cents_are_missing_where_a_currency_has_none(): void
    {
        $yen = [
            'listing' => ['currency' => 'JPY', 'price' => '2490', 'cost' => '1000'],
            'offers' => [['seller' => 'r', 'price' => '2000']],
            'limits' => [
                'floor' => [['kind' => 'amount', 'amount' => '1500']],
                'ceiling' => [['kind' => 'amount', 'amount' => '4000']],
            ],
        ];
        $ending = ['endings' => ['.99']];
        self::assertSame('blocked amount_missing', self::says([...$yen, 'rule' => ['currency' => 'EUR', 'ending' => $ending]]));
        self::assertSame(
            'change positioned 2000',
            self::says([...$yen, 'rule' => ['currency' => 'EUR', 'ending' => ['EUR' => $ending, 'JPY' => null]]]),
        );
    }

    /** @return array<string, array{array<string, mixed>, string, string|null}> floor term, outcome, floor in francs */
    public static function terms(): array
    {
        return [
            'for each' => [['kind' => 'amount', 'amount' => ['EUR' => '15.00', 'CHF' => '16.00']], 'change positioned 20.00', '16.00'],
            'none in francs' => [['kind' => 'amount', 'amount' => ['EUR' => '15.00']], 'blocked amount_missing', null],
            'a plain one in euros' => [
                ['kind' => 'profit', 'amount' => '3.00', 'currency' => 'EUR'],
                'blocked amount_missing',
                null,
            ],
            'a profit for each' => [['kind' => 'profit', 'amount' => ['CHF' => '3.00']], 'change positioned 20.00', '13.00'],
        ];
    }

    /** @param  array<string, mixed>  $term */
    #[DataProvider('terms')]
    public function test_a_limit_without_an_amount_in_the_currency_keeps_the_listing_from_being_priced(
        array $term,
        string $says,
        ?string $floor,
    ): void {
        $change = [
            'listing' => ['currency' => 'CHF'],
            'limits' => ['floor' => [$term], 'ceiling' => [['kind' => 'amount', 'amount' => '40.00']]],
        ];
        self::assertSame($says, self::says($change));
        self::assertSame($floor, self::decide($change)['floor']);
    }

    /** @return array<string, array{mixed, string}> */
    public static function wrong(): array
    {
        return [
            'no currency' => [['XXQ' => '1.00'], '$.rule.position.amount.XXQ'],
            'too many digits of another one' => [['CHF' => '1.00', 'JPY' => '1.50'], '$.rule.position.amount.JPY'],
            'no amounts at all' => [[], '$.rule.position.amount'],
        ];
    }

    #[DataProvider('wrong')]
    public function test_what_is_wrong_in_any_currency_is_said_at_its_place(mixed $amount, string $path): void
    {
        try {
            self::says([
                'listing' => ['currency' => 'CHF'],
                'rule' => ['position' => ['move' => 'below', 'amount' => $amount]],
            ]);
            self::fail('It was read.');
        } catch (InvalidDocument $e) {
            self::assertSame($path, $e->path);
        }
    }
}
