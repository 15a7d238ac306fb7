<?php

declare(strict_types=1);

namespace Simulators\Inbox;

use RuntimeException;

/** Serves everybody who is connected, none waiting for another. */
final class Server
{
    private const TICK_MICROSECONDS = 50_000;

    /** @var array<int, Session> by the number of their stream */
    private array $sessions = [];

    public function __construct(private readonly Mailbox $mailbox)
    {
    }

    public function run(int $mailPort, int $pagePort): never
    {
        $listeners = [SmtpSession::class => self::listen($mailPort), HttpSession::class => self::listen($pagePort)];
        while (true) {
            $ready = [...array_values($listeners), ...array_map(fn (Session $session): mixed => $session->stream, array_values($this->sessions))];
            [$write, $except] = [null, null];
            if (@stream_select($ready, $write, $except, 0, self::TICK_MICROSECONDS) === false) {
                continue;
            }
            foreach ($listeners as $class => $listener) {
                if (in_array($listener, $ready, true)) {
                    $this->accept($listener, $class);
                }
            }
            foreach ($this->sessions as $number => $session) {
                if (! $session->goOn(in_array($session->stream, $ready, true))) {
                    fclose($session->stream);
                    unset($this->sessions[$number]);
                }
            }
        }
    }

    /**
     * @param  resource  $listener
     * @param  class-string<Session>  $class
     */
    private function accept(mixed $listener, string $class): void
    {
        $stream = @stream_socket_accept($listener, 0);
        if ($stream === false) {
            return;
        }
        // The page stays to be seen when the mail server is down: bad days are ended there.
        if ($this->mailbox->mood === Mood::Down && $class === SmtpSession::class) {
            fclose($stream);

            return;
        }
        $this->sessions[(int) $stream] = new $class($stream, $this->mailbox);
    }

    /** @return resource */
    private static function listen(int $port): mixed
    {
        return stream_socket_server("tcp://127.0.0.1:{$port}", $errno, $error) ?: throw new RuntimeException($error);
    }
}
