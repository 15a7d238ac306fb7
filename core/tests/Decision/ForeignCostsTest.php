<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Decision;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Document\InvalidDocument;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RequestReader;

/** Decisions on listings whose costs are in another currency. */
final class ForeignCostsTest extends TestCase
{
    use Documents;

    private const CONVERSION = [
        'rates' => [
            ['base' => 'EUR', 'quote' => 'USD', 'rate' => '1.25', 'date' => '2026-02-27', 'source' => 'ECB'],
        ],
        'margin_percent' => '2',
    ];

    private const BY_MARGIN = [
        'floor' => [['kind' => 'markup', 'percent' => '50']],
        'ceiling' => [['kind' => 'amount', 'amount' => '40.00']],
    ];

    /**
     * @param  array<string, mixed>|null  $conversion
     * @param  array<string, mixed>  $listing
     * @return array<string, mixed>
     */
    private static function dollars(?array $conversion, array $listing = []): array
    {
        return [
            'limits' => self::BY_MARGIN,
            'offers' => [['seller' => 'r', 'price' => '12.00']],
            'listing' => ['cost' => '10.00', 'cost_currency' => 'USD', 'cost_conversion' => $conversion, ...$listing],
        ];
    }

    public function test_the_floor_comes_from_the_cost_at_the_rate_with_the_margin(): void
    {
        // 10.00 USD ÷ 1.25 = 8.00 EUR, with 2 % 8.16; a markup of 50 % makes 12.24.
        $decision = self::decide(self::dollars(self::CONVERSION));
        self::assertSame(['12.24', '12.24', 'at_floor'], [$decision['floor'], $decision['price'], $decision['reason']]);
    }

    public function test_each_cost_is_converted_and_rounded_up(): void
    {
        // 8.16, 0.01 → 0.00816 → 0.01 and 0.30 → 0.2448 → 0.25: 8.42, with half of it 12.63.
        $listing = [
            'extra_costs' => [['label' => 'inbound', 'amount' => '0.01'], ['label' => 'packaging', 'amount' => '0.30']],
        ];
        self::assertSame('12.63', self::decide(self::dollars(self::CONVERSION, $listing))['floor']);
    }

    public function test_the_steps_tell_cost_rate_day_margin_and_what_it_comes_to(): void
    {
        $steps = self::decide(self::dollars(self::CONVERSION))['steps'];
        $step = array_values(array_filter($steps, fn (array $step) => $step['step'] === 'cost'))[0];
        self::assertEquals((object) ['cost' => '8.16'], $step['figures']);
        self::assertSame('Cost 10.00 USD; 1 USD = 0.8 EUR of 2026-02-27 (ECB), plus 2 %', $step['says']);
    }

    public function test_costs_in_the_currency_of_the_listing_are_taken_as_they_are(): void
    {
        $decision = self::decide(self::dollars(null, ['cost_currency' => 'EUR']));
        self::assertSame('15.00', $decision['floor']);
        self::assertNotContains('cost', array_column($decision['steps'], 'step'));
    }

    /** @return array<string, array{array<string, mixed>|null}> */
    public static function withoutRate(): array
    {
        return [
            'none given' => [null],
            'none that leads there' => [
                ['rates' => [['base' => 'EUR', 'quote' => 'CHF', 'rate' => '0.96', 'date' => '2026-02-27']]],
            ],
        ];
    }

    /** @param  array<string, mixed>|null  $conversion */
    #[DataProvider('withoutRate')]
    public function test_without_a_rate_it_is_not_priced_where_the_cost_is_needed(?array $conversion): void
    {
        self::assertSame('blocked rate_missing', self::says(self::dollars($conversion)));
        $byHand = ['limits' => ['floor' => [['kind' => 'amount', 'amount' => '11.00']], 'ceiling' => self::BY_MARGIN['ceiling']]];
        self::assertSame('change positioned 12.00', self::says([...self::dollars($conversion), ...$byHand]));
    }

    public function test_without_a_cost_no_rate_is_missing(): void
    {
        self::assertSame('blocked cost_missing', self::says(self::dollars(null, ['cost' => null])));
    }

    /** @return array<string, array{string, int}> currency, minor units in one of it */
    public static function currencies(): array
    {
        return ['CHF' => ['CHF', 100], 'GBP' => ['GBP', 100], 'JPY' => ['JPY', 1], 'KWD' => ['KWD', 1_000]];
    }

    /** All figures are the same number of minor units. */
    #[DataProvider('currencies')]
    public function test_a_decision_is_the_same_in_another_currency_with_all_figures_scaled(string $code, int $unit): void
    {
        mt_srand(7);
        for ($i = 0; $i < 200; $i++) {
            $figures = array_map(fn () => mt_rand(500, 5_000), range(0, 5));
            $in = function (string $code, int $unit) use ($figures): array {
                $amount = fn (int $minor): string => $unit === 1
                    ? (string) $minor
                    : intdiv($minor, $unit).'.'.str_pad((string) ($minor % $unit), strlen((string) $unit) - 1, '0', STR_PAD_LEFT);
                $decision = self::decide([
                    'listing' => [
                        'currency' => $code, 'price' => $amount($figures[0]), 'cost' => $amount($figures[1]),
                    ],
                    'offers' => [
                        ['seller' => 'a', 'price' => $amount($figures[2])],
                        ['seller' => 'b', 'price' => $amount($figures[3])],
                    ],
                    'fees' => [['kind' => 'percent', 'percent' => '11'], ['kind' => 'fixed', 'amount' => $amount(35)]],
                    'limits' => [
                        'floor' => [['kind' => 'margin', 'percent' => '10'], ['kind' => 'profit', 'amount' => $amount(60)]],
                        'ceiling' => [['kind' => 'amount', 'amount' => $amount(6_000 + $figures[4])]],
                    ],
                    'rule' => ['position' => ['move' => 'below', 'percent' => '1', 'at_least' => $amount(5)]],
                ]);
                $minor = fn (?string $decimal): ?int => $decimal === null ? null : (int) str_replace('.', '', $decimal);

                return [
                    $decision['outcome'],
                    $decision['reason'],
                    $minor($decision['price']),
                    $minor($decision['floor']),
                    $minor($decision['before']['profit'] ?? null),
                ];
            };
            self::assertSame($in('EUR', 100), $in($code, $unit), (string) json_encode($figures));
        }
    }

    public function test_what_is_no_rate_is_refused_at_its_place(): void
    {
        $this->expectExceptionObject(
            new InvalidDocument(
                '$.listing.cost_conversion.rates[0].rate',
                'a rate above zero such as "1.0831", with at most 12 decimals',
            ),
        );
        $wrong = ['rates' => [['base' => 'EUR', 'quote' => 'USD', 'rate' => '0', 'date' => '2026-02-27']]];
        (new RequestReader())->read(Node::of(self::document(self::dollars($wrong))));
    }
}
