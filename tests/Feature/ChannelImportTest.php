<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Models\Listing;
use App\Channels\Models\Channel;
use App\Market\Actions\AdvanceImport;
use App\Market\Actions\StartImport;
use App\Market\Models\ChannelImport;
use App\Market\Models\ImportStep;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Tests\TestCase;

/**
 * Bringing in a new channel: word of changes first, then page by page, going on after the last page that was written.
 */
final class ChannelImportTest extends TestCase
{
    private const PAGES = 3;

    private const LISTINGS_A_PAGE = 4;

    /** @var list<string> what the marketplace was asked, in order */
    private array $calls = [];

    /** @var array<string, int> how often a call is answered 503 first, by the same words */
    private array $failures = [];

    /** What our account there is in. */
    private string $currency = 'EUR';

    protected function setUp(): void
    {
        parent::setUp();
        Http::fake(function (Request $request) {
            $call = $this->callOf($request);
            $this->calls[] = $call;
            if (($this->failures[$call] ?? 0) > 0) {
                $this->failures[$call]--;

                return Http::response('', 503);
            }

            return Http::response($this->answer($request));
        });
    }

    public function test_reads_everything_in_order_and_leaves_no_import_behind(): void
    {
        app(StartImport::class)->handle($this->channel, isFirst: true);
        $this->workOff();
        $listings = self::PAGES * self::LISTINGS_A_PAGE;
        self::assertSame('subscribe', $this->calls[0], 'before anything is read');
        self::assertSame(
            [
                'subscribe',
                'account',
                'listings',
                'listings S04',
                'listings S08',
                'offers 12',
                'history',
                'history S04',
                'history S08',
            ],
            $this->calls,
        );
        self::assertSame(
            [$listings, $listings, $listings],
            [Listing::query()->count(), DB::table('listing_markets')->count(), DB::table('sales_days')->count()],
        );
        self::assertNotNull($this->channel->refresh()->synced_at);
        self::assertSame(0, ChannelImport::query()->count());
    }

    public function test_goes_on_after_the_last_page_that_was_written(): void
    {
        $this->failures = ['listings S08' => 1, 'history S04' => 2];
        app(StartImport::class)->handle($this->channel, isFirst: true);
        for ($try = 0; $try < 4; $try++) {
            app(AdvanceImport::class)->handle($this->channel->refresh());
            $this->wake();
        }
        self::assertSame(
            1,
            count(array_keys($this->calls, 'listings S04', true)),
            'a page that was written is not read again',
        );
        self::assertSame(2, count(array_keys($this->calls, 'listings S08', true)));
        self::assertSame(3, count(array_keys($this->calls, 'history S04', true)));
        self::assertSame([12, 0], [Listing::query()->count(), ChannelImport::query()->count()]);
    }

    public function test_says_how_far_it_is_and_why_it_waits(): void
    {
        $this->failures = ['listings S04' => 9];
        app(StartImport::class)->handle($this->channel, isFirst: true);
        app(AdvanceImport::class)->handle($this->channel);
        $import = $this->actingAs($this->user)->getJson('/api/v1/channel-imports')->assertOk()->json('0');
        self::assertSame(
            ['listings', 4, 12, 'Quayside is out of order (status 503).'],
            [$import['step'], $import['done'], $import['total'], $import['problem']['text'] ?? null],
        );
        [, $other] = $this->makeWorkspace('Another', 'other@another.example');
        $this->actingAs($other)->getJson('/api/v1/channel-imports')->assertOk()->assertExactJson([]);
    }

    public function test_an_account_in_another_currency_than_was_said_brings_nothing_in(): void
    {
        $this->currency = 'CHF';
        app(StartImport::class)->handle($this->channel, isFirst: true);
        app(AdvanceImport::class)->handle($this->channel);
        $said = ChannelImport::query()->firstOrFail()->problem;
        self::assertSame(
            ['channel_other_currency', ['channel' => 'Quayside', 'theirs' => 'CHF', 'ours' => 'EUR'], 0],
            [$said?->code, $said?->values, Listing::query()->count()],
        );
    }

    public function test_a_process_that_died_is_found_and_one_that_was_overtaken_writes_nothing(): void
    {
        app(StartImport::class)->handle($this->channel, isFirst: true);
        DB::table('jobs')->delete();
        $this->travel(10)->seconds();
        ChannelImport::query()->update([
            'step' => ImportStep::Listings,
            'due_at' => now()->addSeconds(30)->format(ChannelImport::TIME),
        ]);
        $this->artisan('work:sweep')->assertSuccessful();
        self::assertSame(0, DB::table('jobs')->count(), 'someone is working on it');
        $this->wake();
        $this->artisan('work:sweep')->assertSuccessful();
        self::assertSame(1, DB::table('jobs')->where('payload', 'like', '%ImportChannelJob%')->count());

        Http::swap(new \Illuminate\Http\Client\Factory());
        Http::fake(function (Request $request) {
            // Meanwhile another process has taken the import over and finished it.
            ChannelImport::query()->delete();

            return Http::response($this->answer($request));
        });
        app(AdvanceImport::class)->handle($this->channel);
        self::assertSame([0, 0], [Listing::query()->count(), ChannelImport::query()->count()]);
    }

    public function test_a_known_channel_has_its_listings_read_again_without_history(): void
    {
        app(StartImport::class)->handle($this->channel, isFirst: false);
        $this->workOff();
        self::assertSame(['account', 'listings', 'listings S04', 'listings S08'], $this->calls);
        app(StartImport::class)->handle($this->channel, isFirst: false);
        app(StartImport::class)->handle($this->channel, isFirst: true);
        self::assertSame(1, ChannelImport::query()->count(), 'nothing is begun twice');
    }

    /** Time passes, and the circuit is closed again. */
    private function wake(): void
    {
        ChannelImport::query()->update(['due_at' => now()->subSecond()->format(ChannelImport::TIME)]);
        Channel::query()->update(['quiet_until' => null]);
    }

    private function callOf(Request $request): string
    {
        parse_str((string) parse_url($request->url(), PHP_URL_QUERY), $query);
        $name = basename((string) parse_url($request->url(), PHP_URL_PATH));

        return match ($name) {
            'subscription' => 'subscribe',
            'offers' => 'offers '.count(explode(',', (string) $query['items'])),
            default => trim("{$name} ".($query['after'] ?? '')),
        };
    }

    /** @return array<string, mixed> */
    private function answer(Request $request): array
    {
        parse_str((string) parse_url($request->url(), PHP_URL_QUERY), $query);
        $from = (int) substr((string) ($query['after'] ?? 'S00'), 1);
        $skus = array_map(fn (int $n) => sprintf('S%02d', $n), range($from + 1, $from + self::LISTINGS_A_PAGE));
        $next = $from + self::LISTINGS_A_PAGE < self::PAGES * self::LISTINGS_A_PAGE ? end($skus) : null;
        $row = fn (string $sku): array => [
            'sku' => $sku,
            'item' => "QU-{$sku}",
            'title' => 'Crock',
            'price' => '24.90',
            'shipping' => '0.00',
            'condition' => 'new',
            'fulfilment' => 'merchant',
            'stock' => 4,
        ];
        $day = fn (string $sku): array => [
            'date' => '2026-01-01',
            'sku' => $sku,
            'price' => '24.90',
            'in_stock' => true,
            'units' => 1,
            'offers' => [],
        ];

        return match (basename((string) parse_url($request->url(), PHP_URL_PATH))) {
            'listings' => [
                'listings' => array_map($row, $skus),
                'next' => $next,
                'total' => self::PAGES * self::LISTINGS_A_PAGE,
            ],
            'offers' => [
                'offers' => array_fill_keys(explode(',', (string) $query['items']), [
                    ['seller' => 'r', 'name' => 'Rill', 'price' => '22.00'],
                ]),
            ],
            'history' => ['days' => array_map($day, $skus), 'next' => $next],
            'account' => ['currency' => $this->currency],
            default => ['url' => 'here'],
        };
    }
}
