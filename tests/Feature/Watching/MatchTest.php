<?php

declare(strict_types=1);

namespace Tests\Feature\Watching;

use App\Accounts\Models\Workspace;
use App\Channels\Outgoing\PageClient;
use App\Channels\Outgoing\PinnedAddress;
use App\Market\Models\ListingMarket;
use App\Watching\Actions\AddWatches;
use App\Watching\Actions\SweepWatches;
use App\Watching\Matching\ProposeMatches;
use App\Watching\Models\Crawl;
use App\Watching\Models\ProductMatch;
use App\Watching\Models\Site;
use App\Watching\Models\SiteProduct;
use App\Watching\Models\Watch;
use App\Watching\Trust\FoundOffer;
use Carbon\CarbonImmutable;
use GuzzleHttp\Psr7\Response;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;
use Wrasse\Core\Reading\Data\Availability;

/** What other shops sell is compared with our products, and what a person accepts is watched. */
final class MatchTest extends TestCase
{
    private const SHOP = 'https://brewers-loft.test';

    private StandInWeb $web;

    private Site $site;

    protected function setUp(): void
    {
        parent::setUp();
        $this->travelTo('2026-11-30 09:00:00.123456');
        $this->web = new StandInWeb($this->openTransactions);
        $this->app->bind(PageClient::class, fn () => new PageClient(app(PinnedAddress::class), [80, 443], fn () => $this->web));
        $this->site = app(AddWatches::class)->site($this->workspace->id, 'brewers-loft.test');
        (new Crawl())->forceFill(['site_id' => $this->site->id, 'start_url' => self::SHOP.'/', 'begun_at' => now(), 'state' => 'done'])->save();
    }

    /** @return array<string, array{array<string, string>, array<string, string>, string|null}> */
    public static function pairs(): array
    {
        return [
            'the same GTIN, whatever it is called' => [['title' => 'Gärtopf', 'gtin' => '4006381333931'], ['title' => 'Crock', 'gtin' => '04006381333931'], 'same'],
            'the same part number of the same brand' => [['title' => 'Gärtopf', 'mpn' => 'KC-5000-B'], ['title' => 'Crock', 'mpn' => 'kc 5000b'], 'same'],
            'the same title' => [['title' => 'Stoneware crock 5 l'], ['title' => 'Stoneware Crock, 5 litre'], 'same'],
            'a slip and words that are joined' => [['title' => 'Swingtop bottle amber 0.5 l'], ['title' => 'Swing-top bottel amber 500 ml'], 'same'],
            'what only one says' => [['title' => 'Stoneware crock 5 l'], ['title' => 'Stoneware crock with lid and weights, blue 5 l'], 'perhaps'],
            'another size' => [['title' => 'Stoneware crock 5 l'], ['title' => 'Stoneware crock 10 l'], 'different'],
            'something else of the same brand' => [['title' => 'Stoneware crock 5 l'], ['title' => 'Oak barrel toasted'], 'different'],
        ];
    }

    /**
     * @param  array<string, string>  $ours
     * @param  array<string, string>  $theirs
     */
    #[DataProvider('pairs')]
    public function test_new_products_of_either_side_are_compared_with_those_of_the_other(array $ours, array $theirs, ?string $verdict): void
    {
        $this->ours($ours);
        $this->theirs($theirs);
        $this->compare();
        self::assertSame($verdict, ProductMatch::query()->first()?->verdict->value);

        ProductMatch::query()->delete();
        DB::update('UPDATE product_texts SET matched_at = NULL WHERE workspace_id = ?', [$this->workspace->id]);
        $this->compare();
        self::assertSame($verdict, ProductMatch::query()->first()?->verdict->value);
    }

    public function test_an_accepted_match_is_watched_and_counts_and_that_can_be_taken_back(): void
    {
        $this->web->at(self::SHOP.'/robots.txt', new Response(404));
        $this->web->page(self::SHOP.'/p/1', self::page('Stoneware crock 5 l', '21.90'));
        $listing = $this->ours(['title' => 'Stoneware crock 5 l']);
        $this->theirs(['title' => 'Stoneware crock 5 l'], 2_200);
        $this->compare();
        $id = $this->shown()[0]['id'];

        $this->decide('accepted', [$id]);
        $this->readOn();

        self::assertSame(['21.90'], array_column($this->offers($listing->id), 'price'));
        self::assertSame([], $this->shown());
        self::assertSame(['accepted', 'Nora', 1], [...array_values(array_intersect_key($this->shown('state=accepted')[0], ['state' => 1, 'decided_by' => 1])), $this->shown('state=accepted')[0]['watches']]);

        $this->decide('proposed', [$id]);
        self::assertSame([], $this->offers($listing->id));
        self::assertSame(0, Watch::query()->count());
        self::assertCount(1, $this->shown());
    }

    public function test_a_price_far_from_the_one_that_was_accepted_is_doubtful(): void
    {
        $this->web->at(self::SHOP.'/robots.txt', new Response(404));
        $this->web->page(self::SHOP.'/p/1', self::page('Stoneware crock 5 l', '2.19'));
        $this->ours(['title' => 'Stoneware crock 5 l']);
        $this->theirs(['title' => 'Stoneware crock 5 l'], 2_190);
        $this->compare();
        $this->decide('accepted', [$this->shown()[0]['id']]);
        $this->readOn();

        self::assertSame('doubtful', Watch::query()->sole()->latest?->verdict->value);
    }

    public function test_what_was_rejected_is_not_proposed_again_and_what_was_put_off_waits(): void
    {
        $this->ours(['title' => 'Stoneware crock 5 l']);
        $product = $this->theirs(['title' => 'Stoneware crock 5 l']);
        $this->compare();
        $this->decide('rejected', [$this->shown()[0]['id']]);
        $product->forceFill(['title' => 'Stoneware crock 5 litre', 'matched_at' => null])->save();
        $this->compare();
        self::assertSame([], $this->shown());
        self::assertCount(1, $this->shown('state=rejected'));

        $this->decide('later', [$this->shown('state=rejected')[0]['id']]);
        self::assertCount(1, $this->shown('state=later'));
    }

    public function test_sure_matches_are_accepted_without_a_look_only_where_a_person_allows_it(): void
    {
        $this->ours(['title' => 'Stoneware crock 5 l', 'gtin' => '4006381333931']);
        $product = $this->theirs(['title' => 'Stoneware crock 5 l', 'gtin' => '4006381333931']);
        $this->compare();
        self::assertSame(0, Watch::query()->count());

        $this->actingAs($this->user)->patchJson('/api/v1/crawls/'.Crawl::query()->sole()->id, ['links_same' => true, 'link_from' => 100])->assertOk();
        $product->forceFill(['matched_at' => null])->save();
        $this->compare();
        $score = ProductMatch::query()->sole()->score;
        self::assertSame($score === 100 ? 1 : 0, Watch::query()->count());

        $this->actingAs($this->user)->patchJson('/api/v1/crawls/'.Crawl::query()->sole()->id, ['link_from' => 90])->assertOk();
        $product->forceFill(['matched_at' => null])->save();
        $this->compare();
        self::assertSame([1, null], [Watch::query()->count(), ProductMatch::query()->sole()->decided_by]);
    }

    public function test_nothing_is_accepted_by_itself_where_two_of_ours_are_the_same(): void
    {
        Crawl::query()->update(['links_same' => true, 'link_from' => 90]);
        $this->ours(['title' => 'Stoneware crock 5 l', 'gtin' => '4006381333931']);
        $this->ours(['title' => 'Stoneware crock 5 l (new label)', 'gtin' => '4006381333931']);
        $this->theirs(['title' => 'Stoneware crock 5 l', 'gtin' => '4006381333931']);
        $this->compare();

        self::assertSame([0, 2], [Watch::query()->count(), count($this->shown())]);
    }

    public function test_many_are_accepted_by_score_and_thresholds_show_what_they_would_do(): void
    {
        foreach ([5, 10, 15] as $litres) {
            $this->ours(['title' => "Stoneware crock {$litres} l"]);
            $this->theirs(['title' => "Stoneware crock {$litres} l"]);
        }
        $this->theirs(['title' => 'Stoneware crock with lid, blue 5 l']);
        $this->compare();
        self::assertCount(4, $this->shown());
        $counts = $this->actingAs($this->user)->getJson('/api/v1/matches/count?site='.$this->site->id)->assertOk()->json();
        self::assertSame([4, 4], [$counts['matches'], array_sum(array_column($counts['scores'], 'proposed'))]);

        $ids = $this->actingAs($this->user)->postJson('/api/v1/matches/decide', ['state' => 'accepted', 'filter' => ['site' => $this->site->id, 'from_score' => 90]])->assertOk()->json('ids');
        self::assertCount(3, $ids);
        self::assertSame([3, 1], [Watch::query()->count(), count($this->shown())]);

        $this->actingAs($this->user)->patchJson('/api/v1/crawls/'.Crawl::query()->sole()->id, ['show_from' => 90])->assertOk();
        self::assertSame([], $this->shown());
    }

    public function test_once_it_is_said_what_a_page_sells_nothing_else_of_it_is_asked(): void
    {
        foreach ([4, 6] as $pieces) {
            $this->ours(['title' => "Stoneware crock {$pieces} handles"]);
        }
        $this->theirs(['title' => 'Stoneware crock with handles, blue']);
        $this->compare();
        self::assertCount(2, $this->shown());

        $this->decide('accepted', [$this->shown()[0]['id']]);
        self::assertSame([[], 0], [$this->shown(), $this->actingAs($this->user)->getJson('/api/v1/crawls')->json('0.proposed')]);
    }

    public function test_matches_are_of_ones_own_workspace(): void
    {
        $this->ours(['title' => 'Stoneware crock 5 l']);
        $this->theirs(['title' => 'Stoneware crock 5 l']);
        $this->compare();
        $id = $this->shown()[0]['id'];
        [$other, $stranger] = $this->makeWorkspace('Ton & Topf', 'ida@ton-topf.example');
        self::assertSame([], $this->actingAs($stranger)->getJson('/api/v1/matches')->json());
        self::assertSame([], $this->actingAs($stranger)->postJson('/api/v1/matches/decide', ['state' => 'accepted', 'ids' => [$id]])->json('ids'));
        $this->enter($other, function (): void {
            app()->forgetInstance(ProposeMatches::class);
            app(ProposeMatches::class)->handle(Workspace::query()->where('name', 'Ton & Topf')->sole());
            self::assertSame(0, ProductMatch::query()->count());
        });
    }

    public function test_what_is_surely_different_is_shown_only_to_whoever_asks(): void
    {
        $this->ours(['title' => 'Stoneware crock 5 l']);
        $this->theirs(['title' => 'Stoneware crock 10 l']);
        $this->compare();

        self::assertSame([[], 1], [$this->shown(), count($this->shown('different=1'))]);
    }

    /** @param  array<string, string>  $product */
    private function ours(array $product): \App\Catalogue\Models\Listing
    {
        static $number = 0;
        $number++;

        return $this->listing("KC-{$number}", [], ['brand' => 'Kettle & Crock', ...$product]);
    }

    /** @param  array<string, string>  $product */
    private function theirs(array $product, int $price = 2_190): SiteProduct
    {
        $number = SiteProduct::query()->count() + 1;
        $offer = new FoundOffer(0, CarbonImmutable::now(), sprintf('%d.%02d', intdiv($price, 100), $price % 100), 'EUR', null, null, Availability::InStock, 'new', $product['title'], null, 'json_ld', 98);
        $one = new SiteProduct();
        $one->forceFill([
            'site_id' => $this->site->id, 'url' => self::SHOP."/p/{$number}", 'brand' => 'Kettle & Crock', ...$product,
            'price_minor' => $price, 'currency' => 'EUR', 'in_stock' => true, 'condition' => 'new', 'offer' => $offer,
            'first_seen_at' => now(), 'seen_at' => now(),
        ])->save();

        return $one;
    }

    private function compare(): void
    {
        app()->forgetInstance(ProposeMatches::class);
        $propose = app(ProposeMatches::class);
        while ($propose->handle($this->workspace->refresh())) {
            continue;
        }
    }

    /** @return list<array<string, mixed>> */
    private function shown(string $query = ''): array
    {
        return $this->actingAs($this->user)->getJson("/api/v1/matches?{$query}")->assertOk()->json();
    }

    /** @param  list<int>  $ids */
    private function decide(string $state, array $ids): void
    {
        $this->actingAs($this->user)->postJson('/api/v1/matches/decide', ['state' => $state, 'ids' => $ids])->assertOk()->assertJson(['ids' => $ids]);
        $this->workOff();
    }

    private function readOn(): void
    {
        for ($i = 0; $i < 3; $i++) {
            $this->travel(7)->seconds();
            app(SweepWatches::class)->sweep();
            $this->workOff('watching');
            $this->workOff();
        }
    }

    /** @return list<array<string, mixed>> */
    private function offers(int $listingId): array
    {
        return json_decode(ListingMarket::query()->find($listingId)->web ?? '[]', true, 16, JSON_THROW_ON_ERROR);
    }

    private static function page(string $name, string $price): string
    {
        $data = json_encode([
            '@context' => 'https://schema.org', '@type' => 'Product', 'name' => $name, 'brand' => 'Kettle & Crock',
            'offers' => ['@type' => 'Offer', 'price' => $price, 'priceCurrency' => 'EUR', 'availability' => 'https://schema.org/InStock'],
        ], JSON_THROW_ON_ERROR);

        return "<html><head><script type=\"application/ld+json\">{$data}</script></head><body><h1>{$name}</h1><p>€{$price}</p></body></html>";
    }
}
