<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Models\Listing;
use App\Market\Models\ListingMarket;
use App\Sourcing\Actions\FollowSource;
use App\Sourcing\Actions\SweepStocks;
use App\Sourcing\Models\ListingSource;
use App\Watching\Actions\AddWatches;
use App\Watching\Models\Watch;
use App\Watching\Models\WatchState;
use App\Watching\Trust\FoundOffer;
use Carbon\CarbonImmutable;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Tests\TestCase;
use Wrasse\Core\Reading\Data\Availability;

/** A listing follows the page that it is bought from, up to what the marketplace shows, and back. */
final class SourceTest extends TestCase
{
    private Listing $listing;

    private Watch $watch;

    /** @var array<string, int> what the marketplace shows */
    private array $shown = ['KC-1' => 12];

    private bool $isDown = false;

    protected function setUp(): void
    {
        parent::setUp();
        $this->travelTo('2026-11-30 09:00:00');
        $this->listing = $this->listing('KC-1', ['stock' => 12, 'price_minor' => 3_000], ['cost_minor' => 1_000]);
        $add = app(AddWatches::class);
        $this->watch = $add->add($this->workspace->id, $this->listing, $add->spelled('https://cellar-supply.test/p/1'), ['schedule' => ['times_a_day' => 4]]);
        $this->watch->state = WatchState::Confirmed;
        $this->watch->save();
        Http::fake(function (Request $request) {
            if ($this->isDown) {
                return Http::response('', 503);
            }
            if ($request->method() === 'PUT' && str_ends_with($request->url(), '/v1/stocks')) {
                foreach ($request['stocks'] as $line) {
                    $this->shown[$line['sku']] = $line['stock'];
                }

                return Http::response(['taken' => count($request['stocks'])]);
            }
            if (str_contains($request->url(), '/v1/prices')) {
                return Http::response(['prices' => array_map(fn (string $sku, int $stock) => ['sku' => $sku, 'price' => '30.00', 'stock' => $stock], array_keys($this->shown), $this->shown)]);
            }

            return Http::response([], 404);
        });
    }

    public function test_sold_out_there_we_have_none_and_have_it_again_after_some_readings(): void
    {
        $this->follow(['back_after' => 2]);
        $this->reads('10.00', Availability::OutOfStock);
        self::assertSame([0, 0], [$this->shown['KC-1'], $this->listing->refresh()->stock]);
        $this->reads('10.00', Availability::InStock);
        self::assertSame(0, $this->shown['KC-1']);
        $this->reads('10.00', Availability::InStock);
        self::assertSame([12, 12], [$this->shown['KC-1'], $this->listing->refresh()->stock]);
        self::assertSame(
            [['back', '0', '12', 'confirmed'], ['sold_out', '12', '0', 'confirmed']],
            array_map(fn (array $one) => [$one['reason'], $one['from'], $one['to'], $one['state']], $this->changes('stock')),
        );
    }

    public function test_a_marketplace_that_is_down_hears_of_it_later_and_only_what_it_shows_is_done(): void
    {
        $this->follow();
        $this->isDown = true;
        $this->reads('10.00', Availability::OutOfStock);
        self::assertSame(['queued', 12], [$this->changes('stock')[0]['state'], $this->listing->refresh()->stock]);
        self::assertSame('channel_out_of_order', $this->changes('stock')[0]['problem']['code']);
        $this->isDown = false;
        $this->travel(61)->seconds();
        app(SweepStocks::class)->sweep();
        $this->workOff('publish');

        self::assertSame(['confirmed', 0, null], [$this->changes('stock')[0]['state'], $this->shown['KC-1'], $this->changes('stock')[0]['problem']]);
    }

    public function test_a_channel_that_takes_no_stock_is_not_asked_and_that_is_said(): void
    {
        $this->follow();
        $this->channel->update(['driver' => 'webhook']);
        $this->reads('10.00', Availability::OutOfStock);

        self::assertSame(['failed', 'stock_not_taken'], [$this->changes('stock')[0]['state'], $this->changes('stock')[0]['problem']['code']]);
        self::assertSame(0, DB::table('jobs')->where('queue', 'publish')->count() + DB::table('failed_jobs')->count());
        Http::assertNothingSent();
    }

    public function test_its_price_with_shipping_and_without_tax_is_our_cost(): void
    {
        $this->workspace->update(['floor_alarm_percent' => '100']);
        $this->follow(['added' => '0,50', 'tax_percent' => '19']);
        $this->reads('11.90', shipping: '5.95');

        self::assertSame('19', $this->actingAs($this->user)->getJson("/api/v1/listings/{$this->listing->id}/source")->json('source.tax_percent'));
        self::assertSame(1_550, $this->listing->product->refresh()->cost_minor);
        $change = $this->changes('cost')[0];
        self::assertSame(['10.00', '15.50', 'made', true], [$change['from'], $change['to'], $change['state'], $change['can_undo']]);
        $this->reads('11.90', shipping: '5.95');
        self::assertCount(1, $this->changes('cost'));
    }

    public function test_a_cost_in_another_currency_stays_in_it(): void
    {
        $this->follow();
        $this->reads('8.00', currency: 'GBP');

        self::assertSame([800, 'GBP'], [$this->listing->product->refresh()->cost_minor, $this->listing->product->cost_currency]);
    }

    public function test_a_cost_that_moves_floors_far_asks_first_like_a_cost_file(): void
    {
        $this->follow();
        $this->reads('90.00');

        self::assertSame([1_000, 'asked'], [$this->listing->product->refresh()->cost_minor, $this->changes('cost')[0]['state']]);
        $this->actingAs($this->user)->postJson("/api/v1/batches/{$this->changes('cost')[0]['batch_id']}/apply", ['confirmed' => true])->assertAccepted();
        self::assertSame([9_000, 'made'], [$this->listing->product->refresh()->cost_minor, $this->changes('cost')[0]['state']]);
    }

    public function test_a_question_that_a_newer_price_replaces_is_no_longer_asked(): void
    {
        $this->follow();
        $this->reads('90.00');
        $first = $this->changes('cost')[0]['batch_id'];
        $this->reads('95.00');
        $this->actingAs($this->user)->getJson("/api/v1/batches/{$first}")->assertNotFound();
        self::assertSame(['asked', 'replaced'], array_column($this->changes('cost'), 'state'));
        self::assertSame([$this->changes('cost')[0]['batch_id']], array_column(array_filter($this->getJson('/api/v1/batches')->assertOk()->json(), fn (array $batch) => $batch['state'] === 'planned'), 'id'));
    }

    public function test_all_sources_stand_in_one_list_the_thinnest_margin_first_and_in_a_file(): void
    {
        $this->follow();
        $this->reads('12.00');
        $one = $this->actingAs($this->user)->getJson('/api/v1/sources')->assertOk()->json('0');
        self::assertSame(['KC-1', '12.00', '12.00'], [$one['sku'], $one['our_cost'], $one['cost']]);
        $lines = explode("\n", trim($this->get('/api/v1/sources/export')->assertOk()->streamedContent()));
        self::assertCount(2, $lines);
        self::assertStringContainsString('KC-1', $lines[1]);
        self::assertStringContainsString($one['margin_at_source_percent'], $lines[1]);
    }

    public function test_what_followed_is_taken_back_and_not_done_again(): void
    {
        $this->follow();
        $this->reads('12.00');
        self::assertSame(1_200, $this->listing->product->refresh()->cost_minor);
        $this->actingAs($this->user)->postJson("/api/v1/source-changes/{$this->changes('cost')[0]['id']}/undo")->assertOk()->assertJson(['state' => 'undone']);
        $this->reads('12.00');
        self::assertSame(1_000, $this->listing->product->refresh()->cost_minor);

        $this->reads('12.00', Availability::OutOfStock);
        self::assertSame(0, $this->shown['KC-1']);
        $this->actingAs($this->user)->postJson("/api/v1/source-changes/{$this->changes('stock')[0]['id']}/undo")->assertOk();
        $this->workOff('publish');
        $this->reads('12.00', Availability::OutOfStock);
        self::assertSame(12, $this->shown['KC-1']);
        self::assertSame('Nora', $this->changes('stock')[0]['made_by']);
    }

    public function test_where_we_buy_is_no_rival_and_is_one_again_when_it_is_untied(): void
    {
        $this->reads('10.00');
        $offers = fn (): array => json_decode(ListingMarket::query()->find($this->listing->id)->web ?? '[]', true);
        app(\App\Watching\Actions\PublishWebOffers::class)->handle($this->workspace->id, [$this->listing->id]);
        self::assertCount(1, $offers());
        $this->follow();
        self::assertCount(0, $offers());
        $this->actingAs($this->user)->deleteJson("/api/v1/listings/{$this->listing->id}/source")->assertNoContent();
        self::assertSame([1, 0], [count($offers()), ListingSource::query()->count()]);
    }

    public function test_margins_now_and_at_the_source_stand_side_by_side(): void
    {
        $this->workspace->update(['floor_alarm_percent' => '0.1']);
        $this->follow();
        $this->reads('15.00');
        $source = $this->actingAs($this->user)->getJson('/api/v1/sources')->assertOk()->json('0');
        // 30.00 with 19 % tax is 25.21 net; 12 % of 30.00 is 3.60. 25.21 - 3.60 - 10.00 is 11.61, - 15.00 is 6.61.
        self::assertSame(['10.00', '15.00', '46.05', '26.22'], [$source['our_cost'], $source['cost'], $source['margin_percent'], $source['margin_at_source_percent']]);
    }

    public function test_sources_are_of_ones_own_workspace_and_listing(): void
    {
        $other = $this->listing('KC-2');
        $this->actingAs($this->user)->putJson("/api/v1/listings/{$other->id}/source", ['watch_id' => $this->watch->id])->assertUnprocessable();
        $this->follow();
        $this->reads('12.00');
        $id = $this->changes('cost')[0]['id'];
        [, $stranger] = $this->makeWorkspace('Other', 'other@kettle-crock.example');
        foreach (['get' => 'source', 'delete' => 'source'] as $method => $path) {
            $this->actingAs($stranger)->json($method, "/api/v1/listings/{$this->listing->id}/{$path}")->assertNotFound();
        }
        $this->actingAs($stranger)->postJson("/api/v1/source-changes/{$id}/undo")->assertNotFound();
        self::assertSame([], $this->actingAs($stranger)->getJson('/api/v1/sources')->json());
    }

    /** @param  array<string, mixed>  $wanted */
    private function follow(array $wanted = []): void
    {
        $this->actingAs($this->user)->putJson("/api/v1/listings/{$this->listing->id}/source", ['watch_id' => $this->watch->id, ...$wanted])->assertOk();
        $this->workOff('publish');
    }

    private function reads(string $price, Availability $availability = Availability::InStock, ?string $shipping = null, string $currency = 'EUR'): void
    {
        $this->travel(10)->minutes();
        $this->watch->refresh();
        $this->watch->good = new FoundOffer(1, CarbonImmutable::now(), $price, $currency, $shipping, null, $availability, 'new', 'Crock', null, 'json_ld', 98);
        $this->watch->save();
        app(FollowSource::class)->handle($this->workspace->id, $this->watch->id);
        $this->workOff('publish');
    }

    /** @return list<array<string, mixed>> */
    private function changes(string $kind): array
    {
        $all = $this->actingAs($this->user)->getJson("/api/v1/listings/{$this->listing->id}/source/changes")->assertOk()->json();

        return array_values(array_filter($all, fn (array $one) => $one['kind'] === $kind));
    }
}
