<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Decision;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class EndingsAndBrakesTest extends TestCase
{
    use Documents;

    /**
     * @return array<string, array{string, list<string>, string, string}> rival, endings, rounding, price; floor 15.00,
     *     ceiling 40.00
     */
    public static function endings(): array
    {
        return [
            'down' => ['20.30', ['.99', '.49'], 'down', '19.99'],
            'up' => ['20.30', ['.99', '.49'], 'up', '20.49'],
            'nearest' => ['20.30', ['.99', '.49'], 'nearest', '20.49'],
            'nearest, below' => ['20.20', ['.99', '.49'], 'nearest', '19.99'],
            'a tie goes down' => ['20.24', ['.99', '.49'], 'nearest', '19.99'],
            'it ends so already' => ['20.49', ['.99', '.49'], 'up', '20.49'],
            'one digit stands for tenths' => ['20.30', ['.9'], 'up', '20.90'],
            'a whole amount' => ['20.30', ['.00'], 'down', '20.00'],
            'a whole amount, already' => ['20.00', ['.00'], 'up', '20.00'],
            'not under the floor: the other way' => ['15.20', ['.99'], 'down', '15.99'],
            'not over the ceiling: the other way' => ['39.99', ['.95'], 'up', '39.95'],
            'into the next unit' => ['20.60', ['.05', '.55'], 'up', '21.05'],
        ];
    }

    /** @param  list<string>  $endings */
    #[DataProvider('endings')]
    public function test_endings(string $rival, array $endings, string $round, string $price): void
    {
        $change = [
            'offers' => [['seller' => 'r', 'price' => $rival]],
            'rule' => ['ending' => ['endings' => $endings, 'round' => $round]],
        ];
        self::assertSame("change positioned {$price}", self::says($change));
    }

    public function test_with_no_ending_within_the_limits_the_price_stays_as_it_was(): void
    {
        $limits = [
            'floor' => [['kind' => 'amount', 'amount' => '20.00']],
            'ceiling' => [['kind' => 'amount', 'amount' => '20.90']],
        ];
        $decision = self::decide([
            'limits' => $limits,
            'offers' => [['seller' => 'r', 'price' => '20.30']],
            'rule' => ['ending' => ['endings' => ['.99'], 'round' => 'down']],
        ]);
        self::assertSame('20.30', $decision['price']);
        self::assertContains('ending_skipped', array_column($decision['steps'], 'step'));
    }

    public function test_a_currency_with_three_digits_has_endings_of_three(): void
    {
        $change = [
            'listing' => ['currency' => 'KWD', 'price' => '24.900', 'cost' => '10.000'],
            'offers' => [['seller' => 'r', 'price' => '20.300']],
            'limits' => [
                'floor' => [['kind' => 'amount', 'amount' => '15']],
                'ceiling' => [['kind' => 'amount', 'amount' => '40']],
            ],
            'rule' => ['ending' => ['endings' => ['.250', '.999'], 'round' => 'down']],
        ];
        self::assertSame('20.250', self::decide($change)['price']);
    }

    public function test_an_ending_must_meet_every_floor_term_itself(): void
    {
        // From 20.00 the fee jumps from 5 % to 20 %: at 20.49 and 20.99 a profit of 8.00 is not left, at 19.99 it is.
        $change = [
            'fees' => [
                [
                    'kind' => 'tiered',
                    'on' => 'item',
                    'mode' => 'slab',
                    'tiers' => [['up_to' => '19.99', 'percent' => '5'], ['up_to' => null, 'percent' => '20']],
                ],
            ],
            'limits' => [
                'floor' => [['kind' => 'profit', 'amount' => '8.00']],
                'ceiling' => [['kind' => 'amount', 'amount' => '40.00']],
            ],
            'offers' => [['seller' => 'r', 'price' => '19.90']],
            'rule' => ['ending' => ['endings' => ['.99', '.49'], 'round' => 'up']],
        ];
        self::assertSame('change positioned 19.99', self::says($change));
        $change['rule']['ending']['endings'] = ['.49'];
        self::assertSame(
            'change positioned 19.49',
            self::says($change),
            'up it would be 20.49, which earns too little',
        );
    }

    public function test_between_two_fee_steps_the_price_goes_up_until_every_floor_term_holds(): void
    {
        $change = [
            'fees' => [
                [
                    'kind' => 'tiered',
                    'on' => 'item',
                    'mode' => 'slab',
                    'tiers' => [['up_to' => '19.99', 'percent' => '5'], ['up_to' => null, 'percent' => '20']],
                ],
            ],
            'limits' => [
                'floor' => [['kind' => 'profit', 'amount' => '8.00']],
                'ceiling' => [['kind' => 'amount', 'amount' => '40.00']],
            ],
            'offers' => [['seller' => 'r', 'price' => '21.00']],
        ];
        $decision = self::decide($change);
        self::assertSame(
            ['18.95', '21.00', '22.50'],
            [$decision['floor'], $decision['target'], $decision['price']],
            '22.50 less 4.50 less 10.00 is 8.00; at 22.49 it is 7.99',
        );
        $change['limits']['ceiling'] = [['kind' => 'amount', 'amount' => '22.49']];
        self::assertSame('blocked no_valid_price', self::says($change));
        $change['limits']['ceiling'] = [['kind' => 'amount', 'amount' => '22.50']];
        self::assertSame('change positioned 22.50', self::says($change));
    }

    /**
     * @return array<string, array{array<string, mixed>, string, string}> brakes, rival, what comes of it; now at 24.90
     */
    public static function brakes(): array
    {
        return [
            'small enough' => [['max_move_percent' => '10'], '22.41', 'change positioned 22.41'],
            'exactly at the brake' => [['max_move_percent' => '10'], '27.39', 'change positioned 27.39'],
            'more: a person looks' => [['max_move_percent' => '10'], '22.40', 'review max_move 22.40'],
            'more, upwards' => [['max_move_percent' => '10'], '27.40', 'review max_move 27.40'],
            'more: capped' => [['max_move_percent' => '10', 'beyond' => 'cap'], '18.00', 'change capped 22.41'],
            'the allowed part is rounded down: 2.4975' => [
                ['max_move_percent' => '10.03', 'beyond' => 'cap'],
                '18.00',
                'change capped 22.41',
            ],
            'capped upwards' => [['max_move_percent' => '10', 'beyond' => 'cap'], '39.00', 'change capped 27.39'],
            'no move allowed at all: nothing to cap to' => [
                ['max_move_percent' => '0', 'beyond' => 'cap'],
                '24.80',
                'review max_move 24.80',
            ],
            'too small to bother' => [['min_move' => '0.05'], '24.86', 'keep min_move'],
            'just large enough' => [['min_move' => '0.05'], '24.85', 'change positioned 24.85'],
            'too small, upwards' => [['min_move' => '0.05'], '24.94', 'keep min_move'],
            'nothing to do is said before' => [['min_move' => '0.05'], '24.90', 'keep already_there'],
        ];
    }

    /** @param  array<string, mixed>  $brakes */
    #[DataProvider('brakes')]
    public function test_brakes(array $brakes, string $rival, string $says): void
    {
        self::assertSame(
            $says,
            self::says(['offers' => [['seller' => 'r', 'price' => $rival]], 'rule' => ['brakes' => $brakes]]),
        );
    }

    /** Beyond 50 % a person looks: common practice, no source. */
    public function test_a_jump_of_more_than_half_waits(): void
    {
        $change = fn (string $rival) => [
            'limits' => [
                'floor' => [['kind' => 'amount', 'amount' => '1.00']],
                'ceiling' => [['kind' => 'amount', 'amount' => '90.00']],
            ],
            'offers' => [['seller' => 'r', 'price' => $rival]],
            'rule' => ['brakes' => ['max_move_percent' => '50']],
        ];
        self::assertSame('review max_move 12.44', self::says($change('12.44')));
        self::assertSame('change positioned 12.45', self::says($change('12.45')));
    }

    public function test_a_cap_that_would_lie_outside_the_limits_waits_for_a_person(): void
    {
        $change = [
            'listing' => ['price' => '60.00'],
            'offers' => [['seller' => 'r', 'price' => '20.00']],
            'rule' => ['brakes' => ['max_move_percent' => '10', 'beyond' => 'cap']],
        ];
        self::assertSame('review max_move 20.00', self::says($change), '54.00 is over the ceiling');
    }

    public function test_a_price_outside_its_limits_is_moved_however_small_the_move(): void
    {
        $change = [
            'listing' => ['price' => '14.99'],
            'offers' => [['seller' => 'r', 'price' => '15.00']],
            'rule' => ['brakes' => ['min_move' => '0.05', 'cooldown_minutes' => 60, 'max_changes_per_day' => 0]],
        ];
        self::assertSame('change positioned 15.00', self::says($change));
    }

    /**
     * @return array<string, array{array<string, mixed>, array<string, mixed>, string}> listing, brakes, what comes of
     *     it
     */
    public static function rests(): array
    {
        return [
            'cooling down' => [
                ['last_changed_at' => '2026-03-02T08:45:00.001Z'],
                ['cooldown_minutes' => 15],
                'skipped cooldown',
            ],
            'cooled down' => [
                ['last_changed_at' => '2026-03-02T08:45:00Z'],
                ['cooldown_minutes' => 15],
                'change positioned 20.00',
            ],
            'a clock that went back' => [
                ['last_changed_at' => '2026-03-02T10:00:00+00:00'],
                ['cooldown_minutes' => 15],
                'skipped cooldown',
            ],
            'another time zone' => [
                ['last_changed_at' => '2026-03-02T09:40:00+01:00'],
                ['cooldown_minutes' => 15],
                'change positioned 20.00',
            ],
            'never changed' => [[], ['cooldown_minutes' => 15], 'change positioned 20.00'],
            'often enough today' => [['changes_last_24h' => 12], ['max_changes_per_day' => 12], 'skipped daily_limit'],
            'once more today' => [['changes_last_24h' => 11], ['max_changes_per_day' => 12], 'change positioned 20.00'],
            'cooling down comes first' => [
                ['changes_last_24h' => 12, 'last_changed_at' => '2026-03-02T08:59:00Z'],
                ['max_changes_per_day' => 12, 'cooldown_minutes' => 15],
                'skipped cooldown',
            ],
            'out of stock comes before both' => [
                ['stock' => 0, 'changes_last_24h' => 12],
                ['max_changes_per_day' => 12],
                'skipped out_of_stock',
            ],
        ];
    }

    /**
     * @param  array<string, mixed>  $listing
     * @param  array<string, mixed>  $brakes
     */
    #[DataProvider('rests')]
    public function test_rests_between_changes(array $listing, array $brakes, string $says): void
    {
        self::assertSame($says, self::says(['listing' => $listing, 'rule' => ['brakes' => $brakes]]));
    }

    /** @return array<string, array{array<string, mixed>, string, string}> rule, rival, what comes of it */
    public static function approvals(): array
    {
        return [
            'always' => [['approval' => 'always'], '24.80', 'review approval 24.80'],
            'nothing to approve' => [['approval' => 'always'], '24.90', 'keep already_there'],
            'beyond' => [['approval' => 'beyond_percent:10'], '22.40', 'review approval 22.40'],
            'not beyond' => [['approval' => 'beyond_percent:10'], '22.41', 'change positioned 22.41'],
            'the capped move counts' => [
                ['approval' => 'beyond_percent:10', 'brakes' => ['max_move_percent' => '10', 'beyond' => 'cap']],
                '16.00',
                'change capped 22.41',
            ],
            'a capped move can be beyond' => [
                ['approval' => 'beyond_percent:9.99', 'brakes' => ['max_move_percent' => '10', 'beyond' => 'cap']],
                '16.00',
                'review approval 22.41',
            ],
            'the brake comes first' => [
                ['approval' => 'always', 'brakes' => ['max_move_percent' => '10']],
                '16.00',
                'review max_move 16.00',
            ],
        ];
    }

    /** @param  array<string, mixed>  $rule */
    #[DataProvider('approvals')]
    public function test_approval(array $rule, string $rival, string $says): void
    {
        self::assertSame($says, self::says(['offers' => [['seller' => 'r', 'price' => $rival]], 'rule' => $rule]));
    }
}
