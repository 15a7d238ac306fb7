<?php

declare(strict_types=1);

namespace Tests\Process;

use App\Accounts\Models\Workspace;
use App\Catalogue\Actions\ApplyBatch;
use App\Catalogue\Actions\ChangeChannel;
use App\Catalogue\Actions\ChangeWorkspace;
use App\Catalogue\Actions\SetListingLimits;
use App\Catalogue\Actions\StartBatch;
use App\Catalogue\Models\Listing;
use App\Channels\Models\Channel;
use App\Market\Jobs\ObserveItemsJob;
use App\Pricing\Actions\SaveRule;
use App\Pricing\Deciding\LimitsAlone;
use App\Pricing\Deciding\ListingRows;
use App\Pricing\Models\Rule;
use App\Publishing\Models\PriceChange;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Database\QueryException;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Http\Client\RequestException;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Illuminate\Validation\ValidationException;
use PDOException;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/**
 * What prices rest on changes at random for two minutes, while a third of the calls to a marketplace fail, workers are
 * killed and the database crashes. What the marketplace really applied is then held against the limits as they were at
 * each moment.
 */
final class ReasonsThatChangeTest extends TestCase
{
    use RealProcesses {
        setUp as private connect;
        tearDown as private endWorkers;
    }

    private const SECONDS = 120;

    /** A price that has been looked at and handed over is on the wire: until the marketplace has worked it through. */
    private const ON_THE_WIRE_SECONDS = 5;

    private Workspace $workspace;

    private Channel $channel;

    /** @var list<array{at: float, limits: array<string, array{int, int}>}> floor and ceiling by SKU, from then on */
    private array $limits = [];

    /** @var list<array{float, float}> from when to when everything, or the channel, was switched off */
    private array $stopped = [];

    private ?float $stoppedAt = null;

    public function createApplication()
    {
        $app = require __DIR__.'/../../bootstrap/app.php';
        $app->make(\Illuminate\Contracts\Console\Kernel::class)->bootstrap();
        $app['config']->set([
            'database.connections.pgsql.database' => 'wrasse_process',
            'queue.default' => 'database',
            'cache.default' => 'database',
        ]);

        return $app;
    }

    protected function setUp(): void
    {
        parent::setUp();
        $this->connect();
        $this->workspace = Workspace::query()->orderBy('id')->firstOrFail();
        app(CurrentWorkspace::class)->enter($this->workspace->id);
        $this->channel = Channel::query()->where('name', 'Quayside')->sole();
    }

    protected function tearDown(): void
    {
        $this->endWorkers();
        retry(60, fn () => $this->faults([]), 250);
        parent::tearDown();
    }

    public function test_no_price_outlives_its_reason(): void
    {
        // Hundredths of a second, beside the marketplace's own clock.
        $this->market->exec(
            'ALTER TABLE price_log ADD COLUMN IF NOT EXISTS applied_at timestamptz NOT NULL DEFAULT clock_timestamp()',
        );
        $this->ours->exec("UPDATE workspaces SET repricing = 'running', brake_listings_percent = 100");
        $this->ours->exec('UPDATE rules SET is_on = true');
        $this->startWorkers(2);
        $this->waitUntilSettled();
        $since = (int) $this->one($this->market, 'SELECT coalesce(max(id), 0) FROM price_log');
        $failed = (int) $this->one($this->ours, 'SELECT count(*) FROM failed_jobs');
        $this->faults(['error_share' => 0.2, 'drop_share' => 0.1]);
        $this->noteLimits();
        $this->fire();
        $this->calmDown();

        $log = $this->all(
            $this->market,
            "SELECT id, sku, price, feed_id, extract(epoch FROM applied_at)::float AS at FROM price_log WHERE id > {$since} ORDER BY id",
        );
        self::assertGreaterThan(300, count($log), 'there was something to send');
        self::assertSame(
            [],
            $this->outside($log),
            'no price was applied that its limits had not allowed a moment before',
        );
        self::assertSame(
            [],
            $this->whileStopped($log),
            'nothing left while everything, or the channel, was switched off',
        );
        self::assertSame([], $this->twice($log), 'nothing was applied twice');
        self::assertSame(
            $failed,
            (int) $this->one($this->ours, 'SELECT count(*) FROM failed_jobs'),
            'killed workers leave nothing among the failed jobs',
        );
        $this->assertNothingIsForgotten();
    }

    private function fire(): void
    {
        mt_srand((int) (microtime(true) * 1_000));
        $until = microtime(true) + self::SECONDS;
        $stopAt = microtime(true) + self::SECONDS / 4;
        $crashAt = microtime(true) + self::SECONDS / 2;
        while (microtime(true) < $until || $this->stopped === []) {
            try {
                $mustStop = $this->stopped === [] && microtime(true) >= $stopAt;
                $this->ifPossible($mustStop ? fn () => $this->turn(0) : $this->changeSomething(...));
                $this->noteLimits();
                self::assertSame(
                    0,
                    (int) $this->one(
                        $this->ours,
                        <<<'SQL'
                        SELECT count(*)
                        FROM (SELECT FROM price_changes WHERE state IN ('waiting', 'queued', 'sending',
                            'sent') GROUP BY listing_id HAVING count(*) > 1) AS several
                        SQL,
                    ),
                );
            } catch (QueryException|PDOException|RequestException) {
                // The crash takes the marketplace's database along.
                $this->comeBack();
            }
            if (mt_rand(0, 2) === 0 && $this->workers !== []) {
                $this->kill(array_rand($this->workers));
            }
            if (microtime(true) >= $crashAt) {
                posix_kill(
                    (int) $this->one(
                        $this->ours,
                        <<<'SQL'
                        SELECT pid
                        FROM pg_stat_activity
                        WHERE datname = 'wrasse_process'
                            AND pid <> pg_backend_pid()
                        ORDER BY random()
                        LIMIT 1
                        SQL,
                    ),
                    SIGKILL,
                );
                $crashAt = INF;
                $this->comeBack();
            }
            $this->startWorkers(2);
            if (mt_rand(0, 5) === 0) {
                $this->command('work:sweep');
            }
            usleep(mt_rand(20_000, 300_000));
        }
    }

    /** The connection stays the same object: the queue writes its jobs in the transactions of everyone else. */
    private function comeBack(): void
    {
        $this->reconnect();
        DB::reconnect();
        while (DB::transactionLevel() > 0) {
            DB::rollBack();
        }
    }

    private function changeSomething(): void
    {
        match (mt_rand(0, 11)) {
            0, 1 => $this->setFloor(),
            2, 3 => $this->bulk(
                'cost',
                ['field' => 'cost', 'how' => 'add_percent', 'value' => (string) mt_rand(-6, 6)],
                25,
            ),
            4 => app(ChangeChannel::class)->handle($this->channel->id, [
                'fees' => [['kind' => 'percent', 'percent' => (string) mt_rand(8, 15), 'on' => 'landed']],
            ]),
            5 => $this->turn(mt_rand(0, 3)),
            6, 7 => $this->saveRule(),
            8, 9 => $this->bulk('price', ['how' => 'add_percent', 'value' => (string) mt_rand(-4, 4)], 8),
            10 => $this->bulk('automation', ['on' => mt_rand(0, 3) > 0], 10),
            default => $this->moveRivals(),
        };
    }

    private function ifPossible(callable $change): void
    {
        try {
            $change();
        } catch (ValidationException|ConflictHttpException) {
            // It was no longer possible; that is told to whoever asked, and nothing changed.
        }
    }

    private function setFloor(): void
    {
        $listing = $this->some(1)->sole();
        $floor = sprintf('%d.%02d', intdiv($listing->price_minor * mt_rand(70, 108), 10_000), mt_rand(0, 99));
        app(SetListingLimits::class)->handle(
            $this->workspace,
            $listing->id,
            ['floor' => mt_rand(0, 2) === 0 ? '' : $floor],
            $listing->version,
        );
    }

    /** @param  array<string, mixed>  $wanted */
    private function bulk(string $edit, array $wanted, int $many): void
    {
        $batch = app(StartBatch::class)->edit(
            $this->workspace,
            $edit,
            $wanted,
            array_values($this->some($many)->modelKeys()),
            [],
            null,
        );
        app(ApplyBatch::class)->apply($batch->id, true);
    }

    private function saveRule(): void
    {
        $rule = Rule::query()->with('latest')->inRandomOrder()->firstOrFail();
        $document = $rule->latest->document;
        if ($document['kind'] !== 'competitive' || mt_rand(0, 2) === 0) {
            app(SaveRule::class)->handle($this->workspace, $rule->id, ['is_on' => mt_rand(0, 3) > 0], null, null);

            return;
        }
        app(SaveRule::class)->handle(
            $this->workspace,
            $rule->id,
            ['document' => [...$document, 'position' => ['move' => 'below', 'percent' => (string) mt_rand(1, 6)]]],
            null,
            null,
        );
    }

    private function turn(int $way): void
    {
        match ($way) {
            0 => app(ChangeWorkspace::class)->handle($this->workspace->id, ['repricing' => 'stopped']),
            1 => app(ChangeChannel::class)->handle($this->channel->id, ['automation_on' => false]),
            2 => app(ChangeWorkspace::class)->handle($this->workspace->id, ['repricing' => 'rules_paused']),
            default => null,
        };
        $isStopped =
            $this->workspace->refresh()->repricing->value === 'stopped' || ! $this->channel->refresh()->automation_on;
        if ($isStopped) {
            $this->stoppedAt = microtime(true);
            // For so long things go on changing.
            for ($until = microtime(true) + 6; microtime(true) < $until; usleep(200_000)) {
                $this->ifPossible($this->setFloor(...));
                $this->noteLimits();
            }
        }
        $now = microtime(true);
        app(ChangeChannel::class)->handle($this->channel->id, ['automation_on' => true]);
        app(ChangeWorkspace::class)->handle($this->workspace->id, ['repricing' => 'running']);
        if ($this->stoppedAt !== null) {
            $this->stopped[] = [$this->stoppedAt, $now];
            $this->stoppedAt = null;
        }
    }

    private function moveRivals(): void
    {
        $items = $this->some(10)->pluck('item_ref')->all();
        $offers = $this->all(
            $this->market,
            "SELECT item_id AS item, seller_id AS seller, (price * (0.94 + random() * 0.12))::int AS price FROM offer WHERE seller_id <> 'kettle-crock' AND active AND item_id IN ('".
                implode("','", $items).
                "')",
        );
        Http::withToken("control-{$this->settings()['MARKET_TOKEN']}")
            ->put("{$this->settings()['QUAYSIDE_URL']}/control/offers", ['offers' => $offers])
            ->throw();
        ObserveItemsJob::dispatch($this->workspace->id, $this->channel->id, $items);
    }

    /** @return \Illuminate\Database\Eloquent\Collection<int, Listing> */
    private function some(int $many): \Illuminate\Database\Eloquent\Collection
    {
        return Listing::query()
            ->where('channel_id', $this->channel->id)
            ->whereNotNull('rule_id')
            ->whereNotNull('floor_minor')
            ->inRandomOrder()
            ->limit($many)
            ->get();
    }

    /** Floors and ceilings of all listings as they follow from what is committed now. */
    private function noteLimits(): void
    {
        $alone = new LimitsAlone(Workspace::query()->findOrFail($this->workspace->id));
        $limits = [];
        $rows = ListingRows::alone($this->workspace->id)->where('l.channel_id', $this->channel->id);
        foreach (ListingRows::read($rows) as $row) {
            $solved = $alone->of($row);
            if ($solved !== null) {
                $limits[$row->sku] = [$solved[1]->floor ?? PHP_INT_MAX, $solved[1]->ceiling ?? 0];
            }
        }
        $this->limits[] = ['at' => microtime(true), 'limits' => $limits];
    }

    /** Everything works again, and all is decided anew. */
    private function calmDown(): void
    {
        retry(60, fn () => $this->faults([]), 250);
        app(ChangeChannel::class)->handle($this->channel->id, ['automation_on' => true]);
        app(ChangeWorkspace::class)->handle($this->workspace->id, ['repricing' => 'running']);
        $this->noteLimits();
        $this->startWorkers(2);
        $this->waitUntilSettled();
        $this->command('market:refresh');
        $this->runAll();
    }

    private function runAll(): void
    {
        $this->ours->exec('UPDATE rules SET last_run_at = NULL');
        $this->command('pricing:run-due');
        $this->waitUntilSettled();
    }

    /**
     * @param  list<array<string, mixed>>  $log
     * @return list<string>
     */
    private function outside(array $log): array
    {
        $outside = [];
        foreach ($log as $line) {
            $allowed = [];
            foreach ($this->limits as $i => $from) {
                $end = $this->limits[$i + 1]['at'] ?? INF;
                if (
                    $from['at'] <= $line['at'] &&
                    $end >= $line['at'] - self::ON_THE_WIRE_SECONDS &&
                    isset($from['limits'][$line['sku']])
                ) {
                    $allowed[] = $from['limits'][$line['sku']];
                }
            }
            if (
                $allowed !== [] &&
                array_filter(
                    $allowed,
                    fn (array $limits) => $line['price'] >= $limits[0] && $line['price'] <= $limits[1],
                ) === []
            ) {
                $outside[] =
                    "{$line['sku']} at {$line['price']}, allowed ".
                    implode(' ', array_map(fn (array $limits) => "{$limits[0]}–{$limits[1]}", $allowed));
            }
        }

        return $outside;
    }

    /**
     * @param  list<array<string, mixed>>  $log
     * @return list<string>
     */
    private function whileStopped(array $log): array
    {
        self::assertNotSame([], $this->stopped, 'it was stopped now and then');
        $left = [];
        foreach ($this->stopped as [$from, $to]) {
            foreach ($log as $line) {
                if ($line['at'] > $from + self::ON_THE_WIRE_SECONDS && $line['at'] < $to) {
                    $left[] = sprintf(
                        '%s at %d, %.1f s after it was stopped',
                        $line['sku'],
                        $line['price'],
                        $line['at'] - $from,
                    );
                }
            }
        }

        return $left;
    }

    /**
     * @param  list<array<string, mixed>>  $log
     * @return list<string>
     */
    private function twice(array $log): array
    {
        $last = $twice = [];
        foreach ($log as $line) {
            if (($last[$line['sku']] ?? null) === $line['price']) {
                $twice[] = "{$line['sku']} at {$line['price']}";
            }
            $last[$line['sku']] = $line['price'];
        }

        return $twice;
    }

    private function assertNothingIsForgotten(): void
    {
        $before = PriceChange::query()->count();
        $this->runAll();
        self::assertSame(
            $before,
            PriceChange::query()->count(),
            'every price was where its rule, or a person, wants it',
        );
        $shown = array_column(
            $this->all($this->market, "SELECT sku, price FROM offer WHERE seller_id = 'kettle-crock'"),
            'price',
            'sku',
        );
        foreach (Listing::query()->where('channel_id', $this->channel->id)->orderBy('sku')->get() as $listing) {
            self::assertSame($shown[$listing->sku], $listing->price_minor, $listing->sku);
        }
    }
}
