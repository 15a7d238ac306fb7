<?php

declare(strict_types=1);

namespace App\Support\Console;

use App\Support\Live\EventLog;
use App\Support\Live\StreamServer;
use Illuminate\Console\Command;
use PgSql\Connection;
use RuntimeException;

final class ServeStreamsCommand extends Command
{
    protected $signature = 'live:serve {socket : path of the socket on which the web server hands streams over}';

    protected $description = 'Serve the streams of events that open pages listen to';

    /** So many connections may come at once. */
    private const BACKLOG = 1_024;

    public function handle(): int
    {
        $path = (string) $this->argument('socket');
        @unlink($path);
        $waiting = stream_context_create(['socket' => ['backlog' => self::BACKLOG]]);
        $listener =
            stream_socket_server(
                "unix://{$path}",
                $code,
                $message,
                STREAM_SERVER_BIND | STREAM_SERVER_LISTEN,
                $waiting,
            ) ?:
            throw new RuntimeException("{$path}: {$message}");
        $server = new StreamServer($listener, $this->database(), new EventLog(bin2hex(random_bytes(4))));
        $this->trap([SIGTERM, SIGINT], fn () => $server->stop());
        $server->run();

        return self::SUCCESS;
    }

    /** A connection of its own: it does nothing but listen. */
    private function database(): Connection
    {
        /** @var array<string, string> $settings */
        $settings = config('database.connections.pgsql');
        $quoted = fn (string $value): string => "'".addcslashes($value, "'\\")."'";
        $to = [
            'host' => $settings['host'],
            'port' => (string) $settings['port'],
            'dbname' => $settings['database'],
            'user' => $settings['username'],
            'password' => $settings['password'],
            'application_name' => 'wrasse-streams',
        ];
        $connection = pg_connect(
            implode(
                ' ',
                array_map(fn (string $name, string $value) => "{$name}={$quoted($value)}", array_keys($to), $to),
            ),
            PGSQL_CONNECT_FORCE_NEW,
        );

        return $connection === false ? throw new RuntimeException('The database does not answer.') : $connection;
    }
}
