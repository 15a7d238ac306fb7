<?php

declare(strict_types=1);

namespace Bench;

use App\Accounts\Models\Workspace;
use App\Support\Tenancy\CurrentWorkspace;
use App\Watching\Crawling\SweepCrawls;
use Demo\TrialDatabase;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use Symfony\Component\Process\Process;

/** Measures how what other shops sell is compared with a large catalogue, and how much of what is the same is found. */
final class BenchMatchesCommand extends Command
{
    protected $signature = 'bench:matches {--products=100000} {--offers=10000} {--workers=2}';

    protected $description = 'Measure how offers are matched with a catalogue';

    protected $hidden = true;

    private const SEED = 7;

    private const LONGEST_SECONDS = 1_800;

    private const BRANDS = ['Saltmarsh', 'Tidewater', 'Hollowell', 'Brambleford', 'Ostergaard', 'Nettlecombe', 'Quillfeather', 'Varnholt', 'Ashgrove', 'Pellworm', 'Durnstone', 'Marrowby', 'Kestwick', 'Lindholm', 'Fennimore'];

    private const MATERIALS = ['stoneware', 'glass', 'steel', 'oak', 'ceramic', 'copper', 'enamel', 'plastic', 'silicone', 'bamboo'];

    private const THINGS = ['crock', 'jar', 'bottle', 'barrel', 'airlock', 'press', 'kettle', 'strainer', 'funnel', 'weight', 'lid', 'tap', 'siphon', 'thermometer', 'hydrometer', 'grinder', 'bucket', 'rack', 'corker', 'crate'];

    private const USES = ['fermenting', 'brewing', 'pickling', 'storing', 'straining', 'serving', 'bottling', 'ageing'];

    private const KINDS = ['water seal', 'swing top', 'wide mouth', 'straight', 'tapered', 'double wall', 'with tap', 'with handle', 'glazed', 'embossed'];

    private const COLOURS = ['blue', 'green', 'amber', 'white', 'black', 'grey', 'red', 'brown'];

    private const SIZES = ['0.25 l', '0.5 l', '0.75 l', '1 l', '2 l', '3 l', '5 l', '7.5 l', '10 l', '15 l', '20 l', '30 l'];

    /** The same, as others write them. */
    private const OTHERWISE = ['0.25 l' => '250 ml', '0.5 l' => '50 cl', '0.75 l' => '0,75 Liter', '1 l' => '1 litre', '2 l' => '2 l', '3 l' => '3 Liter', '5 l' => '5 litre', '7.5 l' => '7,5 l', '10 l' => '10 Liter', '15 l' => '15 l', '20 l' => '20 litre', '30 l' => '30 l'];

    public function handle(CurrentWorkspace $current, SweepCrawls $sweep): int
    {
        TrialDatabase::claim();
        mt_srand(self::SEED);
        $workspace = Workspace::query()->create(['name' => 'Bench', 'currency' => 'EUR', 'tax_percent' => '19', 'tax_included' => true, 'repricing' => 'running', 'limits' => ['floor' => [], 'ceiling' => []]]);
        $current->within($workspace->id, fn () => $this->load($workspace->id));
        $begun = microtime(true);
        $workers = [];
        while (($left = $this->left($workspace->id)) > 0 && microtime(true) < $begun + self::LONGEST_SECONDS) {
            $workers = array_filter($workers, fn (Process $worker): bool => $worker->isRunning());
            while (count($workers) < (int) $this->option('workers')) {
                $worker = new Process([PHP_BINARY, '-d', 'opcache.enable_cli=1', 'artisan', 'queue:work', '--queue=default', '--sleep=0.1', '--tries=8', '--memory=256', '--quiet']);
                $worker->setTimeout(null)->disableOutput()->start();
                $workers[] = $worker;
            }
            $sweep->sweep();
            usleep(200_000);
        }
        $seconds = microtime(true) - $begun;
        foreach ($workers as $worker) {
            $worker->stop();
        }
        $this->report($workspace->id, $left, $seconds);

        return self::SUCCESS;
    }

    private function load(int $workspaceId): void
    {
        $products = [];
        for ($i = 0; $i < (int) $this->option('products'); $i++) {
            $products[] = $this->product($i);
        }
        foreach (array_chunk($products, 2_000) as $i => $some) {
            DB::table('products')->insert(array_map(
                fn (array $one, int $j): array => ['workspace_id' => $workspaceId, 'sku' => 'KC-'.($i * 2_000 + $j), 'title' => $one['title'], 'brand' => $one['brand']],
                $some,
                array_keys($some),
            ));
        }
        DB::update('UPDATE product_texts SET matched_at = now() WHERE workspace_id = ?', [$workspaceId]);
        DB::table('web_hosts')->insert(['host' => 'bench.test']);
        $site = DB::table('sites')->insertGetId(['workspace_id' => $workspaceId, 'host' => 'bench.test', 'name' => 'Bench']);
        $offers = [];
        for ($i = 0; $i < (int) $this->option('offers'); $i++) {
            $isOurs = $i % 2 === 0;
            $number = $isOurs ? mt_rand(0, count($products) - 1) : count($products) + $i;
            $offers[] = [
                'workspace_id' => $workspaceId,
                'site_id' => $site,
                'url' => "http://bench.test/p/{$i}",
                'title' => $isOurs ? $this->otherwise($products[$number]) : $this->product($number)['title'],
                'brand' => null,
                'sku' => $isOurs ? "KC-{$number}" : null,
                'in_stock' => true,
                'condition' => 'new',
                'first_seen_at' => now(),
                'seen_at' => now(),
            ];
        }
        foreach (array_chunk($offers, 2_000) as $some) {
            DB::table('site_products')->insert($some);
        }
        DB::statement('VACUUM ANALYZE');
        $this->line(sprintf('%d products, %d offers, half of them of the same', count($products), count($offers)));
    }

    /** @return array{brand: string, material: string, thing: string, use: string, kind: string, colour: string, size: string, model: string, title: string} */
    private function product(int $number): array
    {
        $pick = fn (array $from): string => $from[mt_rand(0, count($from) - 1)];
        $one = [
            'brand' => $pick(self::BRANDS).' '.chr(65 + $number % 26),
            'material' => $pick(self::MATERIALS),
            'thing' => $pick(self::THINGS),
            'use' => $pick(self::USES),
            'kind' => $pick(self::KINDS),
            'colour' => $pick(self::COLOURS),
            'size' => $pick(self::SIZES),
            'model' => 'M'.(1_000 + intdiv($number, 12)),
        ];

        return [...$one, 'title' => "{$one['brand']} {$one['material']} {$one['thing']} {$one['model']} for {$one['use']}, {$one['kind']}, {$one['colour']}, {$one['size']}"];
    }

    /** @param  array<string, string>  $one */
    private function otherwise(array $one): string
    {
        $size = self::OTHERWISE[$one['size']];

        return match (mt_rand(0, 2)) {
            0 => ucfirst($one['material'])." {$one['thing']} {$size} {$one['colour']} {$one['kind']} {$one['use']} - {$one['brand']} {$one['model']}",
            1 => "{$one['brand']} {$one['model']} {$one['thing']} {$one['material']} {$one['colour']} {$size} {$one['kind']} {$one['use']} | fast delivery",
            default => strtoupper("{$one['thing']} {$one['model']} {$one['material']}")." {$one['colour']} {$one['kind']}, {$one['use']}, {$size} ({$one['brand']})",
        };
    }

    private function left(int $workspaceId): int
    {
        return DB::table('site_products')->where('workspace_id', $workspaceId)->whereNull('matched_at')->count();
    }

    private function report(int $workspaceId, int $left, float $seconds): void
    {
        $found = DB::selectOne(
            <<<'SQL'
            SELECT count(DISTINCT s.id) FILTER (WHERE s.sku IS NOT NULL) AS ours,
                count(DISTINCT s.id) FILTER (WHERE p.sku = s.sku AND m.verdict = 'same') AS same,
                count(DISTINCT s.id) FILTER (WHERE p.sku = s.sku AND m.verdict = 'perhaps') AS perhaps,
                count(DISTINCT s.id) FILTER (WHERE m.verdict = 'same' AND p.sku IS DISTINCT FROM s.sku) AS wrong
            FROM site_products s
            LEFT JOIN product_matches m ON m.site_product_id = s.id
            LEFT JOIN products p ON p.id = m.product_id
            WHERE s.workspace_id = ?
            SQL,
            [$workspaceId],
        );
        $this->line(sprintf('matched by %d workers in %.1f s, %d left', (int) $this->option('workers'), $seconds, $left));
        $this->line("of {$found->ours} that are the same: {$found->same} called the same, {$found->perhaps} perhaps; {$found->wrong} of all called the same with another");
    }
}
