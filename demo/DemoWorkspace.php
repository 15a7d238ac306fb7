<?php

declare(strict_types=1);

namespace Demo;

use App\Accounts\Models\Repricing;
use App\Accounts\Models\User;
use App\Accounts\Models\Workspace;
use App\Catalogue\Actions\ApplyBatch;
use App\Catalogue\Actions\CheckImport;
use App\Catalogue\Actions\FetchRates;
use App\Catalogue\Actions\KeepImport;
use App\Catalogue\Actions\SetScopeLimits;
use App\Catalogue\Actions\SetSupplierMarkup;
use App\Catalogue\Actions\StartBatch;
use App\Catalogue\Actions\TakeTaxRates;
use App\Catalogue\Currencies\ForeignCosts;
use App\Catalogue\Events\Cause;
use App\Catalogue\Events\ListingsTouched;
use App\Catalogue\Imports\ImportColumns;
use App\Catalogue\Limits\Scope;
use App\Catalogue\Models\Batch;
use App\Catalogue\Models\Supplier;
use App\Channels\Actions\ConnectChannel;
use App\Channels\ChannelUnavailable;
use App\Channels\DriverRegistry;
use App\Channels\Models\Channel;
use App\Channels\Ports\ChangePush;
use App\Channels\Ports\OfferSource;
use App\Market\Actions\AdvanceImport;
use App\Pricing\Actions\SaveRule;
use App\Pricing\Jobs\DecideListingsJob;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;

/** The demo's workspace, made with the same steps a seller takes. */
final readonly class DemoWorkspace
{
    public const NAME = 'Kettle & Crock';

    public const EMAIL = 'nora@kettle-crock.example';

    /** A supplier that sends its invoices in dollars. */
    private const IN_DOLLARS = 'Dunmarrow Imports';

    public const PASSWORD = 'brine-and-barrel';

    private const FEES = [
        'quayside' => [
            ['kind' => 'percent', 'percent' => '12', 'on' => 'landed', 'minimum' => '0.30'],
            ['kind' => 'fixed', 'amount' => '0.25'],
        ],
        'fennmarkt' => [
            ['kind' => 'percent', 'percent' => '9.5', 'on' => 'landed', 'minimum' => '0.50', 'maximum' => '14.00'],
        ],
    ];

    /** A third marketplace, of another country. */
    private const SWITZERLAND = 'Quayside Switzerland';

    private const SWISS_PATH = '/as/ch';

    public function __construct(
        private CurrentWorkspace $current,
        private DriverRegistry $drivers,
        private AdvanceImport $import,
        private SaveRule $saveRule,
        private ConnectChannel $connectChannel,
        private SetScopeLimits $setScopeLimits,
        private KeepImport $keepImport,
        private CheckImport $checkImport,
        private StartBatch $startBatch,
        private ApplyBatch $applyBatch,
        private SetSupplierMarkup $setMarkup,
        private FetchRates $fetchRates,
        private TakeTaxRates $takeTaxRates,
        private DemoRivals $rivals,
        private DemoAlerts $alerts,
    ) {
    }

    /** An account with nothing in it, as a new seller finds it. */
    public function open(string $email = self::EMAIL): Workspace
    {
        $workspace = Workspace::query()->create([
            'name' => self::NAME,
            'currency' => 'EUR',
            'tax_percent' => '19',
            'tax_included' => true,
            'repricing' => Repricing::RulesPaused,
            'time_zone' => 'Europe/Berlin',
        ]);
        User::query()->create([
            'workspace_id' => $workspace->id,
            'name' => 'Nora Veldt',
            'email' => $email,
            'password' => self::PASSWORD,
        ]);

        return $workspace;
    }

    /**
     * @param  callable(string): void  $say
     * @param  string|null  $seller  who gets a Quayside of their own, and no other marketplace
     */
    public function build(bool $bare, callable $say, ?string $seller = null): void
    {
        $workspace = $this->open($seller === null ? self::EMAIL : "{$seller}@kettle-crock.example");
        $markets = $seller === null
            ? ['quayside' => 'Quayside', 'fennmarkt' => 'Fennmarkt']
            : ['quayside' => 'Quayside'];
        $this->current->within($workspace->id, function () use ($workspace, $bare, $say, $markets, $seller): void {
            $isWhole = ! $bare && $seller === null;
            foreach ($markets as $driver => $name) {
                $say("Bringing in listings, offers and 60 days from {$name}");
                $this->bringIn($driver, $name, self::FEES[$driver], $seller === null ? '' : "/as/{$seller}");
            }
            if ($isWhole) {
                $say('Bringing in listings, offers and 60 days from '.self::SWITZERLAND);
                $this->bringIn('quayside', self::SWITZERLAND, self::FEES['quayside'], self::SWISS_PATH, 'CHF', 'CH');
                $say('Bringing in the listings of our own shop');
                $shop = $this->bringIn('shop', 'Own shop', []);
                $say('Bringing in costs, making rules');
                $this->haveRatesFetched($workspace);
                $this->knowTaxes($workspace);
                $this->takeCosts($workspace->refresh());
                $this->invoiceInDollars($workspace);
                $this->rememberCostRise($workspace);
                $this->price($workspace);
                $this->priceShop($workspace, $shop);
                $say('Watching pages of other shops');
                $this->compareShop($workspace, $shop);
                $this->rivals->readThrough($workspace->id);
                $this->rivals->buyAtSource($workspace->id);
                $this->alerts->ask($workspace, self::EMAIL);
            } elseif (! $bare) {
                $this->takeCosts($workspace->refresh());
            }
            $say('Working out where every listing stands');
            $this->workOff();
            $workspace->update(['repricing' => $isWhole ? Repricing::Running : Repricing::Stopped]);
            if ($isWhole) {
                Artisan::call('screens:note-positions', ['--recall' => 60]);
            }
            DecideListingsJob::dispatchInChunks(
                $workspace->id,
                array_values(
                    DB::table('listings')->where('workspace_id', $workspace->id)->orderBy('id')->pluck('id')->all(),
                ),
                $isWhole ? Cause::Rule : Cause::Market,
            );
            $this->workOff();
        });
    }

    /** Sets where the channel answers and where it sends notifications to; ports differ from start to start. */
    public function connect(Channel $channel): void
    {
        $address = config("markets.{$channel->driver}");
        if ($address === null) {
            return;
        }
        $path = (string) parse_url($channel->settings['address'], PHP_URL_PATH);
        $channel->update([
            'settings' => [...$channel->settings, 'address' => $address.$path],
            'secrets' => ['token' => config('markets.token')],
        ]);
        if (DriverRegistry::has($channel, ChangePush::class)) {
            $this->patiently(
                fn () => $this->drivers
                    ->port($channel, ChangePush::class)
                    ->subscribe(AdvanceImport::notificationUrl($channel)),
            );
        }
    }

    /** @param  list<array<string, string>>  $fees */
    private function bringIn(
        string $driver,
        string $name,
        array $fees,
        string $path = '',
        string $currency = 'EUR',
        string $country = 'DE',
    ): Channel {
        $channel = $this->connectChannel->add(
            $driver,
            $name,
            $currency,
            array_filter([
                'address' => config("markets.{$driver}").$path,
                'token' => config('markets.token'),
                'seller' => $driver === 'shop' ? null : 'kettle-crock',
            ]),
            country: $country,
        );
        $channel->update(['fees' => $fees]);
        while (($due = $this->import->handle($channel)) !== null) {
            usleep((int) max(50_000, now()->diffInMicroseconds($due)));
            $channel->refresh();
        }

        return $channel;
    }

    /** What Switzerland takes, and what it will: the rate to come is made up. */
    private function knowTaxes(Workspace $workspace): void
    {
        $next = now()->startOfMonth()->addMonths(2)->toDateString();
        foreach (['2024-01-01' => '8.1', $next => '8.5'] as $day => $percent) {
            $this->takeTaxRates->add($workspace->id, [
                'country' => 'CH',
                'category' => null,
                'percent' => $percent,
                'valid_from' => $day,
            ]);
        }
    }

    /** Where other shops are watched, they are what ours is compared with. */
    private function compareShop(Workspace $workspace, Channel $shop): void
    {
        $rule = $this->saveRule->handle(
            $workspace,
            null,
            [
                'name' => 'Own shop, beside other shops',
                'is_on' => true,
                'document' => [
                    'version' => 1,
                    'kind' => 'competitive',
                    'reference' => ['of' => 'lowest'],
                    'compare' => 'item',
                    'field' => ['sources' => ['web'], 'max_age_minutes' => 2_880],
                    'position' => ['move' => 'below', 'percent' => '1'],
                    'when_no_rivals' => 'hold',
                    'brakes' => ['max_move_percent' => '25'],
                ],
            ],
            null,
            null,
        );
        $this->make(
            $this->startBatch->edit($workspace, 'rule', ['rule' => $rule->id], $this->rivals->watch($shop), [], null),
        );
    }

    /** There are no fees in one's own shop: without rivals, prices come from cost. */
    private function priceShop(Workspace $workspace, Channel $shop): void
    {
        $this->saveRule->handle(
            $workspace,
            null,
            [
                'name' => 'Own shop, from cost',
                'is_on' => true,
                'default_channel_id' => $shop->id,
                'document' => [
                    'version' => 1,
                    'kind' => 'markup',
                    'tiers' => [
                        ['from' => '0.00', 'percent' => '120'],
                        ['from' => '10.01', 'percent' => '95'],
                        ['from' => '40.01', 'percent' => '70'],
                    ],
                    'ending' => ['endings' => ['.90', '.50']],
                ],
            ],
            null,
            null,
        );
    }

    /** Limits for all, and the costs from the seller's file. */
    private function takeCosts(Workspace $workspace): void
    {
        $workspace->update([
            'limits' => [
                'floor' => [['kind' => 'margin', 'percent' => '12'], ['kind' => 'map']],
                'ceiling' => [['kind' => 'rrp', 'percent' => '100']],
            ],
        ]);
        $import = $this->keepImport->handle(__DIR__.'/costs.csv', 'costs.csv');
        $this->make(
            $this->checkImport->handle(
                $import,
                ImportColumns::guess($import->layout['header']),
                null,
                null,
                null,
                null,
                null,
                null,
            ),
        );
    }

    private function price(Workspace $workspace): void
    {
        $this->setScopeLimits->handle(
            $workspace,
            Scope::Category,
            'Fermenters',
            ['floor' => [['kind' => 'margin', 'percent' => '15']]],
            0,
        );
        $this->setScopeLimits->handle(
            $workspace,
            Scope::Supplier,
            'Ravel & Rye',
            ['floor' => [['kind' => 'profit', 'amount' => ['EUR' => '0.80', 'CHF' => '0.90']]]],
            0,
        );
        // Recommended prices are in euros: there the ceiling comes from the cost.
        $this->setScopeLimits->handle(
            $workspace,
            Scope::Channel,
            self::SWITZERLAND,
            ['ceiling' => [['kind' => 'markup', 'percent' => '260']]],
            0,
        );
        $this->setMarkup->handle(
            $workspace,
            ['Corvane Plastics'],
            [
                'tiers' => [
                    ['from' => ['EUR' => '0.00', 'CHF' => '0.00'], 'percent' => '140'],
                    ['from' => ['EUR' => '10.01', 'CHF' => '10.01'], 'percent' => '95'],
                    ['from' => ['EUR' => '30.01', 'CHF' => '30.01'], 'percent' => '75'],
                ],
                'min_profit' => ['EUR' => '0.80', 'CHF' => '0.90'],
                'ending' => ['endings' => ['.90', '.40'], 'round' => 'nearest'],
                'was_percent' => '15',
            ],
        );
        foreach (self::rules() as [$name, $categories, $document]) {
            $rule = $this->saveRule->handle(
                $workspace,
                null,
                ['name' => $name, 'is_on' => true, 'document' => $document],
                null,
                null,
            );
            foreach (
                Channel::query()->whereIn('driver', DriverRegistry::namesOf(OfferSource::class))->pluck('id') as $channel
            ) {
                foreach ($categories as $category) {
                    $this->make(
                        $this->startBatch->edit(
                            $workspace,
                            'rule',
                            ['rule' => $rule->id],
                            null,
                            ['category' => $category, 'channel' => (string) $channel],
                            null,
                        ),
                    );
                }
            }
        }
    }

    private function make(Batch $batch): void
    {
        $this->applyBatch->apply($batch->id, true);
    }

    private function workOff(): void
    {
        Artisan::call('queue:work', [
            '--stop-when-empty' => true,
            '--queue' => 'market,confirm,default',
            '--quiet' => true,
        ]);
    }

    /** Three weeks ago one supplier raised its prices; before that its goods cost a twelfth less. */
    private function rememberCostRise(Workspace $workspace): void
    {
        DB::statement(
            <<<'SQL'
            INSERT INTO product_costs (
                workspace_id, product_id, cost_currency, cost_minor, inbound_minor, effective_from, taken_at
            )
            SELECT p.workspace_id, p.id, p.cost_currency,
                CASE WHEN s.name = 'Ostwyk Ceramics' THEN p.cost_minor * 11 / 12 ELSE p.cost_minor END, p.inbound_minor,
                now() - interval '90 days', now() - interval '90 days'
            FROM products p
            JOIN suppliers s ON s.id = p.supplier_id
            WHERE p.workspace_id = ?
                AND p.cost_minor IS NOT NULL
            SQL,
            [$workspace->id],
        );
        DB::update(
            <<<'SQL'
            UPDATE product_costs c
            SET effective_from = now() - interval '21 days'
            FROM products p
            JOIN suppliers s ON s.id = p.supplier_id
            WHERE p.id = c.product_id
                AND s.name = 'Ostwyk Ceramics'
                AND c.workspace_id = ?
                AND c.effective_from > now() - interval '1 day'
            SQL,
            [$workspace->id],
        );
    }

    /** From the stand-in for whoever publishes rates; its port differs from start to start. */
    public function haveRatesFetched(Workspace $workspace): void
    {
        $workspace->update(['rates_address' => config('markets.rates')]);
        $this->fetchRates->handle($workspace);
    }

    /** One supplier sends invoices in dollars. */
    private function invoiceInDollars(Workspace $workspace): void
    {
        $supplier = Supplier::query()->where('name', self::IN_DOLLARS)->firstOrFail();
        $supplier->update(['currency' => 'USD']);
        foreach (['products', 'product_costs'] as $table) {
            $products = DB::table('products')
                ->where('workspace_id', $workspace->id)
                ->where('supplier_id', $supplier->id)
                ->select('id');
            DB::table($table)
                ->where('workspace_id', $workspace->id)
                ->whereIn($table === 'products' ? 'id' : 'product_id', $products)
                ->update([
                    'cost_minor' => DB::raw('ceil(cost_minor * 1.08)'),
                    'inbound_minor' => DB::raw('ceil(inbound_minor * 1.08)'),
                    'cost_currency' => 'USD',
                ]);
        }
        event(new ListingsTouched($workspace->id, ForeignCosts::all($workspace), Cause::Costs));
    }

    /** @return list<array{string, list<string>, array<string, mixed>}> name, categories, document */
    public static function rules(): array
    {
        return [
            [
                'Just under the cheapest',
                ['Crocks', 'Kombucha jars', 'Bottles', 'Brewing'],
                [
                    'version' => 1,
                    'kind' => 'competitive',
                    'reference' => ['of' => 'lowest'],
                    'position' => ['move' => 'below', 'percent' => '1', 'at_least' => ['EUR' => '0.05', 'CHF' => '0.05']],
                    'field' => [
                        'condition' => 'same',
                        'min_rating_percent' => '90',
                        'exclude_marketplace_retail' => true,
                    ],
                    'when_no_rivals' => 'list_price',
                ],
            ],
            [
                'Hold the buy box',
                ['Airlocks', 'Measuring', 'Yeast and cultures'],
                [
                    'version' => 1,
                    'kind' => 'competitive',
                    'reference' => ['of' => 'buy_box'],
                    'position' => ['move' => 'below', 'amount' => ['EUR' => '0.10', 'CHF' => '0.10']],
                    'field' => ['condition' => 'same', 'min_rating_percent' => '85'],
                    'when_holding_buy_box' => 'raise',
                    'when_no_rivals' => 'ceiling',
                ],
            ],
            [
                'Match, do not chase',
                ['Cheese making'],
                [
                    'version' => 1,
                    'kind' => 'competitive',
                    'reference' => ['of' => 'lowest'],
                    'position' => ['move' => 'match'],
                    'field' => ['condition' => 'same', 'fulfilment' => 'same', 'min_rating_percent' => '90'],
                    'when_below_floor' => 'hold',
                ],
            ],
            [
                'Careful in the middle',
                ['Fermenters'],
                [
                    'version' => 1,
                    'kind' => 'competitive',
                    'reference' => ['mean' => [['of' => 'lowest'], ['of' => 'median']]],
                    'position' => ['move' => 'match'],
                    'field' => [
                        'condition' => 'same',
                        'min_rating_percent' => '90',
                        'ignore_below_percent_of_median' => '60',
                    ],
                    'adjust' => [['fulfilment' => 'marketplace', 'percent' => '-3']],
                    'ending' => ['endings' => ['.99', '.49'], 'round' => 'down'],
                    'brakes' => ['max_move_percent' => '12'],
                    'approval' => 'beyond_percent:8',
                ],
            ],
            [
                'Sell off slow stock',
                ['Vegetable ferments'],
                [
                    'version' => 1,
                    'kind' => 'sales',
                    'window_days' => 14,
                    'bands' => [
                        ['units_below' => 4, 'move' => 'down', 'percent' => '4'],
                        ['units_at_least' => 14, 'move' => 'up', 'percent' => '3'],
                    ],
                    'ending' => ['endings' => ['.90', '.40']],
                    'brakes' => ['max_move_percent' => '10', 'beyond' => 'cap', 'max_changes_per_day' => 1],
                ],
            ],
        ];
    }

    /**
     * @template T
     *
     * @param  \Closure(): T  $call
     * @return T
     */
    private function patiently(\Closure $call): mixed
    {
        return retry(60, $call, 1_200, fn (\Throwable $e) => $e instanceof ChannelUnavailable);
    }
}
