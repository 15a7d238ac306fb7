<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Events\Cause;
use App\Pricing\Models\Run;
use App\Pricing\Times\RuleTimes;
use App\Publishing\Actions\ClaimQueuedChanges;
use App\Publishing\Models\PriceChange;
use Carbon\CarbonImmutable;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

final class RuleTimesTest extends TestCase
{
    /**
     * @return array<string, array{array<string, mixed>, int|null, string|null, string, bool}> times, minutes, last,
     *     now, due
     */
    public static function due(): array
    {
        $mornings = ['at' => ['08:30'], 'time_zone' => 'Europe/Berlin'];

        return [
            'never looked' => [[], 15, null, '2026-03-02T09:00Z', true],
            'a quarter of an hour later' => [[], 15, '2026-03-02T08:45Z', '2026-03-02T09:00Z', true],
            'a minute too early' => [[], 15, '2026-03-02T08:46Z', '2026-03-02T09:00Z', false],
            'no rhythm, no times' => [[], null, null, '2026-03-02T09:00Z', false],
            // In winter 08:30 in Berlin is 07:30 UTC, in summer 06:30.
            'before the time of day' => [$mornings, null, '2026-03-01T07:30Z', '2026-03-02T07:29Z', false],
            'at the time of day' => [$mornings, null, '2026-03-01T07:30Z', '2026-03-02T07:30Z', true],
            'in summer time' => [$mornings, null, '2026-06-01T06:30Z', '2026-06-02T06:30Z', true],
            'the same morning again' => [$mornings, null, '2026-03-02T07:30Z', '2026-03-02T12:00Z', false],
            'the machine was off at that time' => [$mornings, null, '2026-02-27T07:30Z', '2026-03-02T03:00Z', true],
            // 2 March 2026 is a Monday.
            'not on a Monday' => [
                [...$mornings, 'weekdays' => [2, 3]],
                null,
                '2026-02-25T07:30Z',
                '2026-03-02T12:00Z',
                false,
            ],
            'on a Tuesday' => [
                [...$mornings, 'weekdays' => [2, 3]],
                null,
                '2026-02-25T07:30Z',
                '2026-03-03T12:00Z',
                true,
            ],
            // On 29 March 2026 clocks in Berlin go from 02:00 to 03:00: 02:30 is taken as 03:30, 01:30 UTC.
            'a time that the clocks skip' => [
                ['at' => ['02:30'], 'time_zone' => 'Europe/Berlin'],
                null,
                '2026-03-28T12:00Z',
                '2026-03-29T01:30Z',
                true,
            ],
            // On 25 October 2026 clocks in Berlin show 02:30 twice, at 00:30 and at 01:30 UTC.
            'a time that the clocks show twice, the first time' => [
                ['at' => ['02:30'], 'time_zone' => 'Europe/Berlin'],
                null,
                '2026-10-24T12:00Z',
                '2026-10-25T00:30Z',
                true,
            ],
            'not again the second time' => [
                ['at' => ['02:30'], 'time_zone' => 'Europe/Berlin'],
                null,
                '2026-10-25T00:30Z',
                '2026-10-25T01:30Z',
                false,
            ],
            'within hours that the clocks show twice' => [
                ['from' => '02:00', 'to' => '03:00', 'time_zone' => 'Europe/Berlin'],
                15,
                null,
                '2026-10-25T01:45Z',
                true,
            ],
            'after them' => [
                ['from' => '02:00', 'to' => '03:00', 'time_zone' => 'Europe/Berlin'],
                15,
                null,
                '2026-10-25T02:00Z',
                false,
            ],
            'hours that the clocks skip' => [
                ['from' => '02:00', 'to' => '03:00', 'time_zone' => 'Europe/Berlin'],
                15,
                null,
                '2026-03-29T01:00Z',
                false,
            ],
            // 2 March 2026 is a Monday: weekdays hold for intervals and hours as well.
            'an interval on a day that was not chosen' => [
                ['weekdays' => [2, 3]],
                15,
                null,
                '2026-03-02T12:00Z',
                false,
            ],
            'an interval on one that was' => [['weekdays' => [2, 3]], 15, null, '2026-03-03T12:00Z', true],
            'hours on a day that was not chosen' => [
                ['weekdays' => [2], 'from' => '08:00', 'to' => '20:00'],
                15,
                null,
                '2026-03-02T12:00Z',
                false,
            ],
            'midnight there, not here' => [
                ['weekdays' => [1], 'time_zone' => 'Europe/Berlin'],
                15,
                null,
                '2026-03-02T23:30Z',
                false,
            ],
            'outside its hours' => [['from' => '08:00', 'to' => '20:00'], 15, null, '2026-03-02T07:59Z', false],
            'within its hours' => [['from' => '08:00', 'to' => '20:00'], 15, null, '2026-03-02T08:00Z', true],
            'at their end' => [['from' => '08:00', 'to' => '20:00'], 15, null, '2026-03-02T20:00Z', false],
            'over midnight' => [['from' => '22:00', 'to' => '06:00'], 15, null, '2026-03-02T02:00Z', true],
            'not by day' => [['from' => '22:00', 'to' => '06:00'], 15, null, '2026-03-02T12:00Z', false],
            'on its last day' => [
                ['until' => '2026-03-02', 'time_zone' => 'Europe/Berlin'],
                15,
                null,
                '2026-03-02T22:59Z',
                true,
            ],
            'after it' => [
                ['until' => '2026-03-02', 'time_zone' => 'Europe/Berlin'],
                15,
                null,
                '2026-03-02T23:00Z',
                false,
            ],
        ];
    }

    /**
     * @param  array{
     *     on_market?: bool,
     *     at?: list<string>,
     *     weekdays?: list<int>,
     *     time_zone?: string,
     *     from?: string,
     *     to?: string,
     *     until?: string,
     * }  $times
     */
    #[DataProvider('due')]
    public function test_schedules_of_rules(array $times, ?int $minutes, ?string $last, string $now, bool $isDue): void
    {
        self::assertSame(
            $isDue,
            (new RuleTimes($times, $minutes))->isDue(
                $last === null ? null : CarbonImmutable::parse($last),
                null,
                CarbonImmutable::parse($now),
            ),
        );
    }

    public function test_schedules_use_the_workspaces_time_zone_and_skip_times_before_they_were_set(): void
    {
        $this->workspace->update(['time_zone' => 'Europe/Berlin']);
        $this->travelTo('2026-03-02T09:00:00Z');
        $rule = $this->rule('Under');
        $this->listing('KC-1', ['rule_id' => $rule->id]);
        // 10:00 in Berlin: 08:30 has passed, 10:30 has not.
        $this->actingAs($this->user)
            ->patchJson("/api/v1/rules/{$rule->id}", [
                'settings' => ['every_minutes' => null, 'times' => ['at' => ['08:30', '10:30'], 'on_market' => false]],
            ])
            ->assertOk();
        $runs = function (): int {
            $this->artisan('pricing:run-due')->assertSuccessful();
            $this->enter($this->workspace);

            return Run::query()->where('cause', 'schedule')->count();
        };
        self::assertSame(0, $runs());
        $this->travelTo('2026-03-02T09:31:00Z');
        self::assertSame([1, 1], [$runs(), $runs()]);
        $this->travelTo('2026-03-03T07:31:00Z');
        self::assertSame(2, $runs());
    }

    public function test_the_market_moves_no_price_on_a_weekday_that_was_not_chosen(): void
    {
        $rule = $this->rule('Under');
        $rule->update(['times' => ['weekdays' => [2, 3], 'from' => '00:00', 'to' => '23:59']]);
        $listing = $this->listing('KC-1', ['rule_id' => $rule->id], offers: [['seller' => 'a', 'price' => '20.00']]);
        foreach (['2026-03-02' => 0, '2026-03-03' => 1] as $day => $changes) {
            $this->travelTo("{$day}T12:00:00Z");
            \App\Market\Models\ListingMarket::query()->update(['seen_at' => now()]);
            \App\Pricing\Jobs\DecideListingsJob::dispatchSync($this->workspace->id, [$listing->id], Cause::Market);
            $this->enter($this->workspace);
            self::assertSame($changes, PriceChange::query()->count(), $day);
        }
    }

    public function test_due_rules_run_once(): void
    {
        $rule = $this->rule('Under');
        $rule->update([
            'times' => ['at' => ['08:30'], 'time_zone' => 'UTC'],
            'every_minutes' => null,
            'last_run_at' => '2026-03-01 08:30:00+00',
        ]);
        $this->listing('KC-1', ['rule_id' => $rule->id]);
        $this->travelTo(CarbonImmutable::parse('2026-03-02T08:31:00Z'));
        foreach ([1, 2] as $time) {
            $this->artisan('pricing:run-due')->assertSuccessful();
            $this->enter($this->workspace);
        }
        self::assertSame(1, Run::query()->where('cause', 'schedule')->count());
    }

    public function test_a_rule_that_does_not_follow_the_market_leaves_it_and_what_was_decided_stands(): void
    {
        $rule = $this->rule('Under');
        $listing = $this->listing('KC-1', ['rule_id' => $rule->id], offers: [['seller' => 'a', 'price' => '20.00']]);
        \App\Pricing\Jobs\DecideListingsJob::dispatchSync($this->workspace->id, [$listing->id], Cause::Market);
        $this->enter($this->workspace);
        $decision = $this->standingDecision($listing)?->decision_id;
        self::assertNotNull($decision);
        $rule->update(['times' => ['on_market' => false]]);
        \App\Market\Models\ListingMarket::query()->update([
            'offers' => json_encode([['seller' => 'a', 'price' => '19.00']]),
        ]);
        \App\Pricing\Jobs\DecideListingsJob::dispatchSync($this->workspace->id, [$listing->id], Cause::Market);
        $this->enter($this->workspace);
        self::assertSame(
            [$decision, 'change', 1_900],
            [
                $this->standingDecision($listing)?->decision_id,
                $this->standingDecision($listing)?->outcome,
                $listing->refresh()->lowest_minor,
            ],
        );
        self::assertSame([1_980], PriceChange::query()->pluck('to_minor')->all());
        \App\Pricing\Jobs\DecideListingsJob::dispatchSync($this->workspace->id, [$listing->id], Cause::Schedule);
        $this->enter($this->workspace);
        self::assertSame(1_881, PriceChange::query()->where('state', 'queued')->sole()->to_minor);
    }

    public function test_a_market_seen_too_long_ago_is_not_acted_on(): void
    {
        $rule = $this->rule('Under');
        $rule->update(['stale_minutes' => 60]);
        $listing = $this->listing('KC-1', ['rule_id' => $rule->id], offers: [['seller' => 'a', 'price' => '20.00']]);
        \App\Market\Models\ListingMarket::query()->update(['seen_at' => now()->subMinutes(61)]);
        \App\Pricing\Jobs\DecideListingsJob::dispatchSync($this->workspace->id, [$listing->id], Cause::Hand);
        $this->enter($this->workspace);
        self::assertSame(0, PriceChange::query()->count());
        \App\Market\Models\ListingMarket::query()->update(['seen_at' => now()->subMinutes(59)]);
        \App\Pricing\Jobs\DecideListingsJob::dispatchSync($this->workspace->id, [$listing->id], Cause::Hand);
        $this->enter($this->workspace);
        self::assertSame(1, PriceChange::query()->count());
    }

    public function test_no_price_is_sent_in_the_hours_that_are_frozen(): void
    {
        $rule = $this->rule('Under');
        $listing = $this->listing('KC-1', ['rule_id' => $rule->id], offers: [['seller' => 'a', 'price' => '20.00']]);
        \App\Pricing\Jobs\DecideListingsJob::dispatchSync($this->workspace->id, [$listing->id], Cause::Hand);
        $this->enter($this->workspace);
        $this->actingAs($this->user)
            ->patchJson('/api/v1/workspace', [
                'freeze' => ['from' => '22:00', 'to' => '06:00', 'time_zone' => 'Europe/Berlin'],
            ])
            ->assertOk()
            ->assertJsonPath('freeze.from', '22:00');
        $this->actingAs($this->user)
            ->patchJson('/api/v1/workspace', ['freeze' => ['from' => '25:00', 'to' => '06:00', 'time_zone' => 'Mars']])
            ->assertStatus(422)
            ->assertJsonValidationErrors(['freeze.from', 'freeze.time_zone']);
        $tomorrow = now()->utc()->addDay()->startOfDay();
        $this->travelTo($tomorrow->addHours(1));
        self::assertSame([], app(ClaimQueuedChanges::class)->handle($this->channel->refresh()));
        self::assertSame(
            ['waiting', 'hours'],
            [PriceChange::query()->sole()->state->value, PriceChange::query()->sole()->waits_for?->value],
        );
        $this->travelTo($tomorrow->addHours(11));
        $this->artisan('work:sweep')->assertSuccessful();
        self::assertCount(1, app(ClaimQueuedChanges::class)->handle($this->channel->refresh()));
        $this->actingAs($this->user)
            ->patchJson('/api/v1/workspace', ['freeze' => null])
            ->assertOk()
            ->assertJsonPath('freeze', null);
    }

    public function test_wrong_times_are_named(): void
    {
        $rule = $this->rule('Under');
        foreach (
            [
                ['at', ['8:30'], 'times.at.0'],
                ['from', '08:00', 'times.to'],
                ['weekdays', [8], 'times.weekdays.0'],
                ['until', 'soon', 'times.until'],
                ['time_zone', 'Moon/Sea', 'times.time_zone'],
            ] as [$name, $value, $at]
        ) {
            $this->actingAs($this->user)
                ->patchJson("/api/v1/rules/{$rule->id}", ['settings' => ['times' => [$name => $value]]])
                ->assertStatus(422)
                ->assertJsonValidationErrors($at);
        }
        $this->actingAs($this->user)
            ->patchJson("/api/v1/rules/{$rule->id}", [
                'settings' => [
                    'times' => ['at' => ['08:30'], 'weekdays' => [1, 5], 'time_zone' => 'Europe/Berlin'],
                    'every_minutes' => null,
                ],
            ])
            ->assertOk()
            ->assertJsonPath('settings.times.at', ['08:30'])
            ->assertJsonPath('settings.every_minutes', null);
    }
}
