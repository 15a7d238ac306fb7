<?php

declare(strict_types=1);

namespace Tests\Feature\Watching;

use App\Catalogue\Models\Listing;
use App\Watching\Actions\PublishWebOffers;
use App\Watching\Models\Site;
use App\Watching\Models\Watch;
use App\Watching\Models\WatchState;
use App\Watching\Models\WebHost;
use App\Watching\Trust\FoundOffer;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;
use Wrasse\Core\Reading\Data\Availability;

/** Prices of other shops beside those of a marketplace: in the listing's terms, in what is decided, and in what was observed. */
final class WebOffersInDecisionsTest extends TestCase
{
    private Listing $listing;

    private Site $site;

    protected function setUp(): void
    {
        parent::setUp();
        $this->listing = $this->listing(
            'KC-1',
            ['rule_id' => $this->rule('Below')->id, 'automation_on' => true],
            offers: [['seller' => 'someone', 'price' => '24.00']],
        );
        WebHost::query()->create(['host' => 'shop.test']);
        $this->site = Site::query()->create(['host' => 'shop.test', 'name' => 'Shop']);
    }

    public function test_it_is_compared_with_like_any_offer_and_told_apart(): void
    {
        $this->found('21.90');
        self::assertSame(2_168, $this->decided());
        $offers = $this->detail()['offers'];
        self::assertSame(
            [['shop.test', true, '21.90'], ['someone', false, '24.00']],
            array_map(fn (array $offer) => [$offer['seller'], $offer['is_web'], $offer['landed']], $offers),
        );
        $row = $this->actingAs($this->user)->getJson('/api/v1/listings?q=KC-1')->json('listings.0');
        self::assertSame([false, true], array_column($row['marks'], 'is_web'));
        $observed = json_decode((string) DB::table('market_observations')->where('listing_id', $this->listing->id)->orderByDesc('observed_at')->value('offers'), true);
        self::assertSame(['someone', 'shop.test'], array_column($observed, 'seller'));
    }

    public function test_a_rule_may_leave_the_web_out_or_leave_old_readings_out(): void
    {
        $this->found('21.90', at: now()->subHours(3)->toImmutable());
        foreach ([['sources' => ['marketplace']], ['max_age_minutes' => 60, 'sources' => ['web']]] as $field) {
            $rule = $this->rule('With '.json_encode($field), ['field' => $field]);
            $this->listing->update(['rule_id' => $rule->id]);
            $dropped = collect($this->detail()['offers'])->firstWhere('seller', 'shop.test')['dropped'];
            self::assertSame(isset($field['max_age_minutes']) ? 'stale' : 'source', $dropped);
        }
    }

    public function test_another_currency_is_converted_and_without_a_rate_not_counted_and_said_so(): void
    {
        $this->found('20.00', 'GBP');
        self::assertSame(['someone'], array_column($this->detail()['offers'], 'seller'));
        self::assertSame('watch_no_rate', $this->watch()['not_counted']['code']);
        $this->actingAs($this->user)->postJson('/api/v1/rates', ['rates' => [['base' => 'GBP', 'quote' => 'EUR', 'rate' => '1.10', 'day' => now()->toDateString()]]])->assertOk();
        $this->workOff();
        self::assertSame(['shop.test', 'someone'], array_column($this->detail()['offers'], 'seller'));
        self::assertSame(['22.00', null], [$this->watch()['landed'], $this->watch()['not_counted']]);
    }

    public function test_a_price_without_tax_and_shipping_terms_are_brought_to_ours(): void
    {
        $this->site->update(['tax_included' => false, 'currency' => 'EUR', 'shipping_minor' => 500, 'free_shipping_from_minor' => 5_000]);
        $this->found('10.00');
        self::assertSame('17.85', $this->watch()['landed']);
        $this->found('50.00');
        self::assertSame('59.50', $this->watch()['landed']);
    }

    public function test_what_is_sold_out_and_our_own_shop_do_not_count(): void
    {
        $this->found('21.90', availability: Availability::OutOfStock);
        self::assertSame('out_of_stock', $this->detail()['offers'][1]['dropped']);
        $this->actingAs($this->user)->patchJson("/api/v1/sites/{$this->site->id}", ['is_own' => true])->assertOk();
        self::assertSame(['someone'], array_column($this->detail()['offers'], 'seller'));
    }

    public function test_a_marketplace_that_is_observed_again_does_not_lose_them(): void
    {
        $this->found('21.90');
        DB::table('listing_markets')->where('listing_id', $this->listing->id)->update(['offers' => '[]', 'packed' => null]);
        self::assertSame(['shop.test'], array_column($this->detail()['offers'], 'seller'));
    }

    public function test_a_decision_that_was_kept_shows_them_as_they_were(): void
    {
        $this->found('21.90');
        $this->workOff();
        $kept = DB::table('decisions')->where('listing_id', $this->listing->id)->orderByDesc('id')->value('input');
        self::assertStringContainsString('"shop.test"', (string) $kept);
        self::assertStringContainsString('"source":"web"', (string) $kept);
    }

    private function found(
        string $price,
        string $currency = 'EUR',
        ?CarbonImmutable $at = null,
        Availability $availability = Availability::InStock,
    ): void {
        $watch = Watch::query()->firstOrNew(['listing_id' => $this->listing->id]);
        $watch->fill(['site_id' => $this->site->id, 'url' => 'https://shop.test/p', 'schedule' => ['times_a_day' => 4]]);
        $watch->state = WatchState::Confirmed;
        $watch->good = new FoundOffer(1, $at ?? now()->toImmutable(), $price, $currency, null, null, $availability, 'new', 'Crock', null, 'json_ld', 98);
        $watch->save();
        $this->publish();
    }

    private function publish(): void
    {
        app(PublishWebOffers::class)->handle($this->workspace->id, [$this->listing->id]);
        $this->workOff();
    }

    private function decided(): ?int
    {
        return $this->standingDecision($this->listing)?->price_minor;
    }

    /** @return array<string, mixed> */
    private function detail(): array
    {
        return $this->actingAs($this->user)->getJson("/api/v1/listings/{$this->listing->id}")->assertOk()->json();
    }

    /** @return array<string, mixed> */
    private function watch(): array
    {
        return $this->actingAs($this->user)->getJson("/api/v1/watches?listing={$this->listing->id}")->assertOk()->json('0');
    }
}
