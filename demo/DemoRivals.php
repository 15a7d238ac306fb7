<?php

declare(strict_types=1);

namespace Demo;

use App\Catalogue\Models\Listing;
use App\Channels\Models\Channel;
use App\Channels\Outgoing\OutgoingHttp;
use App\Sourcing\Actions\SaveSource;
use App\Watching\Actions\AddWatches;
use App\Watching\Actions\ChangeSite;
use App\Watching\Crawling\StartCrawl;
use App\Watching\Models\Crawl;
use App\Watching\Models\Site;
use App\Watching\Models\Watch;
use App\Watching\Models\WatchState;
use Illuminate\Support\Collection;

/** Has pages of the simulated shops watched for the listings of our own shop. */
final readonly class DemoRivals
{
    /** By host: what a seller says of the shop beside what its pages say. */
    private const SHOPS = [
        'cellar-supply.test' => ['name' => 'Cellar Supply'],
        'ton-und-topf.test' => ['name' => 'Ton & Topf', 'currency' => 'EUR', 'shipping_minor' => 590, 'free_shipping_from_minor' => 7_500],
        'maison-du-bocal.test' => ['name' => 'Maison du Bocal', 'currency' => 'EUR', 'shipping_minor' => 690],
        'barrel-lane.test' => ['name' => 'Barrel Lane', 'currency' => 'GBP', 'shipping_minor' => 850],
        'brouwgroothandel.test' => ['name' => 'Brouwgroothandel', 'currency' => 'EUR', 'shipping_minor' => 650],
        'fermento.test' => ['name' => 'Fermento', 'currency' => 'EUR', 'shipping_minor' => 490],
        'casa-del-tarro.test' => ['name' => 'Casa del Tarro', 'currency' => 'EUR', 'shipping_minor' => 490],
        'jar-corner.test' => ['name' => 'Jar Corner', 'currency' => 'EUR', 'shipping_minor' => 390],
    ];

    /** Their pages show all sizes of a thing. */
    private const WITH_SIZES = ['barrel-lane.test', 'fermento.test', 'casa-del-tarro.test'];

    /** Its data is wrong: nobody has confirmed any of it. */
    private const WITH_WRONG_DATA = 'jar-corner.test';

    private const READ_THROUGH = 'ton-und-topf.test';

    private const SOURCE = 'cellar-supply.test';

    private const BOUGHT = 4;

    private const PAGES_A_SHOP = 14;

    /** Of them: not confirmed yet. */
    private const UNCONFIRMED = 2;

    public function __construct(private AddWatches $add, private ChangeSite $change, private OutgoingHttp $http, private StartCrawl $crawl, private SaveSource $sources)
    {
    }

    /** Has one of the shops read through: what it sells is put before the seller. */
    public function readThrough(int $workspaceId): void
    {
        $port = parse_url((string) config('markets.shop'), PHP_URL_PORT);
        $site = $this->add->site($workspaceId, self::READ_THROUGH);
        $site->update(['delay_seconds' => 1]);
        $this->crawl->handle(new Crawl(['site_id' => $site->id, 'start_url' => 'http://'.self::READ_THROUGH.":{$port}/", 'every_days' => 7]));
    }

    /** Some things are bought at one of the shops: sold out there, we have none. */
    public function buyAtSource(int $workspaceId): void
    {
        $site = Site::query()->where('workspace_id', $workspaceId)->where('host', self::SOURCE)->firstOrFail();
        $watches = Watch::query()->with('listing')->where('site_id', $site->id)->where('state', WatchState::Confirmed)->get();
        foreach ($watches->sortByDesc('listing.price_minor')->take(self::BOUGHT) as $watch) {
            $this->sources->save($watch->listing, ['watch_id' => $watch->id, 'follows_cost' => false, 'tax_percent' => '19'], null);
        }
    }

    /** @return list<int> the listings that are watched for */
    public function watch(Channel $shop): array
    {
        $port = parse_url((string) config('markets.shop'), PHP_URL_PORT);
        $listings = Listing::query()->where('channel_id', $shop->id)->orderBy('sku')->get()->keyBy('sku');
        $watched = [];
        foreach (self::SHOPS as $host => $facts) {
            $pages = $this->pages("http://{$host}:{$port}", $listings);
            foreach (array_slice($pages, 0, self::PAGES_A_SHOP) as $number => [$url, $listing]) {
                $watch = $this->add->add($shop->workspace_id, $listing, $this->add->address($url), [
                    'variant' => in_array($host, self::WITH_SIZES, true) ? self::size($listing->title) : null,
                    'schedule' => ['every_minutes' => 30],
                ]);
                if ($number >= self::UNCONFIRMED && $host !== self::WITH_WRONG_DATA) {
                    Watch::query()->whereKey($watch->id)->update(['state' => WatchState::Confirmed]);
                    $watched[$listing->id] = true;
                }
            }
            $this->change->handle(Site::query()->where('host', $host)->firstOrFail()->id, $facts, null, null);
        }

        return array_keys($watched);
    }

    /**
     * @param  Collection<string, Listing>  $listings  by SKU
     * @return list<array{string, Listing}> pages of things that we have too; every shop begins elsewhere in the list
     */
    private function pages(string $shop, Collection $listings): array
    {
        $sitemap = $this->http->request()->get("{$shop}/sitemap.xml")->body();
        preg_match_all('#<loc>([^<]*/p/([a-z0-9-]+))</loc>#', $sitemap, $found, PREG_SET_ORDER);
        $pages = [];
        foreach ($found as [, $url, $sku]) {
            $listing = $listings[strtoupper($sku)] ?? null;
            if ($listing !== null) {
                $pages[] = [$url, $listing];
            }
        }
        usort($pages, fn (array $a, array $b) => crc32($a[1]->sku) <=> crc32($b[1]->sku));

        return $pages;
    }

    private static function size(string $title): ?string
    {
        return preg_match('/\b\d+(?:\.\d+)? (?:ml|l|g|kg)\b/', $title, $found) === 1 ? $found[0] : null;
    }
}
