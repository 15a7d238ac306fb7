<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Events\Cause;
use App\Market\Actions\ImportOrders;
use App\Pricing\Actions\DecideListings;
use App\Pricing\Models\Decision;
use App\Publishing\Actions\Gate;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

/** Days and hours are meant where the workspace is. */
final class TimeZoneTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->workspace->update(['time_zone' => 'Europe/Berlin']);
    }

    public function test_sales_are_of_the_day_there_and_windows_end_before_it(): void
    {
        $this->travelTo('2026-03-02T22:00:00Z');
        $rule = $this->actingAs($this->user)
            ->postJson('/api/v1/rules', [
                'name' => 'Pace',
                'is_on' => true,
                'document' => [
                    'version' => 1,
                    'kind' => 'sales',
                    'window_days' => 7,
                    'bands' => [['units_at_least' => 30, 'move' => 'up', 'amount' => '1.00']],
                ],
            ])
            ->assertCreated()
            ->json('id');
        $listing = $this->listing('KC-1', ['rule_id' => $rule]);
        Http::fake([
            'quayside.test/v1/orders*' => Http::response([
                'orders' => [
                    ['id' => 1, 'sku' => 'KC-1', 'units' => 99, 'price' => '24.90', 'at' => '2026-03-01T23:15:00Z'],
                    ['id' => 2, 'sku' => 'KC-1', 'units' => 2, 'price' => '24.90', 'at' => '2026-03-02T23:15:00Z'],
                ],
            ]),
        ]);
        app(ImportOrders::class)->handle($this->channel);
        self::assertSame(
            ['2026-03-02' => 99, '2026-03-03' => 2],
            DB::table('sales_days')->orderBy('day')->pluck('units', 'day')->all(),
        );
        $reason = function () use ($listing): string {
            app(DecideListings::class)->handle($this->workspace, [$listing->id], Cause::Schedule);

            return Decision::query()->orderByDesc('id')->firstOrFail()->reason->value;
        };
        self::assertSame('pace_in_band', $reason(), 'in Berlin it is still the second of March');
        $this->travelTo('2026-03-02T23:30:00Z');
        DB::table('listing_markets')->update(['seen_at' => now()]);
        self::assertSame('sales_pace', $reason(), 'half an hour past midnight there');
        self::assertSame(
            '25.90',
            Decision::query()->orderByDesc('id')->firstOrFail()->asMade()['price'],
            'and so it is kept',
        );
    }

    /**
     * @return array<string, array{string, bool}> moment, whether prices may leave with hours from 02:30 to 05:00 frozen
     */
    public static function nights(): array
    {
        return [
            // On 29 March 2026 clocks in Berlin go from 02:00 to 03:00: the frozen hours begin at once, at 01:00 UTC.
            'before clocks go forward' => ['2026-03-29T00:59:00Z', true],
            'they skip the beginning' => ['2026-03-29T01:00:00Z', false],
            'until five in summer time' => ['2026-03-29T02:59:00Z', false],
            'after that' => ['2026-03-29T03:00:00Z', true],
            // On 25 October they go from 03:00 back to 02:00: 02:30 comes twice.
            'the first half past two' => ['2026-10-25T00:30:00Z', false],
            'two o’clock once more' => ['2026-10-25T01:15:00Z', true],
            'the second half past two' => ['2026-10-25T01:30:00Z', false],
            'until five in winter time' => ['2026-10-25T03:59:00Z', false],
            'at five' => ['2026-10-25T04:00:00Z', true],
        ];
    }

    #[DataProvider('nights')]
    public function test_frozen_hours_on_nights_when_clocks_change(string $moment, bool $mayLeave): void
    {
        $this->actingAs($this->user)
            ->patchJson('/api/v1/workspace', ['freeze' => ['from' => '02:30', 'to' => '05:00']])
            ->assertOk();
        $this->travelTo($moment);
        self::assertSame($mayLeave, app(Gate::class)->closedFor($this->channel->id) === null);
    }

    public function test_an_unknown_time_zone_is_named(): void
    {
        $this->actingAs($this->user)
            ->patchJson('/api/v1/workspace', ['time_zone' => 'Moon/Sea'])
            ->assertStatus(422)
            ->assertJsonValidationErrors('time_zone');
        $this->actingAs($this->user)
            ->patchJson('/api/v1/workspace', ['time_zone' => 'America/New_York'])
            ->assertOk()
            ->assertJson(['time_zone' => 'America/New_York']);
    }
}
