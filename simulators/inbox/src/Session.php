<?php

declare(strict_types=1);

namespace Simulators\Inbox;

/** Somebody who is connected. */
abstract class Session
{
    private const SLOW_SECONDS = 1.5;

    protected string $received = '';

    private string $toSend = '';

    private float $notBefore = 0;

    protected bool $isOver = false;

    /** @param  resource  $stream */
    public function __construct(public readonly mixed $stream, protected readonly Mailbox $mailbox)
    {
        stream_set_blocking($stream, false);
    }

    /** @return bool whether it goes on */
    public function goOn(bool $hasMore): bool
    {
        if ($hasMore) {
            $more = fread($this->stream, 65_536);
            if ($more === '' || $more === false) {
                return false;
            }
            $this->received .= $more;
        }
        if ($this->mailbox->mood === Mood::Down && $this instanceof SmtpSession) {
            return false;
        }
        if (microtime(true) < $this->notBefore) {
            return true;
        }
        if (! $this->isOver && $this->work() && $this->mailbox->mood === Mood::Slow) {
            $this->notBefore = microtime(true) + self::SLOW_SECONDS;

            return true;
        }
        if ($this->toSend !== '') {
            $sent = @fwrite($this->stream, $this->toSend);
            if ($sent === false) {
                return false;
            }
            $this->toSend = substr($this->toSend, $sent);
        }

        return ! $this->isOver || $this->toSend !== '';
    }

    protected function say(string $text): void
    {
        $this->toSend .= $text;
    }

    protected function hangUp(): void
    {
        $this->toSend = '';
        $this->isOver = true;
    }

    /** @return bool whether something had come in whole, and was answered */
    abstract protected function work(): bool;
}
