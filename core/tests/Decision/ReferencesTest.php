<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Decision;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Whom a competitive rule compares with. */
final class ReferencesTest extends TestCase
{
    use Documents;

    private const OFFERS = [
        ['seller' => 'a', 'price' => '20.00'],
        ['seller' => 'b', 'price' => '21.00', 'shipping' => '1.00', 'buy_box' => true],
        ['seller' => 'c', 'price' => '27.00'],
        ['seller' => 'd', 'price' => '30.01'],
        ['seller' => 'b', 'price' => '26.00'],
    ];

    /** @return array<string, array{array<string, mixed>, string}> reference, target */
    public static function references(): array
    {
        return [
            'lowest' => [['of' => 'lowest'], '20.00'],
            'highest' => [['of' => 'highest'], '30.01'],
            'buy box, with its shipping' => [['of' => 'buy_box'], '22.00'],
            'first' => [['of' => 'nth', 'n' => 1], '20.00'],
            'third' => [['of' => 'nth', 'n' => 3], '26.00'],
            'beyond the field' => [['of' => 'nth', 'n' => 99], '30.01'],
            'average: 125.01 ÷ 5' => [['of' => 'average'], '25.00'],
            'median' => [['of' => 'median'], '26.00'],
            'a seller’s lowest' => [['of' => 'seller', 'seller' => 'b'], '22.00'],
            'recommended price' => [['of' => 'rrp'], '34.90'],
            'list price' => [['of' => 'list_price'], '29.90'],
            'present price' => [['of' => 'current'], '24.90'],
            'a seller who is not there' => [['of' => 'seller', 'seller' => 'z'], '20.00'],
            'a seller who is not there, else' => [
                ['of' => 'seller', 'seller' => 'z', 'else' => ['of' => 'highest']],
                '30.01',
            ],
            'else of an else' => [
                [
                    'of' => 'seller',
                    'seller' => 'z',
                    'else' => ['of' => 'seller', 'seller' => 'y', 'else' => ['of' => 'rrp']],
                ],
                '34.90',
            ],
            'mean' => [['mean' => [['of' => 'lowest'], ['of' => 'buy_box']]], '21.00'],
            'mean of three, half up: 84.91 ÷ 3' => [
                ['mean' => [['of' => 'lowest'], ['of' => 'rrp'], ['of' => 'highest']]],
                '28.30',
            ],
            'mean of means' => [
                ['mean' => [['mean' => [['of' => 'lowest'], ['of' => 'highest']]], ['of' => 'rrp']]],
                '29.96',
            ],
        ];
    }

    /** @param  array<string, mixed>  $reference */
    #[DataProvider('references')]
    public function test_figures(array $reference, string $target): void
    {
        $decision = self::decide([
            'listing' => ['rrp' => '34.90', 'list_price' => '29.90'],
            'offers' => self::OFFERS,
            'rule' => ['reference' => $reference],
        ]);
        self::assertSame($target, $decision['target']);
    }

    /** Buy box 28 and another at 25, in the middle between them: common practice, no source. */
    public function test_the_mean_of_28_and_25(): void
    {
        $offers = [['seller' => 'a', 'price' => '25.00'], ['seller' => 'b', 'price' => '28.00', 'buy_box' => true]];
        self::assertSame(
            '26.50',
            self::decide([
                'offers' => $offers,
                'rule' => ['reference' => ['mean' => [['of' => 'buy_box'], ['of' => 'lowest']]]],
            ])['price'],
        );
    }

    public function test_own_figures_take_own_shipping_where_prices_are_compared_with_shipping(): void
    {
        $change = ['listing' => ['rrp' => '34.90', 'shipping' => '2.00'], 'offers' => self::OFFERS];
        $below = ['move' => 'below', 'percent' => '10'];
        self::assertSame(
            '31.21',
            self::decide([...$change, 'rule' => ['reference' => ['of' => 'rrp'], 'position' => $below]])['target'],
            '36.90 less 10 %, less 2.00',
        );
        self::assertSame(
            '31.41',
            self::decide([
                ...$change,
                'rule' => ['reference' => ['of' => 'rrp'], 'position' => $below, 'compare' => 'item'],
            ])['target'],
        );
    }

    /** @return array<string, array{array<string, mixed>, string}> with nobody in the field */
    public static function alone(): array
    {
        return [
            'lowest' => [['of' => 'lowest'], 'keep no_rivals'],
            'average' => [['of' => 'average'], 'keep no_rivals'],
            'needs the field, whatever stands behind else' => [
                ['of' => 'buy_box', 'else' => ['of' => 'rrp']],
                'keep no_rivals',
            ],
            'own figures need nobody' => [['of' => 'rrp'], 'change positioned 34.90'],
            'an absent own figure falls back on the field' => [['of' => 'list_price'], 'keep no_rivals'],
            'an absent own figure with another behind it' => [
                ['of' => 'list_price', 'else' => ['of' => 'rrp']],
                'change positioned 34.90',
            ],
            'a mean needs all of its parts' => [['mean' => [['of' => 'rrp'], ['of' => 'lowest']]], 'keep no_rivals'],
        ];
    }

    /** @param  array<string, mixed>  $reference */
    #[DataProvider('alone')]
    public function test_with_nobody_in_the_field(array $reference, string $says): void
    {
        self::assertSame(
            $says,
            self::says([
                'listing' => ['rrp' => '34.90'],
                'offers' => [['seller' => 'us', 'price' => '20.00']],
                'rule' => ['reference' => $reference],
            ]),
        );
    }

    public function test_the_step_says_what_stood_in_for_what(): void
    {
        $steps = array_column(
            self::decide(['offers' => [self::OFFERS[0]], 'rule' => ['reference' => ['of' => 'buy_box']]])['steps'],
            'says',
            'step',
        );
        self::assertSame(
            'Nobody that counts holds the buy box, so the lowest offer, with shipping',
            $steps['reference'],
        );
    }

    /**
     * @return array<string, array{array<string, mixed>, string}> rule, what comes of it; floor 15.00, ceiling 40.00,
     *     offers at 10.00, 16.00 and 45.00
     */
    public static function nextRivals(): array
    {
        $below = ['move' => 'below', 'amount' => '0.50'];

        return [
            'the next one up' => [['position' => $below], 'change next_rival 15.50'],
            'equal to the floor is enough' => [
                ['position' => ['move' => 'below', 'amount' => '1.00']],
                'change next_rival 15.00',
            ],
            'the one after that, over the ceiling' => [
                ['position' => ['move' => 'below', 'amount' => '1.01']],
                'change at_ceiling 40.00',
            ],
            'over the ceiling, hold' => [
                ['position' => ['move' => 'below', 'amount' => '1.01'], 'when_above_ceiling' => 'hold'],
                'keep above_ceiling',
            ],
            'nobody further up: hold' => [['position' => ['move' => 'below', 'amount' => '31.00']], 'keep no_rivals'],
            'nobody further up: list price' => [
                ['position' => ['move' => 'below', 'amount' => '31.00'], 'when_no_rivals' => 'list_price'],
                'change no_rivals 29.90',
            ],
            'not under the floor' => [
                ['position' => ['move' => 'above', 'amount' => '6.00']],
                'change positioned 16.00',
            ],
            'from the second up' => [
                ['reference' => ['of' => 'nth', 'n' => 2], 'position' => ['move' => 'below', 'amount' => '2.00']],
                'change at_ceiling 40.00',
            ],
        ];
    }

    /** @param  array<string, mixed>  $rule */
    #[DataProvider('nextRivals')]
    public function test_under_the_floor_the_next_rival_is_taken(array $rule, string $says): void
    {
        $offers = [
            ['seller' => 'a', 'price' => '10.00'],
            ['seller' => 'b', 'price' => '16.00'],
            ['seller' => 'c', 'price' => '45.00'],
        ];
        self::assertSame(
            $says,
            self::says([
                'listing' => ['list_price' => '29.90'],
                'offers' => $offers,
                'rule' => ['when_below_floor' => 'next_rival', ...$rule],
            ]),
        );
    }

    public function test_the_target_stays_what_the_rule_aimed_at_first(): void
    {
        $offers = [['seller' => 'a', 'price' => '10.00'], ['seller' => 'b', 'price' => '16.00']];
        self::assertSame(
            '10.00',
            self::decide(['offers' => $offers, 'rule' => ['when_below_floor' => 'next_rival']])['target'],
        );
        self::assertSame('10.00', self::decide(['offers' => $offers])['target']);
    }
}
