<?php

declare(strict_types=1);

namespace App\Workbench\Console;

use App\Accounts\Models\User;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

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
}
