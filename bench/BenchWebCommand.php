<?php

declare(strict_types=1);

namespace Bench;

use App\Accounts\Models\User;
use App\Accounts\Models\Workspace;
use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Product;
use App\Channels\Models\Channel;
use App\Support\Tenancy\CurrentWorkspace;
use Closure;
use CurlHandle;
use Demo\TrialDatabase;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use ZipArchive;

/** While one workspace sends its worst, how long another waits for its list of listings. */
final class BenchWebCommand extends Command
{
    protected $signature = 'bench:web {--seconds=15 : for each kind of load}';

    protected $description = 'Measure one workspace’s page while another does its worst';

    protected $hidden = true;

    /** Of the page, in milliseconds, at the 95th percentile. */
    private const BAR_MS = 1_000;

    private const PAUSE_MS = 150;

    private string $attacker = '';

    private string $bystander = '';

    public function handle(CurrentWorkspace $current): int
    {
        TrialDatabase::check();
        $this->attacker = User::query()
            ->where('email', 'bench@kettle-crock.example')
            ->firstOrFail()
            ->createToken('bench')->plainTextToken;
        $this->bystander = $this->makeBystander($current);
        $alone = $this->measure([]);
        $rows = [['nobody else', ...$this->figures($alone, $alone), '']];
        $isHeld = true;
        foreach ($this->loads() as $name => $load) {
            $answers = [];
            $times = $this->measure($load, $answers);
            $isHeld = $isHeld && self::percentile($times, 95) < self::BAR_MS;
            $rows[] = [$name, ...$this->figures($times, $alone), $this->words($answers)];
        }
        [$times, $closed] = $this->halfSent();
        $isHeld = $isHeld && self::percentile($times, 95) < self::BAR_MS;
        $rows[] = ['520 half-sent requests', ...$this->figures($times, $alone), "{$closed} closed by the server"];
        $this->table(
            ['another workspace does', 'list: median ms', 'p95 ms', 'most ms', '× alone', 'answers it gets'],
            $rows,
        );
        $this->line($isHeld ? 'under 1 s at p95 throughout' : 'NOT under 1 s at p95');

        return $isHeld ? self::SUCCESS : self::FAILURE;
    }

    /**
     * @return array<string, list<Closure(): CurlHandle>> requests that are kept under way at the same time, by what
     *     they are
     */
    private function loads(): array
    {
        $document = [
            'version' => 1,
            'kind' => 'competitive',
            'reference' => ['of' => 'lowest'],
            'position' => ['move' => 'below', 'percent' => '1'],
        ];
        $tryOut = (string) json_encode(['document' => $document, 'filter' => new \stdClass(), 'rows' => 'largest']);
        $ids = (string) json_encode(['document' => $document, 'listings' => range(1, 150_000)]);
        $words = implode('+', array_map(fn (int $n) => chr(97 + ($n % 26)), range(1, 60)));
        [$bomb, $long, $wide] = $this->files();

        return [
            'eight try-outs of 10,000 listings' => array_fill(
                0,
                8,
                fn () => $this->post('/api/v1/rules/try-out', $tryOut),
            ),
            'eight searches for 60 one-letter words' => array_fill(
                0,
                8,
                fn () => $this->get("/api/v1/listings?q={$words}"),
            ),
            'eight searches for three one-letter words' => array_fill(
                0,
                8,
                fn () => $this->get('/api/v1/listings?q=a+b+c'),
            ),
            'four bodies of 150,000 ids' => array_fill(0, 4, fn () => $this->post('/api/v1/rules/try-out', $ids)),
            'four small workbooks that unpack to 900 MB' => array_fill(0, 4, fn () => $this->upload($bomb)),
            'four files of ten million rows' => array_fill(0, 4, fn () => $this->upload($long)),
            'four files of a million columns' => array_fill(0, 4, fn () => $this->upload($wide)),
            'forty live streams' => array_fill(0, 40, fn () => $this->get('/api/v1/events')),
            'eight bodies of 8 MB, not signed in' => array_fill(
                0,
                8,
                fn () => $this->post('/api/v1/imports', str_repeat('x', 8_000_000), token: ''),
            ),
        ];
    }

    /**
     * @param  list<Closure(): CurlHandle>  $load
     * @param  array<int, int>  $answers  how many, by status
     * @return list<float> milliseconds the bystander's page took, each time
     */
    private function measure(array $load, array &$answers = []): array
    {
        $calls = curl_multi_init();
        $makers = [];
        $start = function (Closure $make) use ($calls, &$makers): void {
            $call = $make();
            $makers[(int) $call] = $make;
            curl_multi_add_handle($calls, $call);
        };
        array_map($start, $load);
        $page = null;
        $next = microtime(true) + 0.5;
        $until = microtime(true) + (int) $this->option('seconds');
        $times = [];
        while (microtime(true) < $until || $page !== null) {
            if ($page === null && microtime(true) >= $next && microtime(true) < $until) {
                curl_multi_add_handle($calls, $page = $this->get('/api/v1/listings', $this->bystander));
            }
            curl_multi_exec($calls, $running);
            curl_multi_select($calls, 0.01);
            while (is_array($done = curl_multi_info_read($calls))) {
                $call = $done['handle'];
                curl_multi_remove_handle($calls, $call);
                if ($call === $page) {
                    $times[] = curl_getinfo($call, CURLINFO_TOTAL_TIME) * 1_000;
                    $page = null;
                    $next = microtime(true) + self::PAUSE_MS / 1_000;

                    continue;
                }
                $status = curl_getinfo($call, CURLINFO_RESPONSE_CODE);
                $answers[$status] = ($answers[$status] ?? 0) + 1;
                if (microtime(true) < $until) {
                    $start($makers[(int) $call]);
                }
            }
        }

        return $times;
    }

    /**
     * @return array{list<float>, int} milliseconds of the bystander's page, and how many connections the server had
     *     closed at the end
     */
    private function halfSent(): array
    {
        $host = (string) parse_url((string) config('app.url'), PHP_URL_HOST);
        $port = (int) parse_url((string) config('app.url'), PHP_URL_PORT);
        $sockets = [];
        for ($i = 0; $i < 520; $i++) {
            $socket = @stream_socket_client("tcp://{$host}:{$port}", timeout: 2);
            if ($socket !== false) {
                fwrite(
                    $socket,
                    $i % 2 === 0
                        ? "POST /api/v1/session HTTP/1.1\r\nHost: {$host}:{$port}\r\nContent-Length: 500\r\n\r\n{"
                        : "GET /api/v1/listings HTTP/1.1\r\nHost: {$host}",
                );
                stream_set_blocking($socket, false);
                $sockets[] = $socket;
            }
        }
        $times = $this->measure([]);
        $closed = count(
            array_filter($sockets, function ($socket): bool {
                fread($socket, 4_096);

                return feof($socket);
            }),
        );

        return [$times, $closed];
    }

    private function makeBystander(CurrentWorkspace $current): string
    {
        $workspace = Workspace::query()->create([
            'name' => 'Bystander',
            'currency' => 'EUR',
            'tax_percent' => '19',
            'tax_included' => true,
            'limits' => [],
        ]);
        $user = User::query()->create([
            'workspace_id' => $workspace->id,
            'name' => 'Bystander',
            'email' => Str::random(8).'@bystander.example',
            'password' => Str::random(40),
        ]);
        $current->within($workspace->id, function (): void {
            $channel = Channel::query()->create([
                'key' => (string) Str::uuid7(),
                'driver' => 'file',
                'name' => 'Files',
                'currency' => 'EUR',
                'secrets' => [],
                'webhook_secret' => Channel::newSecret(),
            ]);
            for ($i = 1; $i <= 300; $i++) {
                $product = Product::query()->create(['sku' => "BY-{$i}", 'title' => "Jar {$i}"]);
                Listing::query()->create([
                    'channel_id' => $channel->id,
                    'product_id' => $product->id,
                    'sku' => "BY-{$i}",
                    'item_ref' => '',
                    'title' => "Jar {$i}",
                    'price_minor' => 1_000 + $i,
                ]);
            }
        });
        DB::statement('ANALYZE');

        return $user->createToken('bench')->plainTextToken;
    }

    /**
     * @return array{string, string, string} a workbook that unpacks to much, a file of very many rows, one of very many
     *     columns
     */
    private function files(): array
    {
        $folder = sys_get_temp_dir().'/bench-'.Str::random(6);
        mkdir($folder);
        $zip = new ZipArchive();
        $zip->open("{$folder}/bomb.xlsx", ZipArchive::CREATE);
        $zip->addFromString('xl/workbook.xml', '<workbook/>');
        $part = "{$folder}/part";
        $out = fopen($part, 'wb') ?: throw new \RuntimeException('No temporary file.');
        for ($mb = 0; $mb < 900; $mb++) {
            fwrite($out, str_repeat('<row/>', 166_667));
        }
        fclose($out);
        $zip->addFile($part, 'xl/worksheets/sheet1.xml');
        $zip->close();
        unlink($part);
        file_put_contents("{$folder}/long.csv", "SKU;Cost\n".str_repeat("a;1\n", 10_000_000));
        file_put_contents("{$folder}/wide.csv", implode(';', array_fill(0, 1_000_000, 'c'))."\n1\n");

        return ["{$folder}/bomb.xlsx", "{$folder}/long.csv", "{$folder}/wide.csv"];
    }

    private function get(string $path, ?string $token = null): CurlHandle
    {
        return $this->prepare($path, $token ?? $this->attacker);
    }

    private function post(string $path, string $body, ?string $token = null): CurlHandle
    {
        $call = $this->prepare($path, $token ?? $this->attacker, ['Content-Type: application/json', 'Expect:']);
        curl_setopt($call, CURLOPT_POSTFIELDS, $body);

        return $call;
    }

    private function upload(string $file): CurlHandle
    {
        $call = $this->prepare('/api/v1/imports', $this->attacker, ['Expect:']);
        curl_setopt($call, CURLOPT_POSTFIELDS, ['file' => curl_file_create($file)]);

        return $call;
    }

    /** @param  list<string>  $headers */
    private function prepare(string $path, string $token, array $headers = []): CurlHandle
    {
        $call = curl_init(rtrim((string) config('app.url'), '/').$path);
        curl_setopt_array($call, [
            CURLOPT_RETURNTRANSFER => true,
            CURLOPT_TIMEOUT => 60,
            CURLOPT_FORBID_REUSE => true,
            CURLOPT_HTTPHEADER => [
                ...$headers,
                'Accept: application/json',
                ...$token === '' ? [] : ["Authorization: Bearer {$token}"],
            ],
        ]);

        return $call;
    }

    /**
     * @param  list<float>  $times
     * @param  list<float>  $alone
     * @return list<string>
     */
    private function figures(array $times, array $alone): array
    {
        return [
            sprintf('%.0f', self::percentile($times, 50)),
            sprintf('%.0f', self::percentile($times, 95)),
            sprintf('%.0f', self::percentile($times, 100)),
            sprintf('%.1f', self::percentile($times, 50) / self::percentile($alone, 50)),
        ];
    }

    /** @param  array<int, int>  $answers */
    private function words(array $answers): string
    {
        ksort($answers);

        return implode(
            ', ',
            array_map(
                fn (int $many, int $status) => "{$many} × ".($status === 0 ? 'none' : $status),
                $answers,
                array_keys($answers),
            ),
        );
    }

    /** @param  list<float>  $times */
    private static function percentile(array $times, int $percent): float
    {
        sort($times);

        return $times === [] ? INF : $times[(int) min(count($times) - 1, floor((count($times) * $percent) / 100))];
    }
}
