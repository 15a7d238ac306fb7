<?php

declare(strict_types=1);

namespace App\Support\Live;

use PgSql\Connection as Postgres;
use RuntimeException;

/**
 * Serves all streams of events from one process: it listens to what the database is told (LISTEN, NOTIFY) and passes it
 * on to the streams of that workspace. It trusts who a stream is for, as only the web server can reach its socket.
 */
final class StreamServer
{
    /** What comes within a short while is told together. */
    private const GATHERED_SECONDS = 0.15;

    private const HEARTBEAT_SECONDS = 20.0;

    /** A request that is not whole by then is not waited for. */
    private const REQUEST_SECONDS = 5.0;

    /** A stream ends after so long; the client reconnects and is authorised again. */
    private const STREAM_SECONDS = 600.0;

    private const STREAMS_PER_PERSON = 8;

    /** select(2), and with it stream_select(), watches file descriptors below 1,024 only (FD_SETSIZE). */
    private const STREAMS = 950;

    private const MOST_IDS = 100;

    /** @var array<int, StreamConnection> by the number of its socket */
    private array $connections = [];

    /**
     * @var array<int, array<string, array<int, true>|null>> ids that changed by workspace and topic; null where there
     *     are many
     */
    private array $gathered = [];

    private ?float $flushAt = null;

    private float $heartbeatAt;

    private bool $isStopped = false;

    /** @param  resource  $listener */
    public function __construct(
        private readonly mixed $listener,
        private readonly Postgres $database,
        private readonly EventLog $log,
    ) {
        stream_set_blocking($listener, false);
        $this->heartbeatAt = microtime(true) + self::HEARTBEAT_SECONDS;
    }

    /** @throws RuntimeException if the database goes away */
    public function run(): void
    {
        if (pg_query($this->database, 'LISTEN '.Announce::CHANNEL) === false) {
            throw new RuntimeException('The database does not let us listen.');
        }
        while (! $this->isStopped) {
            $this->step();
        }
    }

    public function stop(): void
    {
        $this->isStopped = true;
    }

    private function step(): void
    {
        $notices = pg_socket($this->database) ?: throw new RuntimeException('The database is gone.');
        $read = [
            $this->listener,
            $notices,
            ...array_map(fn (StreamConnection $connection) => $connection->socket, $this->connections),
        ];
        $write = array_map(
            fn (StreamConnection $one) => $one->socket,
            array_filter($this->connections, fn (StreamConnection $one) => $one->wantsToSend()),
        );
        $except = null;
        $wait = max(0.0, min($this->flushAt ?? INF, $this->heartbeatAt, microtime(true) + 1.0) - microtime(true));
        if (@stream_select($read, $write, $except, (int) $wait, (int) (($wait - (int) $wait) * 1e6)) === false) {
            return;
        }
        foreach ($read as $socket) {
            match (true) {
                $socket === $this->listener => $this->accept(),
                $socket === $notices => $this->hear(),
                default => $this->with($socket, fn (StreamConnection $connection) => $this->receive($connection)),
            };
        }
        foreach ($write as $socket) {
            $this->with($socket, fn (StreamConnection $connection) => $connection->flush());
        }
        $this->tick(microtime(true));
    }

    private function accept(): void
    {
        while (($socket = @stream_socket_accept($this->listener, 0)) !== false) {
            if (count($this->connections) >= self::STREAMS) {
                fclose($socket);

                continue;
            }
            $this->connections[(int) $socket] = new StreamConnection($socket, microtime(true));
        }
    }

    private function receive(StreamConnection $connection): void
    {
        $headers = $connection->receive();
        if ($headers === null) {
            return;
        }
        $person = $headers['x-stream-person'] ?? '';
        $workspaceId = (int) ($headers['x-stream-workspace'] ?? 0);
        if ($workspaceId <= 0 || $person === '') {
            $connection->send("HTTP/1.1 401 Unauthorized\r\nContent-Length: 0\r\nConnection: close\r\n\r\n");
            throw new StreamClosed();
        }
        if (count($this->streamsOf($person)) >= self::STREAMS_PER_PERSON) {
            $connection->send(
                "HTTP/1.1 429 Too Many Requests\r\nRetry-After: 30\r\nContent-Length: 0\r\nConnection: close\r\n\r\n",
            );
            throw new StreamClosed();
        }
        $connection->workspaceId = $workspaceId;
        $connection->person = $person;
        $connection->send(
            "HTTP/1.1 200 OK\r\nContent-Type: text/event-stream\r\nCache-Control: no-cache\r\nX-Accel-Buffering: no\r\nConnection: close\r\n\r\n",
        );
        $connection->send("retry: 1000\n\n".$this->log->since($workspaceId, $headers['last-event-id'] ?? null));
    }

    /** @return array<int, StreamConnection> */
    private function streamsOf(string $person): array
    {
        return array_filter($this->connections, fn (StreamConnection $one) => $one->person === $person);
    }

    private function endStreamsOf(string $person): void
    {
        foreach (array_keys($this->streamsOf($person)) as $number) {
            $this->close($number);
        }
    }

    private function hear(): void
    {
        if (! pg_consume_input($this->database) || pg_connection_status($this->database) !== PGSQL_CONNECTION_OK) {
            throw new RuntimeException('The database is gone.');
        }
        while (is_array($notice = pg_get_notify($this->database, PGSQL_ASSOC))) {
            /** @var array{workspace: int, topic: string, ids: list<int>}|array{signed_out: string} $message */
            $message = json_decode((string) $notice['payload'], true, 8, JSON_THROW_ON_ERROR);
            if (isset($message['signed_out'])) {
                $this->endStreamsOf($message['signed_out']);

                continue;
            }
            $this->gather($message['workspace'], $message['topic'], $message['ids']);
        }
    }

    /** @param  list<int>  $ids  none: many */
    private function gather(int $workspaceId, string $topic, array $ids): void
    {
        $before = array_key_exists($topic, $this->gathered[$workspaceId] ?? [])
            ? $this->gathered[$workspaceId][$topic]
            : [];
        $all = $before === null || $ids === [] ? null : $before + array_fill_keys($ids, true);
        $this->gathered[$workspaceId][$topic] = $all !== null && count($all) > self::MOST_IDS ? null : $all;
        $this->flushAt ??= microtime(true) + self::GATHERED_SECONDS;
    }

    private function tick(float $now): void
    {
        if ($this->flushAt !== null && $now >= $this->flushAt) {
            foreach ($this->gathered as $workspaceId => $topics) {
                foreach ($topics as $topic => $ids) {
                    $this->tell($this->log->add($workspaceId, $topic, array_keys($ids ?? [])), $workspaceId);
                }
            }
            $this->gathered = [];
            $this->flushAt = null;
        }
        if ($now >= $this->heartbeatAt) {
            $this->tell(": still here\n\n", null);
            $this->heartbeatAt = $now + self::HEARTBEAT_SECONDS;
        }
        foreach ($this->connections as $number => $connection) {
            if (
                $now >
                $connection->openedAt + ($connection->isStream() ? self::STREAM_SECONDS : self::REQUEST_SECONDS)
            ) {
                $this->close($number);
            }
        }
    }

    private function tell(string $event, ?int $workspaceId): void
    {
        foreach ($this->connections as $connection) {
            if ($connection->isStream() && ($workspaceId === null || $connection->workspaceId === $workspaceId)) {
                $this->with($connection->socket, fn (StreamConnection $one) => $one->send($event));
            }
        }
    }

    /**
     * @param  resource  $socket
     * @param  callable(StreamConnection): mixed  $work
     */
    private function with(mixed $socket, callable $work): void
    {
        $connection = $this->connections[(int) $socket] ?? null;
        if ($connection === null) {
            return;
        }
        try {
            $work($connection);
        } catch (StreamClosed) {
            $this->close((int) $socket);
        }
    }

    private function close(int $number): void
    {
        fclose($this->connections[$number]->socket);
        unset($this->connections[$number]);
    }
}
