<?php

declare(strict_types=1);

namespace Tests;

use App\Accounts\Models\User;
use App\Accounts\Models\Workspace;
use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Product;
use App\Channels\Models\Channel;
use App\Channels\Outgoing\AddressResolver;
use App\Market\Models\ListingMarket;
use App\Pricing\Models\Rule;
use App\Pricing\Models\RuleVersion;
use App\Support\Messages\Message;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Foundation\Testing\RefreshDatabase;
use Illuminate\Foundation\Testing\TestCase as Base;
use Illuminate\Http\Client\Events\RequestSending;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Str;
use stdClass;

/** A workspace with a channel, and words to fill them. */
abstract class TestCase extends Base
{
    use RefreshDatabase, WatchesWorkspaces;

    protected Workspace $workspace;

    protected Channel $channel;

    protected User $user;

    /** Those that the test itself has begun. */
    protected int $openTransactions = 1;

    /** @var list<string> */
    private array $calledWithinTransaction = [];

    public function createApplication()
    {
        $app = require __DIR__.'/../bootstrap/app.php';
        $app->make(\Illuminate\Contracts\Console\Kernel::class)->bootstrap();

        return $app;
    }

    protected function setUp(): void
    {
        parent::setUp();
        // Every name resolves, to an address that is reserved for examples (RFC 5737) and that nothing is really sent
        // to.
        $this->app->instance(
            AddressResolver::class,
            new class implements AddressResolver
            {
                public function resolve(string $host): array
                {
                    return ['198.51.100.7'];
                }
            },
        );
        config(['channels.allowed_subnets' => ['198.51.100.0/24']]);
        $this->watchWorkspaces();
        $this->refuseCallsWithinTransactions();
        [$this->workspace, $this->user, $this->channel] = $this->makeWorkspace(
            'Kettle & Crock',
            'nora@kettle-crock.example',
        );
        $this->enter($this->workspace);
        // Tests stand still in this month, whichever it is by now.
        DB::select("SELECT create_monthly_partition('readings', DATE '2026-11-01')");
    }

    /** No row is locked while the world outside is asked. */
    private function refuseCallsWithinTransactions(): void
    {
        // A column keeps a message by its code: bound as it is, it would become its English.
        DB::listen(function (QueryExecuted $query): void {
            if (array_filter($query->bindings, fn (mixed $one) => $one instanceof Message) !== []) {
                self::fail("A message is bound without stored(): {$query->sql}");
            }
        });
        Event::listen(RequestSending::class, function (RequestSending $event): void {
            if (DB::transactionLevel() > $this->openTransactions) {
                $this->calledWithinTransaction[] = $event->request->url();
            }
        });
    }

    protected function tearDown(): void
    {
        $called = $this->calledWithinTransaction;
        $unbound = array_keys($this->unboundStatements);
        parent::tearDown();
        self::assertSame([], $unbound, 'touched rows of workspaces without saying whose');
        self::assertSame([], $called, 'called while a transaction was open');
    }

    /** @return array{Workspace, User, Channel} */
    protected function makeWorkspace(string $name, string $email): array
    {
        $workspace = Workspace::query()->create([
            'name' => $name,
            'currency' => 'EUR',
            'tax_percent' => '19',
            'tax_included' => true,
            'repricing' => 'running',
            'limits' => [
                'floor' => [['kind' => 'margin', 'percent' => '12'], ['kind' => 'map']],
                'ceiling' => [['kind' => 'rrp', 'percent' => '100']],
            ],
        ]);
        $user = User::query()->create([
            'workspace_id' => $workspace->id,
            'name' => 'Nora',
            'email' => $email,
            'password' => 'brine-and-barrel',
        ]);
        $channel = $this->enter(
            $workspace,
            fn () => Channel::query()->create([
                'key' => (string) Str::uuid7(),
                'driver' => 'quayside',
                'name' => 'Quayside',
                'currency' => 'EUR',
                'settings' => ['address' => 'http://quayside.test', 'seller' => 'kettle-crock'],
                'secrets' => ['token' => 'secret'],
                'webhook_secret' => 'whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw',
                'fees' => [['kind' => 'percent', 'percent' => '12', 'on' => 'landed']],
            ]),
        );

        return [$workspace, $user, $channel];
    }

    /**
     * @template T
     *
     * @param  (callable(): T)|null  $work
     * @return T|null
     */
    protected function enter(Workspace $workspace, ?callable $work = null): mixed
    {
        $current = app(CurrentWorkspace::class);
        if ($work !== null) {
            return $current->within($workspace->id, $work);
        }
        $current->enter($workspace->id);

        return null;
    }

    /**
     * @param  array<string, mixed>  $listing
     * @param  array<string, mixed>  $product
     * @param  list<array<string, mixed>>  $offers
     */
    protected function listing(string $sku, array $listing = [], array $product = [], array $offers = []): Listing
    {
        $made = Product::query()->create([
            'sku' => $sku,
            'title' => "Thing {$sku}",
            'brand' => 'Tidewell',
            'cost_minor' => 1_000,
            'rrp_minor' => 4_000,
            ...$product,
        ]);
        $row = Listing::query()->create([
            'channel_id' => $this->channel->id,
            'product_id' => $made->id,
            'sku' => $sku,
            'item_ref' => "QU-{$sku}",
            'title' => "Thing {$sku}",
            'price_minor' => 2_490,
            'stock' => 10,
            'list_price_minor' => 2_990,
            ...$listing,
        ]);
        ListingMarket::query()->create([
            'listing_id' => $row->id,
            'offers' => $offers,
            'seen_at' => now(),
            'changed_at' => now(),
        ]);

        return $row->refresh();
    }

    /** The decision that stands on a listing. */
    protected function standingDecision(Listing $listing): ?stdClass
    {
        return DB::table('current_decisions')->where('listing_id', $listing->id)->first();
    }

    /** @param  array<string, mixed>  $document */
    protected function rule(string $name, array $document = [], bool $isOn = true): Rule
    {
        $rule = Rule::query()->create(['name' => $name, 'is_on' => $isOn, 'every_minutes' => 15]);
        RuleVersion::query()->create([
            'rule_id' => $rule->id,
            'number' => 1,
            'created_at' => now(),
            'document' => [
                'version' => 1,
                'kind' => 'competitive',
                'reference' => ['of' => 'lowest'],
                'position' => ['move' => 'below', 'percent' => '1'],
                ...$document,
            ],
        ]);

        return $rule->load('latest');
    }

    protected function workOff(string $queues = 'market,confirm,default'): void
    {
        Artisan::call('queue:work', [
            '--stop-when-empty' => true,
            '--sleep' => 0,
            '--memory' => 1_024,
            '--queue' => $queues,
            '--quiet' => true,
        ]);
        $this->enter($this->workspace);
    }
}
