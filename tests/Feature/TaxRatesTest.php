<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Models\Listing;
use App\Catalogue\Models\TaxRate;
use Illuminate\Support\Facades\Artisan;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

/** Tax by country and category, known before and taken on its day. */
final class TaxRatesTest extends TestCase
{
    private Listing $listing;

    protected function setUp(): void
    {
        parent::setUp();
        $this->travelTo('2026-11-28 09:00:00');
        $this->workspace->update(['time_zone' => 'Europe/Berlin']);
        $this->channel->update(['country' => 'CH']);
        $this->listing = $this->listing('KC-1', product: ['category' => 'Crocks']);
        $this->as()
            ->patchJson("/api/v1/listings/{$this->listing->id}", ['version' => $this->listing->version, 'ceiling' => '60.00'])
            ->assertOk();
        $this->workOff();
    }

    /** @return array<string, array{array<string, string>, list<array{string|null, string}>, string}> */
    public static function precedence(): array
    {
        return [
            'the workspace’s' => [[], [], '19'],
            'the country’s' => [[], [[null, '8.1']], '8.1'],
            'of a category in the country' => [[], [[null, '8.1'], ['Crocks', '2.6']], '2.6'],
            'of another category' => [[], [[null, '8.1'], ['Jars', '2.6']], '8.1'],
            'the channel’s own stands above its country’s' => [['tax_percent' => '5'], [[null, '8.1'], ['Crocks', '2.6']], '5'],
        ];
    }

    /**
     * @param  array<string, string>  $channel
     * @param  list<array{string|null, string}>  $rates
     */
    #[DataProvider('precedence')]
    public function test_the_closest_tax_counts(array $channel, array $rates, string $percent): void
    {
        $this->channel->update($channel);
        foreach ($rates as [$category, $of]) {
            $this->add($of, $category)->assertCreated();
        }
        // Of a price of 100.00 and the tax.
        self::assertSame(number_format((float) $percent, 2), $this->taxIn(number_format(100 + (float) $percent, 2)));
    }

    public function test_a_rate_that_holds_already_moves_floors_at_once(): void
    {
        $before = $this->floor();
        $this->add('8,1 %')->assertCreated()->assertJson(['percent' => '8.1', 'holds' => 'now']);
        $after = $this->floor();
        self::assertLessThan($before, $after);
        $this->as()->deleteJson('/api/v1/tax-rates/'.TaxRate::query()->sole()->id)->assertNoContent();
        self::assertSame($before, $this->floor());
    }

    public function test_a_rate_to_come_is_known_before_and_taken_on_its_day(): void
    {
        $this->add('8.1');
        $before = $this->floor();
        $id = $this->add('8.5', from: '2027-01-01')->assertCreated()->assertJson(['holds' => 'later'])->json('id');
        $coming = $this->as()->getJson("/api/v1/tax-rates/{$id}/effect")->assertOk()->json();
        self::assertSame([1, 1, 'KC-1'], [$coming['floors'], $coming['listings'], $coming['largest'][0]['sku']]);
        $this->due();
        self::assertSame($before, $this->floor());
        // Still the old year in UTC, already the new one where the workspace is.
        $this->travelTo('2026-12-31 22:59:00');
        $this->due();
        self::assertSame($before, $this->floor());
        $this->travelTo('2026-12-31 23:00:30');
        $this->due();
        self::assertSame(
            [$coming['largest'][0]['before'], $coming['largest'][0]['after']],
            [sprintf('%.2f', $before / 100), sprintf('%.2f', $this->floor() / 100)],
        );
        self::assertSame(
            [['8.5', 'now'], ['8.1', 'earlier']],
            array_map(fn (array $rate) => [$rate['percent'], $rate['holds']], $this->as()->getJson('/api/v1/tax-rates')->json()),
        );
    }

    public function test_the_day_is_that_of_each_workspace(): void
    {
        $this->add('8.5', from: '2026-11-29');
        $this->workspace->update(['time_zone' => 'Pacific/Kiritimati']);
        $this->travelTo('2026-11-28 10:00:00');
        $this->due();
        self::assertNotNull(TaxRate::query()->sole()->taken_at);
    }

    public function test_prices_are_shown_without_tax_where_shops_do(): void
    {
        self::assertSame('19.00', $this->taxIn('119.00'));
        $this->channel->update(['country' => 'US']);
        self::assertSame('0.00', $this->taxIn('119.00'));
        $this->channel->update(['tax_included' => true]);
        self::assertSame('19.00', $this->taxIn('119.00'));
    }

    public function test_there_is_one_from_a_day(): void
    {
        $this->add('8.1', from: '2027-01-01')->assertCreated();
        $this->add('8.5', from: '2027-01-01')
            ->assertStatus(422)
            ->assertJsonPath('errors.valid_from.0', 'There is a rate from that day already. Take it back first.');
        $this->add('2.6', 'Crocks', '2027-01-01')->assertCreated();
        $this->add('101')->assertStatus(422)->assertJsonStructure(['errors' => ['percent']]);
        $this->as()
            ->postJson('/api/v1/tax-rates', ['country' => 'QQ', 'percent' => '5', 'valid_from' => '2027-02-30'])
            ->assertStatus(422)
            ->assertJsonStructure(['errors' => ['country', 'valid_from']]);
    }

    public function test_rates_of_another_workspace_are_not_there(): void
    {
        $this->add('8.1');
        $id = TaxRate::query()->sole()->id;
        [, $other] = $this->makeWorkspace('Other', 'other@kettle-crock.example');
        $this->actingAs($other)->getJson('/api/v1/tax-rates')->assertOk()->assertExactJson([]);
        $this->actingAs($other)->deleteJson("/api/v1/tax-rates/{$id}")->assertNotFound();
        $this->actingAs($other)->getJson("/api/v1/tax-rates/{$id}/effect")->assertNotFound();
    }

    private function add(string $percent, ?string $category = null, ?string $from = null): \Illuminate\Testing\TestResponse
    {
        return $this->as()->postJson('/api/v1/tax-rates', [
            'country' => 'CH',
            'category' => $category,
            'percent' => $percent,
            'valid_from' => $from,
        ]);
    }

    private function due(): void
    {
        Artisan::call('catalogue:tax-due');
        $this->enter($this->workspace);
    }

    private function floor(): int
    {
        $this->workOff();

        return (int) $this->listing->refresh()->floor_minor;
    }

    private function taxIn(string $price): string
    {
        return $this->as()->getJson("/api/v1/listings/{$this->listing->id}/earnings?price={$price}")->assertOk()->json('tax');
    }

    private function as(): static
    {
        return $this->actingAs($this->user);
    }
}
