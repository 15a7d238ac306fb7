<?php

declare(strict_types=1);

namespace App\Workbench\Console;

use App\Accounts\Models\User;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Decision\Evaluation;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RequestReader;

/** Takes the measurements of bin/bench against the running application. */
final class BenchRunCommand extends Command
{
    protected $signature = 'bench:run {--repeats=60}';

    protected $description = 'Measure';

    protected $hidden = true;

    private string $token = '';

    public function handle(): int
    {
        $user = User::query()->where('email', 'bench@kettle-crock.example')->firstOrFail();
        $this->token = $user->createToken('bench')->plainTextToken;
        $rule = (string) DB::table('rules')->value('id');
        $bare = $this->request('/api/v1/session');
        $rows = [['the session alone (yardstick)', ...$this->figures($bare, $bare)]];
        foreach ([
            'first page' => '/api/v1/listings', 'sorted by margin, down' => '/api/v1/listings?sort=-margin', 'search for words' => '/api/v1/listings?q=crock+123',
            'two filters and a sort' => "/api/v1/listings?rule={$rule}&state[]=not_cheapest&sort=-markup", 'cannot be priced' => '/api/v1/listings?state[]=blocked',
        ] as $name => $path) {
            $rows[] = ["listing list: {$name}", ...$this->figures($this->request($path), $bare)];
        }
        $this->table(['served by nginx + php-fpm, one client', 'median ms', 'p95 ms', '× yardstick'], $rows);
        $this->table(['the core, one process', 'µs each', '× yardstick'], $this->core());

        return self::SUCCESS;
    }

    /** @return list<float> milliseconds, sorted */
    private function request(string $path): array
    {
        $times = [];
        $call = curl_init(rtrim((string) config('app.url'), '/').$path);
        curl_setopt_array($call, [CURLOPT_RETURNTRANSFER => true, CURLOPT_ENCODING => 'gzip', CURLOPT_HTTPHEADER => ["Authorization: Bearer {$this->token}", 'Accept: application/json']]);
        for ($i = -5; $i < (int) $this->option('repeats'); $i++) {
            curl_exec($call);
            if (curl_getinfo($call, CURLINFO_RESPONSE_CODE) !== 200) {
                throw new \RuntimeException("{$path} answered ".curl_getinfo($call, CURLINFO_RESPONSE_CODE));
            }
            if ($i >= 0) {
                $times[] = curl_getinfo($call, CURLINFO_TOTAL_TIME) * 1_000;
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
            sprintf('%.1f', $this->median($times)), sprintf('%.1f', $times[(int) (count($times) * 0.95)]), sprintf('%.2f', $this->median($times) / $this->median($yardstick)),
        ];
    }

    /** @param  list<float>  $sorted */
    private function median(array $sorted): float
    {
        return $sorted[intdiv(count($sorted), 2)];
    }

    /** @return list<list<string>> */
    private function core(): array
    {
        $document = [
            'now' => '2026-03-02T09:00:00Z', 'listing' => ['sku' => 'KC-1', 'currency' => 'EUR', 'seller' => 'us', 'price' => '24.90', 'cost' => '11.20', 'rrp' => '34.90'],
            'fees' => [['kind' => 'percent', 'percent' => '12', 'on' => 'landed', 'minimum' => '0.30']], 'tax' => ['percent' => '19', 'included' => true],
            'limits' => ['floor' => [['kind' => 'margin', 'percent' => '12']], 'ceiling' => [['kind' => 'rrp', 'percent' => '100']]],
            'offers' => array_map(fn (int $n) => ['seller' => "rival-{$n}", 'price' => sprintf('%.2f', 20 + $n / 10)], range(1, 20)),
            'rule' => ['version' => 1, 'kind' => 'competitive', 'reference' => ['of' => 'lowest'], 'position' => ['move' => 'below', 'percent' => '1']],
        ];
        $request = (new RequestReader)->read(Node::of($document));
        $figures = range(2_010, 2_200, 10);
        $loop = $this->time(200_000, function () use ($figures): int {
            $least = PHP_INT_MAX;
            foreach ($figures as $figure) {
                if ($figure < $least) {
                    $least = $figure;
                }
            }

            return max(1_500, min(3_490, $least));
        });
        $decide = $this->time(20_000, fn () => Evaluation::of($request));
        $whole = $this->time(5_000, fn () => Evaluation::of((new RequestReader)->read(Node::of($document))));

        return [
            ['smallest of 20 figures, clamped (yardstick)', sprintf('%.2f', $loop), '1.0'],
            ['a decision over 20 offers, with steps', sprintf('%.2f', $decide), sprintf('%.1f', $decide / $loop)],
            ['the same, read from its document', sprintf('%.2f', $whole), sprintf('%.1f', $whole / $loop)],
        ];
    }

    /**
     * The median of five rounds, in microseconds a call.
     *
     * @param  callable(): mixed  $work
     */
    private function time(int $times, callable $work): float
    {
        $rounds = [];
        for ($round = 0; $round < 5; $round++) {
            $start = hrtime(true);
            for ($i = 0; $i < $times; $i++) {
                $work();
            }
            $rounds[] = (hrtime(true) - $start) / 1_000 / $times;
        }
        sort($rounds);

        return $this->median($rounds);
    }
}
