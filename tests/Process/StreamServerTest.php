<?php

declare(strict_types=1);

namespace Tests\Process;

use PDO;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/**
 * One process serves all streams: those of one person, half requests and slow readers do not keep it from the others.
 */
final class StreamServerTest extends TestCase
{
    private Process $server;

    private string $path;

    private PDO $database;

    protected function setUp(): void
    {
        /** @var array<string, string> $settings */
        $settings = parse_ini_file(getenv('WRASSE_HOME').'/.env', scanner_mode: INI_SCANNER_RAW);
        $this->database = new PDO(
            "pgsql:host={$settings['DB_HOST']};port={$settings['DB_PORT']};dbname=wrasse_process",
            $settings['DB_USERNAME'],
            $settings['DB_PASSWORD'],
        );
        $this->path = sys_get_temp_dir().'/streams-'.bin2hex(random_bytes(4)).'.sock';
        $this->server = new Process(['php', 'artisan', 'live:serve', $this->path], dirname(__DIR__, 2), [
            'DB_DATABASE' => 'wrasse_process',
        ]);
        $this->server->start();
        for ($try = 0; $try < 100 && ! file_exists($this->path); $try++) {
            usleep(50_000);
        }
        usleep(200_000);
    }

    protected function tearDown(): void
    {
        $this->server->stop(2);
    }

    public function test_tells_each_workspace_its_own_events_once(): void
    {
        $ours = $this->open(1, 'nora');
        $theirs = $this->open(2, 'olaf');
        foreach ([[1, [5]], [1, [6, 5]], [2, [7]]] as [$workspace, $ids]) {
            $this->notify($workspace, $ids);
        }
        self::assertMatchesRegularExpression(
            '/event: change\ndata: \{"topic":"listings","ids":\[5,6\]\}\n\n$/',
            $this->read($ours),
        );
        self::assertMatchesRegularExpression('/data: \{"topic":"listings","ids":\[7\]\}\n\n$/', $this->read($theirs));
    }

    public function test_tells_what_was_missed_when_someone_comes_back(): void
    {
        $first = $this->open(1, 'nora');
        preg_match('/id: (\S+)/', $this->read($first), $id);
        fclose($first);
        $this->notify(1, [5]);
        usleep(400_000);
        $again = $this->read($this->open(1, 'nora', $id[1] ?? ''));
        self::assertStringContainsString('"ids":[5]', $again);
        self::assertStringContainsString('event: reset', $this->read($this->open(1, 'nora', 'another-1')));
    }

    public function test_one_person_has_so_many_streams_and_others_have_theirs(): void
    {
        $streams = array_map(fn () => $this->open(1, 'nora'), range(1, 40));
        $answers = array_map(fn ($stream) => strtok($this->read($stream), "\r"), $streams);
        self::assertSame(
            ['HTTP/1.1 200 OK' => 8, 'HTTP/1.1 429 Too Many Requests' => 32],
            array_count_values($answers),
        );
        self::assertStringStartsWith('HTTP/1.1 200', $this->read($this->open(1, 'olaf')));
    }

    public function test_streams_of_a_person_who_signs_out_end(): void
    {
        $ended = $this->open(1, '12');
        $kept = $this->open(1, '13');
        self::assertStringStartsWith('HTTP/1.1 200', $this->read($ended));
        $this->send(['signed_out' => '12']);
        $this->read($ended);
        self::assertTrue($this->isClosed($ended));
        $this->notify(1, [5]);
        self::assertStringContainsString('"ids":[5]', $this->read($kept));
    }

    public function test_incomplete_requests_time_out_and_do_not_block_others(): void
    {
        $half = [];
        for ($i = 0; $i < 520; $i++) {
            $half[] = $this->connect();
            fwrite($half[$i], "GET / HTTP/1.1\r\nX-Stream-Workspace: 1\r\n");
        }
        $whole = $this->open(1, 'nora');
        self::assertSame("HTTP/1.1 200 OK\r\n", fgets($whole));
        self::assertFalse($this->isClosed($half[519]), 'a whole request is answered while half ones are still waited for');
        for ($tries = 0; $tries < 300 && ! $this->isClosed($half[0]); $tries++) {
            usleep(100_000);
        }
        self::assertTrue($this->isClosed($half[0]), 'a half request is given up');
    }

    public function test_connections_beyond_the_limit_are_refused_and_the_others_go_on(): void
    {
        $first = $this->open(1, 'nora');
        self::assertSame("HTTP/1.1 200 OK\r\n", fgets($first));
        $more = array_map(fn () => $this->connect(), range(1, 1_100));
        for ($tries = 0; $tries < 300 && ! $this->isClosed($more[1_099]); $tries++) {
            usleep(100_000);
        }
        self::assertTrue($this->isClosed($more[1_099]));
        self::assertFalse($this->isClosed($more[0]));
        $this->notify(1, [5]);
        self::assertStringContainsString('"ids":[5]', $this->read($first));
    }

    public function test_unauthenticated_connections_are_refused(): void
    {
        foreach (
            [
                "GET / HTTP/1.1\r\n\r\n",
                "GET / HTTP/1.1\r\nX-Stream-Workspace: 0\r\nX-Stream-Person: nora\r\n\r\n",
                "GET / HTTP/1.1\r\nX-Stream-Workspace: 1\r\n\r\n",
            ] as $request
        ) {
            $socket = $this->connect();
            fwrite($socket, $request);
            self::assertStringStartsWith('HTTP/1.1 401', $this->read($socket));
        }
    }

    /** @return resource */
    private function connect(): mixed
    {
        $socket = stream_socket_client("unix://{$this->path}", $code, $message, 2);
        self::assertNotFalse($socket, $message);
        stream_set_timeout($socket, 30);

        return $socket;
    }

    /** @return resource */
    private function open(int $workspace, string $person, string $lastId = ''): mixed
    {
        $socket = $this->connect();
        fwrite(
            $socket,
            "GET / HTTP/1.1\r\nX-Stream-Workspace: {$workspace}\r\nX-Stream-Person: {$person}\r\nLast-Event-ID: {$lastId}\r\n\r\n",
        );

        return $socket;
    }

    /** @param  resource  $socket */
    private function isClosed(mixed $socket): bool
    {
        stream_set_blocking($socket, false);

        return fread($socket, 100) === '' && feof($socket);
    }

    /** @param  resource  $socket */
    private function read(mixed $socket): string
    {
        $all = '';
        stream_set_blocking($socket, false);
        for ($quiet = 0; $quiet < 10;) {
            $some = (string) fread($socket, 65_536);
            $quiet = $some === '' ? $quiet + 1 : 0;
            $all .= $some;
            usleep(50_000);
        }

        return $all;
    }

    /** @param  list<int>  $ids */
    private function notify(int $workspace, array $ids): void
    {
        $this->send(['workspace' => $workspace, 'topic' => 'listings', 'ids' => $ids]);
    }

    /** @param  array<string, mixed>  $message */
    private function send(array $message): void
    {
        $this->database
            ->prepare('SELECT pg_notify(?, ?)')
            ->execute(['wrasse_live', json_encode($message, JSON_THROW_ON_ERROR)]);
    }
}
