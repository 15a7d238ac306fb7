<?php

declare(strict_types=1);

namespace Bench;

use App\Accounts\Models\User;
use CurlHandle;
use Demo\TrialDatabase;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use RuntimeException;

/** Takes the measurements of bin/bench against the running application and its two workers. */
final class BenchRunCommand extends Command
{
    protected $signature = 'bench:run {--repeats=60} {--only= : lists, bulk, floors, import, effect or run}';

    protected $description = 'Measure';

    protected $hidden = true;

    private const CLIENTS = 10;

    private const LONGEST_SECONDS = 300;

    private string $token = '';

    /** @var array<int, string> each client of several is another program: one may only have so many requests at once */
    private array $tokens = [];

    private int $listings = 0;

    public function handle(): int
    {
        TrialDatabase::check();
        $this->token = $this->newToken();
        $this->listings = DB::table('listings')->count();
        $parts = [
            'lists' => $this->lists(...),
            'bulk' => $this->bulk(...),
            'floors' => $this->floors(...),
            'import' => $this->import(...),
            'effect' => $this->effect(...),
            'run' => $this->fullRun(...),
        ];
        foreach ($parts as $name => $measure) {
            if (in_array($this->option('only'), [null, $name], true)) {
                $this->line("{$name}, ".MachineLoad::words());
                $measure();
                $this->line(MachineLoad::words().' at the end');
            }
        }

        return self::SUCCESS;
    }

    private function lists(): void
    {
        $rule = (string) DB::table('rules')->value('id');
        $paths = [
            'first page' => '/api/v1/listings',
            'sorted by margin, down' => '/api/v1/listings?sort=-margin',
            'search for words' => '/api/v1/listings?q=crock+123',
            'rule, not cheapest, by markup' => "/api/v1/listings?rule={$rule}&state[]=not_cheapest&sort=-markup",
            'cannot be priced' => '/api/v1/listings?state[]=blocked',
            'category and margin range, by price' => '/api/v1/listings?category=Category+7&margin_from=10&margin_to=40&sort=price',
            'stock range and floor = price, by rank' => '/api/v1/listings?stock_from=5&state[]=at_floor&sort=rank',
            'search and outcome, by title' => '/api/v1/listings?q=weights&stock_to=9&sort=title',
            'how many match, two filters' => '/api/v1/listings/count?category=Category+7&margin_from=10',
        ];
        foreach ([1, self::CLIENTS] as $clients) {
            $yardstick = $this->times('/api/v1/session', $clients);
            $rows = [['the session alone (yardstick)', ...$this->figures($yardstick, $yardstick)]];
            foreach ($paths as $name => $path) {
                $rows[] = ["listing list: {$name}", ...$this->figures($this->times($path, $clients), $yardstick)];
            }
            $this->table(
                [
                    "{$this->listings} listings, nginx + php-fpm, {$clients} at once",
                    'median ms',
                    'p95 ms',
                    '× yardstick',
                ],
                $rows,
            );
        }
    }

    private function bulk(): void
    {
        $sql = $this->seconds(
            fn () => DB::update('UPDATE listings SET automation_on = NOT automation_on, version = version + 1'),
        );
        $batch = '';
        $plan = $this->seconds(function () use (&$batch): void {
            $batch = $this->send('POST', '/api/v1/batches', [
                'edit' => 'automation',
                'wanted' => ['on' => (bool) DB::scalar('SELECT NOT automation_on FROM listings LIMIT 1')],
                'filter' => ['sort' => 'x'],
            ])['id'];
            $this->waitFor($batch, 'planned');
        });
        $apply = $this->seconds(function () use (&$batch): void {
            $this->send('POST', "/api/v1/batches/{$batch}/apply", []);
            $this->waitFor($batch, 'applied');
        });
        $follow = $this->seconds($this->emptyQueue(...));
        $undo = $this->seconds(function () use (&$batch): void {
            $this->send('POST', "/api/v1/batches/{$batch}/undo", []);
            $this->waitFor($batch, 'undone');
        });
        $this->emptyQueue();
        $this->table(
            ["bulk edit of {$this->listings} listings, 2 workers", 'seconds', '× yardstick'],
            $this->against($sql, 'one UPDATE of them all (yardstick)', [
                'worked out row by row' => $plan,
                'made' => $apply,
                'all decided again after that' => $follow,
                'taken back' => $undo,
            ]),
        );
    }

    private function floors(): void
    {
        $sql = $this->seconds(
            fn () => DB::update(
                <<<'SQL'
                    UPDATE listings l
                    SET floor_minor = least(l.ceiling_minor, (p.cost_minor * 1.7)::bigint)
                    FROM products p
                    WHERE p.id = l.product_id
                    SQL,
            ),
        );
        $margin = '13.'.random_int(10, 99);
        $seconds = $this->seconds(function () use ($margin): void {
            $this->send('PATCH', '/api/v1/workspace', [
                'limits' => [
                    'floor' => [['kind' => 'margin', 'percent' => $margin], ['kind' => 'map']],
                    'ceiling' => [['kind' => 'rrp', 'percent' => '100']],
                ],
            ]);
            $this->emptyQueue();
        });
        $this->table(
            ["floors of {$this->listings} listings, 20 offers each, 2 workers", 'seconds', '× yardstick'],
            $this->against($sql, 'one UPDATE of all floors (yardstick)', [
                'margin changed for all: every floor worked out again' => $seconds,
            ]),
        );
    }

    private function import(): void
    {
        $path = tempnam(sys_get_temp_dir(), 'bench').'.csv';
        $out = fopen($path, 'wb') ?: throw new RuntimeException('No temporary file.');
        fwrite($out, "SKU;Unit cost;Inbound;RRP;Supplier\n");
        foreach (DB::table('products')->orderBy('id')->lazyById(5_000) as $product) {
            fwrite(
                $out,
                sprintf(
                    "%s;%d,%02d;0,%02d;%d,00;Supplier %d\n",
                    $product->sku,
                    4 + ($product->id % 40),
                    $product->id % 100,
                    $product->id % 60,
                    60 + ($product->id % 90),
                    $product->id % 12,
                ),
            );
        }
        fclose($out);
        $sql = $this->seconds(
            fn () => DB::update('UPDATE products SET cost_minor = cost_minor + 1, updated_at = now()'),
        );
        $import = [];
        $read = $this->seconds(function () use (&$import, $path): void {
            $import = $this->send(
                'POST',
                '/api/v1/imports',
                ['file' => curl_file_create($path, 'text/csv', 'bench.csv')],
                form: true,
            );
        });
        $batch = '';
        $plan = $this->seconds(function () use (&$batch, &$import): void {
            $batch = $this->send('POST', "/api/v1/imports/{$import['id']}/check", ['columns' => $import['columns']])[
                'id'
            ];
            $this->waitFor($batch, 'planned');
        });
        $apply = $this->seconds(function () use (&$batch): void {
            $this->send('POST', "/api/v1/batches/{$batch}/apply", ['confirmed' => true]);
            $this->waitFor($batch, 'applied');
        });
        unlink($path);
        $this->emptyQueue();
        $this->table(
            [
                "import of {$this->listings} rows, 2 workers, peak of a worker ".$this->workerPeak().' MB',
                'seconds',
                '× yardstick',
            ],
            $this->against($sql, 'one UPDATE of all costs (yardstick)', [
                'file sent and read' => $read,
                'worked out row by row, with the effect on floors' => $plan,
                'made' => $apply,
                'all of it' => $read + $plan + $apply,
            ]),
        );
    }

    /** What a rule would do to as many listings as are tried at once, as it is shown beside the sentence. */
    private function effect(): void
    {
        $document = json_decode((string) DB::table('rule_versions')->value('document'), true, 16, JSON_THROW_ON_ERROR);
        $yardstick = $this->times('/api/v1/session', 1);
        $times = array_map(
            fn () => 1_000 *
                $this->seconds(
                    fn () => $this->send('POST', '/api/v1/rules/try-out', [
                        'document' => $document,
                        'filter' => ['sort' => 'x'],
                        'rows' => 'largest',
                    ]),
                ),
            range(1, 7),
        );
        sort($times);
        $this->table(
            ['live effect on 10000 listings, 20 offers each', 'median ms', 'p95 ms', '× yardstick'],
            [
                ['the session alone (yardstick)', ...$this->figures($yardstick, $yardstick)],
                ['what the rule would do', ...$this->figures($times, $yardstick)],
            ],
        );
    }

    /**
     * A rule over all listings: decided, decisions stored, changes queued; no channel is asked. The yardstick is taken
     * before and after each pass, as machines are not always as fast.
     */
    private function fullRun(): void
    {
        $this->layOutOffers();
        DB::update("UPDATE channels SET quiet_until = now() + interval '1 day', automation_on = true");
        DB::update("UPDATE workspaces SET repricing = 'running', brake_listings_percent = 100");
        DB::update('UPDATE rules SET is_on = false');
        DB::update('UPDATE listings SET automation_on = true');
        $rule = (int) DB::table('rules')->value('id');
        $rows = [];
        $pass = function (string $name) use ($rule, &$rows): void {
            // Runs come by the hour: between them the database has done this by itself.
            DB::statement('VACUUM ANALYZE');
            $before = $this->setBased();
            $seconds = $this->seconds(function () use ($rule): void {
                $run = $this->send('POST', "/api/v1/rules/{$rule}/run", [])['run'];
                Deadline::wait(
                    'The run',
                    self::LONGEST_SECONDS,
                    fn () => DB::table('runs')->where('id', $run)->whereNotNull('finished_at')->exists(),
                    20,
                );
            });
            $yardstick = ($before + $this->setBased()) / 2;
            $rows[] = [
                $name,
                sprintf('%.1f', $seconds),
                sprintf('%.2f', $yardstick),
                sprintf('%.1f', $seconds / $yardstick),
            ];
        };
        $pass('limits, earnings and ranks of all for the first time, the rule off');
        DB::update('UPDATE rules SET is_on = true');
        $pass('the rule is turned on: every decision is a new one');
        $changes = DB::table('price_changes')->count();
        $last = (int) DB::table('price_changes')->max('id');
        $this->arrive();
        $pass('all prices have arrived: every decision is a new one, all stand elsewhere');
        $pass('the same again: nothing new');
        DB::statement(
            <<<'SQL'
            INSERT INTO rule_versions (workspace_id, rule_id, number, document, created_at)
            SELECT workspace_id, rule_id, number + 1, jsonb_set(document::jsonb, '{position,percent}', '"3"'), now()
            FROM rule_versions
            WHERE rule_id = ?
            ORDER BY number DESC
            LIMIT 1
            SQL,
            [$rule],
        );
        $pass('the rule goes lower: every decision is a new one');
        $moves = DB::table('price_changes')->where('id', '>', $last)->count();
        $this->arrive();
        $this->invoiceHalfInDollars();
        $pass('half of the costs are in another currency: every decision is a new one');
        $outcomes = DB::table('current_decisions')
            ->groupBy('outcome')
            ->selectRaw('outcome, count(*) AS many')
            ->pluck('many', 'outcome')
            ->map(fn (mixed $many, string $outcome) => "{$many} {$outcome}")
            ->implode(', ');
        DB::statement('DROP TABLE bench_offers, bench_prices');
        $this->table(
            [
                "a run over {$this->listings} listings, 20 offers each, 2 workers, peak of a worker ".
                $this->workerPeak().
                ' MB',
                'seconds',
                'yardstick',
                '× yardstick',
            ],
            $rows,
        );
        $this->line(
            "{$changes} changes were queued when the rule was turned on, {$moves} when it went lower. At the end: {$outcomes}.",
        );
    }

    /** The same costs at the rate, so that prices move about as much as otherwise. */
    private function invoiceHalfInDollars(): void
    {
        $this->send('POST', '/api/v1/rates', ['rates' => [['base' => 'EUR', 'quote' => 'USD', 'rate' => '1.0831']]]);
        DB::update(
            "UPDATE products SET cost_minor = ceil(cost_minor * 1.0831), cost_currency = 'USD' WHERE id % 2 = 0 AND cost_currency IS NULL",
        );
    }

    /** As if the channels had taken all prices. */
    private function arrive(): void
    {
        DB::update(
            <<<'SQL'
                UPDATE listings l
                SET price_minor = c.to_minor
                FROM price_changes c
                WHERE c.listing_id = l.id AND c.state = 'queued'
                SQL,
        );
        DB::update(
            <<<'SQL'
                UPDATE price_changes
                SET state = 'confirmed', settled_at = now() - interval '2 days'
                WHERE state = 'queued'
                SQL,
        );
    }

    /** Offers in rows of a table, as the yardstick reads them. */
    private function layOutOffers(): void
    {
        DB::statement('DROP TABLE IF EXISTS bench_offers, bench_prices');
        DB::statement(
            <<<'SQL'
            CREATE UNLOGGED TABLE bench_offers AS
            SELECT m.listing_id, o ->> 'seller' AS seller, ((o ->> 'price')::numeric * 100)::bigint AS price_minor,
                (coalesce(o ->> 'shipping', '0')::numeric * 100)::bigint AS shipping_minor, coalesce(o ->> 'condition',
                'new') AS condition
            FROM listing_markets m
            CROSS JOIN LATERAL json_array_elements(m.offers) o
            SQL,
        );
        DB::statement('CREATE TABLE bench_prices (listing_id bigint PRIMARY KEY, price_minor bigint NOT NULL)');
    }

    /**
     * The yardstick: as little as a database can do for the same, in one statement, without reasons and decisions:
     * lowest new offer, 1 % below, clamped, inserted.
     */
    private function setBased(): float
    {
        DB::statement('TRUNCATE bench_prices');

        return $this->seconds(
            fn () => DB::insert(
                <<<'SQL'
                INSERT INTO bench_prices
                SELECT l.id, least(greatest(floor(o.lowest * 0.99)::bigint, l.floor_minor), l.ceiling_minor)
                FROM listings l
                JOIN (SELECT listing_id,
                    min(price_minor + shipping_minor) AS lowest FROM bench_offers WHERE condition = 'new' GROUP BY listing_id) o ON o.listing_id = l.id
                WHERE l.floor_minor IS NOT NULL AND l.ceiling_minor IS NOT NULL
                SQL,
            ),
        );
    }

    /** The largest memory a worker has ever had, in MB. */
    private function workerPeak(): int
    {
        $peaks = [0];
        foreach (glob('/proc/[0-9]*/status') ?: [] as $status) {
            $command = (string) @file_get_contents(dirname($status).'/cmdline');
            if (
                str_contains($command, 'queue:work') &&
                preg_match('/VmHWM:\s+(\d+)/', (string) @file_get_contents($status), $peak) === 1
            ) {
                $peaks[] = intdiv((int) $peak[1], 1_000);
            }
        }

        return max($peaks);
    }

    private function waitFor(string $batch, string $state): void
    {
        Deadline::wait('The batch', self::LONGEST_SECONDS, function () use ($batch, $state): bool {
            $now = (string) DB::table('batches')->where('id', $batch)->value('state');

            return $now === 'failed' ? throw new RuntimeException('The batch failed; see the log.') : $now === $state;
        });
    }

    private function emptyQueue(): void
    {
        Deadline::wait('The queue', self::LONGEST_SECONDS, fn () => DB::table('jobs')->doesntExist());
    }

    /** @param  callable(): mixed  $work */
    private function seconds(callable $work): float
    {
        $start = hrtime(true);
        $work();

        return (hrtime(true) - $start) / 1e9;
    }

    /**
     * @param  array<string, float>  $figures
     * @return list<list<string>>
     */
    private function against(float $yardstick, string $name, array $figures): array
    {
        $rows = [];
        foreach ([$name => $yardstick, ...$figures] as $what => $seconds) {
            $rows[] = [$what, sprintf('%.1f', $seconds), sprintf('%.1f', $seconds / $yardstick)];
        }

        return $rows;
    }

    /**
     * @param  array<string, mixed>  $body
     * @return array<string, mixed>
     */
    private function send(string $method, string $path, array $body, bool $form = false): array
    {
        $call = $this->request($path);
        curl_setopt_array($call, [
            CURLOPT_CUSTOMREQUEST => $method,
            CURLOPT_POSTFIELDS => $form ? $body : json_encode($body, JSON_THROW_ON_ERROR),
        ]);
        curl_setopt($call, CURLOPT_HTTPHEADER, [
            "Authorization: Bearer {$this->token}",
            'Accept: application/json',
            ...$form ? [] : ['Content-Type: application/json'],
        ]);
        $answer = curl_exec($call);
        if (! is_string($answer) || curl_getinfo($call, CURLINFO_RESPONSE_CODE) >= 300) {
            throw new RuntimeException("{$path} answered {$answer}");
        }

        /** @var array<string, mixed> */
        return json_decode($answer, true, 16, JSON_THROW_ON_ERROR);
    }

    private function request(string $path, ?string $token = null): CurlHandle
    {
        $token ??= $this->token;
        $call = curl_init(rtrim((string) config('app.url'), '/').$path);
        curl_setopt_array($call, [
            CURLOPT_RETURNTRANSFER => true,
            CURLOPT_ENCODING => 'gzip',
            CURLOPT_HTTPHEADER => ["Authorization: Bearer {$token}", 'Accept: application/json'],
        ]);

        return $call;
    }

    private function newToken(): string
    {
        return User::query()->where('email', 'bench@kettle-crock.example')->firstOrFail()->createToken('bench')
            ->plainTextToken;
    }

    /** @return list<float> milliseconds, sorted */
    private function times(string $path, int $clients): array
    {
        $times = [];
        $calls = array_map(
            fn (int $client) => $this->request($path, $this->tokens[$client] ??= $this->newToken()),
            range(1, $clients),
        );
        $all = curl_multi_init();
        for ($round = -3; $round < (int) $this->option('repeats') / ($clients === 1 ? 1 : 3); $round++) {
            array_map(fn (CurlHandle $call) => curl_multi_add_handle($all, $call), $calls);
            do {
                curl_multi_exec($all, $running);
                curl_multi_select($all, 0.1);
            } while ($running > 0);
            foreach ($calls as $call) {
                if (curl_getinfo($call, CURLINFO_RESPONSE_CODE) !== 200) {
                    throw new RuntimeException("{$path} answered ".curl_multi_getcontent($call));
                }
                if ($round >= 0) {
                    $times[] = curl_getinfo($call, CURLINFO_TOTAL_TIME) * 1_000;
                }
                curl_multi_remove_handle($all, $call);
            }
        }
        sort($times);

        return $times;
    }

    /**
     * @param  list<float>  $times
     * @param  list<float>  $yardstick
     * @return list<string>
     */
    private function figures(array $times, array $yardstick): array
    {
        return [
            sprintf('%.1f', $this->median($times)),
            sprintf('%.1f', $times[(int) (count($times) * 0.95)]),
            sprintf('%.2f', $this->median($times) / $this->median($yardstick)),
        ];
    }

    /** @param  list<float>  $sorted */
    private function median(array $sorted): float
    {
        return $sorted[intdiv(count($sorted), 2)];
    }
}
