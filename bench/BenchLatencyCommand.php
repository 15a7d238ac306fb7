<?php

declare(strict_types=1);

namespace Bench;

use App\Accounts\Models\Workspace;
use App\Catalogue\Events\Cause;
use App\Channels\Models\Channel;
use App\Pricing\Jobs\DecideListingsJob;
use App\Pricing\Models\Rule;
use App\Pricing\Models\RuleVersion;
use App\Support\Tenancy\CurrentWorkspace;
use Carbon\CarbonImmutable;
use Demo\TrialDatabase;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;

/**
 * How long it takes from a marketplace's notification of a change to our new price being sent there: rivals of the
 * demo's listings are moved at a steady pace, one after the other, so that each move calls for a new price.
 */
final class BenchLatencyCommand extends Command
{
    protected $signature = 'bench:latency {--per-second=52 : Moves; the marketplaces tell of our own changes too, so that there is word twice as often} {--seconds=60} {--control= : The control token of the marketplaces}';

    protected $description = 'Measure from notification to price sent';

    protected $hidden = true;

    private const TICKS_PER_SECOND = 5;

    private const LONGEST_SECONDS = 300;

    public function handle(CurrentWorkspace $current): int
    {
        TrialDatabase::check();
        $workspace = Workspace::query()->where('name', 'Kettle & Crock')->firstOrFail();

        return $current->within($workspace->id, function () use ($workspace): int {
            $this->line('latency, '.MachineLoad::words());
            $this->prepare($workspace);
            $moves = $this->move($this->targets($workspace->id));
            sleep(10);
            $this->report($moves);
            $this->line(MachineLoad::words().' at the end');

            return self::SUCCESS;
        });
    }

    /** One rule for all, that follows every move; limits that never bind. */
    private function prepare(Workspace $workspace): void
    {
        Workspace::query()
            ->where('id', '<>', $workspace->id)
            ->update(['repricing' => 'stopped']);
        $workspace->update([
            'repricing' => 'running',
            'brake_listings_percent' => '100',
            'limits' => [
                'floor' => [['kind' => 'amount', 'amount' => '0.10']],
                'ceiling' => [['kind' => 'amount', 'amount' => '100000']],
            ],
        ]);
        $rule = Rule::query()->create(['name' => 'Follows all', 'is_on' => true, 'every_minutes' => null]);
        RuleVersion::query()->create([
            'rule_id' => $rule->id,
            'number' => 1,
            'created_at' => now(),
            'document' => [
                'version' => 1,
                'kind' => 'competitive',
                'reference' => ['of' => 'lowest'],
                'position' => ['move' => 'below', 'percent' => '1'],
            ],
        ]);
        DB::table('limit_scopes')->where('workspace_id', $workspace->id)->delete();
        DB::table('listings')
            ->where('workspace_id', $workspace->id)
            ->update([
                'rule_id' => $rule->id,
                'automation_on' => true,
                'stock' => 10,
                'limits' => '{"floor": [], "ceiling": []}',
            ]);
        DecideListingsJob::dispatchInChunks(
            $workspace->id,
            array_values(
                DB::table('listings')->where('workspace_id', $workspace->id)->orderBy('id')->pluck('id')->all(),
            ),
            Cause::Limits,
        );
        $quiet = 0;
        $isQuiet = function () use ($workspace, &$quiet): bool {
            $isBusy =
                DB::table('jobs')->exists() ||
                DB::table('price_changes')
                    ->where('workspace_id', $workspace->id)
                    ->whereIn('state', ['queued', 'sending', 'sent'])
                    ->exists();
            $quiet = $isBusy ? 0 : $quiet + 1;

            return $quiet === 10;
        };
        Deadline::wait('What was to be sent before', self::LONGEST_SECONDS, $isQuiet, 200);
    }

    /**
     * @return list<array{channel: int, listing: int, item: string, seller: string, low: int, high: int}> listings with
     *     the offer that leads there
     */
    private function targets(int $workspaceId): array
    {
        $rows = DB::select(
            <<<'SQL'
            SELECT l.channel_id AS channel, l.id AS listing, l.item_ref AS item, o ->> 'seller' AS seller,
                greatest(50, ((o ->> 'price')::numeric * 96)::int) AS low,
                greatest(60, ((o ->> 'price')::numeric * 99)::int) AS high
            FROM listings l JOIN listing_markets m ON m.listing_id = l.id CROSS JOIN LATERAL (
                SELECT o
                FROM json_array_elements(m.offers) o
                WHERE coalesce(o ->> 'condition', 'new') = 'new'
                    AND coalesce(o ->> 'in_stock', 'true') = 'true'
                ORDER BY (o ->> 'price')::numeric + coalesce(o ->> 'shipping', '0')::numeric LIMIT 1) lead
            WHERE l.workspace_id = ? AND l.condition = 'new' ORDER BY l.sku, l.channel_id
            SQL,
            [$workspaceId],
        );

        return array_map(fn (object $row) => (array) $row, $rows);
    }

    /**
     * @param  list<array{channel: int, listing: int, item: string, seller: string, low: int, high: int}>  $targets
     * @return list<array{channel: int, listing: int, item: string, at: float}>
     */
    private function move(array $targets): array
    {
        $channels = Channel::query()->get()->keyBy('id');
        $many = (int) $this->option('per-second') * (int) $this->option('seconds');
        $each = intdiv((int) $this->option('per-second'), self::TICKS_PER_SECOND);
        $moves = [];
        $start = microtime(true);
        for ($number = 0; $number < $many;) {
            $offers = [];
            for ($i = 0; $i < $each; $i++, $number++) {
                $target = $targets[$number % count($targets)];
                // Down and up again with each time round.
                $offers[$target['channel']][] = [
                    'item' => $target['item'],
                    'seller' => $target['seller'],
                    'price' => intdiv($number, count($targets)) % 2 === 0 ? $target['low'] : $target['high'],
                ];
                $moves[] = [
                    'channel' => $target['channel'],
                    'listing' => $target['listing'],
                    'item' => $target['item'],
                    'at' => microtime(true),
                ];
            }
            foreach ($offers as $channel => $some) {
                Http::withToken((string) $this->option('control'))
                    ->put($channels[$channel]->settings['address'].'/control/offers', ['offers' => $some])
                    ->throw();
            }
            $wait = $start + $number / (int) $this->option('per-second') - microtime(true);
            usleep((int) max(0, $wait * 1e6));
        }
        $this->line(sprintf('%d moves in %.1f s', $many, microtime(true) - $start));

        return $moves;
    }

    /** @param  list<array{channel: int, listing: int, item: string, at: float}>  $moves */
    private function report(array $moves): void
    {
        $sent = $heard = $all = [];
        $unheard = $unanswered = 0;
        foreach ($moves as $move) {
            $at = CarbonImmutable::createFromTimestamp($move['at'])->format('Y-m-d H:i:s.u');
            $receivedAt = DB::table('market_notifications')
                ->where('channel_id', $move['channel'])
                ->where('item', $move['item'])
                ->where('received_at', '>=', $at)
                ->min('received_at');
            if ($receivedAt === null) {
                $unheard++;

                continue;
            }
            $received = $this->seconds($receivedAt);
            $heard[] = $received - $move['at'];
            $sentAt = DB::table('price_changes')
                ->where('listing_id', $move['listing'])
                ->where('sent_at', '>=', $at)
                ->min('sent_at');
            if ($sentAt === null) {
                $unanswered++;

                continue;
            }
            // An item is also observed for other reasons: the answer may have been sent before the notification came.
            $sent[] = max(0.0, $this->seconds($sentAt) - $received);
            $all[] = $this->seconds($sentAt) - $move['at'];
        }
        sort($sent);
        sort($heard);
        sort($all);
        $rows = [];
        foreach (
            [
                'from move to notification (the marketplace’s own time)' => $heard,
                'from notification to price sent' => $sent,
                'from move to price sent' => $all,
            ] as $what => $times
        ) {
            $rows[] = [
                $what,
                count($times),
                ...array_map(fn (float $share) => sprintf('%.2f', $times[(int) (count($times) * $share)] ?? NAN), [
                    0.5,
                    0.95,
                    0.99,
                ]),
            ];
        }
        $word = DB::table('market_notifications')
            ->whereBetween('received_at', [
                CarbonImmutable::createFromTimestamp($moves[0]['at']),
                CarbonImmutable::createFromTimestamp($moves[count($moves) - 1]['at']),
            ])
            ->count();
        $this->table(
            [
                sprintf(
                    '%d moves and %d notifications a second for %d s, 2 workers',
                    $this->option('per-second'),
                    $word / $this->option('seconds'),
                    $this->option('seconds'),
                ),
                'how many',
                'median s',
                'p95 s',
                'p99 s',
            ],
            $rows,
        );
        $this->line(
            "{$unheard} moves without a notification of their own (merged with the next), {$unanswered} without a new price.",
        );
    }

    private function seconds(string $stored): float
    {
        return (float) CarbonImmutable::parse($stored)->format('U.u');
    }
}
