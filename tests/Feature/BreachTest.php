<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Models\Listing;
use App\Market\Actions\RecordObservation;
use App\Market\Models\ListingMarket;
use App\Market\Models\Rival;
use App\Market\Rivals\GatherRivals;
use App\Watching\Models\Site;
use App\Watching\Models\Watch;
use App\Watching\Models\WebHost;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;

/** Who asks less than the advertised minimum, or more than the recommended price. */
final class BreachTest extends TestCase
{
    private Listing $crock;

    protected function setUp(): void
    {
        parent::setUp();
        $this->travelTo('2026-11-30 12:00:00');
        $this->crock = $this->listing('KC-1', ['price_minor' => 2_500], ['map_minor' => 2_000, 'rrp_minor' => 3_000, 'brand' => 'Steinhaus']);
        foreach ([['tidal', 'Tidal Goods', $this->crock->channel_id], ['topf.example', 'Topf', null]] as [$seller, $name, $channel]) {
            Rival::query()->insert(['workspace_id' => $this->workspace->id, 'channel_id' => $channel, 'seller' => $seller, 'name' => $name]);
        }
    }

    public function test_each_time_has_its_seller_its_length_and_its_lowest_price_and_ours_come_first(): void
    {
        $this->observe('-9 days', 2_500, ['tidal' => '19.00']);
        $this->observe('-8 days', 2_500, ['tidal' => '18.00']);
        $this->observe('-7 days', 1_990, ['tidal' => '20.00']);
        $this->observe('-6 days', 1_990, ['tidal' => '19.50']);
        $this->gather();
        $this->observe('-5 days', 1_990, ['tidal' => '19.40']);
        $this->gather();
        $found = array_map(
            fn (array $one): array => [$one['rival'], $one['worst'], $one['worst_percent'], $one['latest'], substr($one['began_at'], 0, 10), $one['ended_at'] === null ? null : substr($one['ended_at'], 0, 10)],
            $this->found('breaches'),
        );
        self::assertSame(
            [
                [null, '19.90', '-0.50', '19.90', '2026-11-23', null],
                ['Tidal Goods', '19.40', '-3.00', '19.40', '2026-11-24', null],
                ['Tidal Goods', '18.00', '-10.00', '18.00', '2026-11-21', '2026-11-23'],
            ],
            $found,
        );
        self::assertCount(2, $this->found('breaches?open=1'));
        self::assertCount(1, $this->found('breaches?rival=0'));
        self::assertSame([], $this->found('breaches?brand=Glasbach'));
        self::assertSame([], $this->found('breaches?kind=maximum'));
    }

    public function test_sellers_and_brands_are_summed_up_and_who_does_it_again_is_named(): void
    {
        foreach ([9, 7, 5] as $days) {
            $this->observe("-{$days} days", 2_500, ['tidal' => '19.00']);
            $this->observe('-'.($days - 1).' days', 2_500, ['tidal' => '21.00']);
        }
        $this->gather();
        $seller = $this->found('breaches/sellers')[0];
        self::assertSame(['Tidal Goods', 3, 1, 0, '5.00', '3.0', true], [$seller['name'], $seller['times'], $seller['listings'], $seller['open'], $seller['worst_percent'], $seller['days'], $seller['is_repeated']]);
        self::assertSame('Steinhaus', $this->found('breaches/brands')[0]['name']);
    }

    public function test_more_than_the_recommended_price_is_a_kind_of_its_own(): void
    {
        $this->observe('-2 days', 2_500, ['tidal' => '33.00']);
        $this->gather();
        self::assertSame(['Tidal Goods', '33.00', '10.00'], [$this->found('breaches?kind=maximum')[0]['rival'], $this->found('breaches?kind=maximum')[0]['worst'], $this->found('breaches?kind=maximum')[0]['worst_percent']]);
        self::assertSame([], $this->found('breaches'));
    }

    public function test_shipping_does_not_count_nor_what_is_used_or_sold_out_nor_another_currency(): void
    {
        $this->observe('-3 days', 2_500, [], [
            ['seller' => 'tidal', 'price' => '19.00', 'shipping' => '5.00'],
            ['seller' => 'topf.example', 'price' => '9.00', 'source' => 'web', 'in_stock' => false],
            ['seller' => 'topf.example', 'price' => '9.00', 'source' => 'web', 'condition' => 'used'],
        ]);
        $this->gather();
        self::assertSame(['Tidal Goods'], array_column($this->found('breaches'), 'rival'));
        $this->crock->channel->update(['currency' => 'CHF']);
        $this->observe('-2 days', 2_500, ['tidal' => '19.00']);
        $this->gather();
        self::assertNotNull($this->found('breaches')[0]['ended_at'], 'the minimum is in the currency of the workspace');
    }

    public function test_what_was_seen_is_shown_with_the_page_as_it_was(): void
    {
        $host = WebHost::query()->create(['host' => 'topf.example']);
        $site = Site::query()->create(['host' => $host->host, 'name' => 'Topf']);
        $watch = Watch::query()->create(['site_id' => $site->id, 'listing_id' => $this->crock->id, 'url' => 'https://topf.example/p/1', 'schedule' => ['every_minutes' => 60]]);
        $at = CarbonImmutable::now()->subDays(2);
        DB::table('stored_pages')->insert(['workspace_id' => $this->workspace->id, 'hash' => str_repeat('a', 64), 'content_type' => 'text/html', 'body' => 'x', 'seen_at' => $at]);
        $reading = DB::scalar(
            "INSERT INTO readings (workspace_id, watch_id, read_at, verdict, bytes, milliseconds, redirects, page_hash) VALUES (?, ?, ?, 'good', 1, 1, '[]', ?) RETURNING id",
            [$this->workspace->id, $watch->id, $at->subSeconds(5), str_repeat('a', 64)],
        );
        $this->observe('-2 days', 2_500, [], [['seller' => 'topf.example', 'price' => '19.00', 'source' => 'web']]);
        $this->gather();
        $breach = $this->found('breaches')[0];
        self::assertTrue($breach['is_web']);
        $evidence = $this->found("breaches/{$breach['id']}/evidence");
        self::assertEquals(['seller' => 'topf.example', 'price' => '19.00', 'source' => 'web'], $evidence['offer']);
        self::assertSame([$reading, 'https://topf.example/p/1'], [$evidence['reading_id'], $evidence['url']]);
    }

    public function test_the_report_is_a_pdf_and_a_file_for_spreadsheets(): void
    {
        $this->crock->update(['title' => '<b>Crock</b> Gärtopf 5 l']);
        $this->observe('-2 days', 1_900, ['tidal' => '19.00']);
        $this->gather();
        $file = $this->actingAs($this->user)->get('/api/v1/breaches/export')->assertOk()->streamedContent();
        self::assertStringContainsString('KC-1,"<b>Crock</b> Gärtopf 5 l",Steinhaus,Quayside,"Tidal Goods",20.00,19.00,-5.00', $file);
        $pdf = $this->actingAs($this->user)->get('/api/v1/breaches/report')->assertOk()->assertHeader('Content-Type', 'application/pdf')->getContent();
        self::assertStringStartsWith('%PDF-1.', (string) $pdf);
        self::assertGreaterThan(5_000, strlen((string) $pdf));
    }

    public function test_the_page_as_it_was_is_attached_to_the_report(): void
    {
        WebHost::query()->create(['host' => 'topf.example']);
        $site = Site::query()->create(['host' => 'topf.example', 'name' => 'Topf']);
        $watch = Watch::query()->create(['site_id' => $site->id, 'listing_id' => $this->crock->id, 'url' => 'https://topf.example/p/1', 'schedule' => ['every_minutes' => 60]]);
        $at = CarbonImmutable::now()->subDays(2);
        $page = '<html><body><h1>Gärtopf</h1><b>19,00 €</b></body></html>';
        $hash = str_repeat('b', 64);
        DB::insert("INSERT INTO stored_pages (workspace_id, hash, content_type, body, seen_at) VALUES (?, ?, 'text/html', decode(?, 'base64'), ?)", [$this->workspace->id, $hash, base64_encode((string) gzencode($page)), $at]);
        $reading = DB::scalar(
            "INSERT INTO readings (workspace_id, watch_id, read_at, verdict, bytes, milliseconds, redirects, page_hash) VALUES (?, ?, ?, 'good', 1, 1, '[]', ?) RETURNING id",
            [$this->workspace->id, $watch->id, $at->subSeconds(5), $hash],
        );
        $this->observe('-2 days', 2_500, [], [['seller' => 'topf.example', 'price' => '19.00', 'source' => 'web']]);
        $this->gather();
        $pdf = (string) $this->actingAs($this->user)->get('/api/v1/breaches/report')->assertOk()->getContent();
        self::assertSame(1, preg_match_all('#/Type /EmbeddedFile#', $pdf));
        self::assertStringContainsString("reading-{$reading}.html.txt", str_replace("\0", '', $pdf));
        preg_match('#/Type /EmbeddedFile.*?stream\r?\n(.*?)\r?\nendstream#s', $pdf, $file);
        self::assertSame($page, @gzuncompress($file[1]) ?: $file[1]);
    }

    public function test_another_workspace_sees_nothing_of_it(): void
    {
        $this->observe('-2 days', 2_500, ['tidal' => '19.00']);
        $this->gather();
        $id = $this->found('breaches')[0]['id'];
        [, $stranger] = $this->makeWorkspace('Other', 'other@shop.example');
        $this->actingAs($stranger);
        self::assertSame([], $this->getJson('/api/v1/breaches')->assertOk()->json());
        self::assertSame([], $this->getJson('/api/v1/breaches/sellers')->assertOk()->json());
        $this->getJson("/api/v1/breaches/{$id}/evidence")->assertNotFound();
    }

    /**
     * @param  array<string, string>  $prices  by seller
     * @param  list<array<string, mixed>>|null  $offers  instead
     */
    private function observe(string $when, int $ours, array $prices, ?array $offers = null): void
    {
        $at = CarbonImmutable::now()->modify($when);
        $offers ??= array_map(fn (string $seller, string $price) => ['seller' => $seller, 'price' => $price], array_keys($prices), $prices);
        ListingMarket::query()->updateOrCreate(
            ['listing_id' => $this->crock->id],
            ['offers' => $offers, 'seen_at' => $at, 'changed_at' => $at, 'to_gather' => true],
        );
        RecordObservation::rows([
            RecordObservation::row($this->crock->id, $this->workspace->id, $ours, null, null, json_encode($offers, JSON_THROW_ON_ERROR), $at),
        ]);
    }

    private function gather(): void
    {
        app(GatherRivals::class)->handle($this->workspace);
    }

    /** @return array<mixed> */
    private function found(string $path): array
    {
        return $this->actingAs($this->user)->getJson("/api/v1/{$path}")->assertOk()->json();
    }
}
