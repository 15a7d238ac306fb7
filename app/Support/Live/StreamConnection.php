<?php

declare(strict_types=1);

namespace App\Support\Live;

/** One connection of StreamServer: a request that is coming in, then a stream that is open. Nothing it does waits. */
final class StreamConnection
{
    private const LONGEST_REQUEST = 16_384;

    /** What a slow reader may be behind by; then it is let go, and catches up when it comes back. */
    private const LONGEST_BACKLOG = 1_048_576;

    public ?int $workspaceId = null;

    public string $person = '';

    private string $received = '';

    private string $toSend = '';

    /** @param  resource  $socket */
    public function __construct(public readonly mixed $socket, public readonly float $openedAt)
    {
        stream_set_blocking($socket, false);
    }

    public function isStream(): bool
    {
        return $this->workspaceId !== null;
    }

    public function wantsToSend(): bool
    {
        return $this->toSend !== '';
    }

    /**
     * @return array<string, string>|null headers by name in lower case, once they are all there
     *
     * @throws StreamClosed
     */
    public function receive(): ?array
    {
        $some = fread($this->socket, 8_192);
        if ($some === false || ($some === '' && feof($this->socket))) {
            throw new StreamClosed();
        }
        if ($this->isStream()) {
            return null;
        }
        $this->received .= $some;
        if (strlen($this->received) > self::LONGEST_REQUEST) {
            throw new StreamClosed();
        }
        $end = strpos($this->received, "\r\n\r\n");

        return $end === false ? null : self::headers(substr($this->received, 0, $end));
    }

    /** @throws StreamClosed */
    public function send(string $text): void
    {
        $this->toSend .= $text;
        if (strlen($this->toSend) > self::LONGEST_BACKLOG) {
            throw new StreamClosed();
        }
        $this->flush();
    }

    /** @throws StreamClosed */
    public function flush(): void
    {
        $written = @fwrite($this->socket, $this->toSend);
        if ($written === false) {
            throw new StreamClosed();
        }
        $this->toSend = substr($this->toSend, $written);
    }

    /** @return array<string, string> */
    private static function headers(string $request): array
    {
        $headers = [];
        foreach (array_slice(explode("\r\n", $request), 1) as $line) {
            [$name, $value] = [...explode(':', $line, 2), ''];
            $headers[strtolower(trim($name))] = trim($value);
        }

        return $headers;
    }
}
