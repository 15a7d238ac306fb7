<?php

declare(strict_types=1);

namespace Simulators\Inbox;

/** Takes mail (RFC 5321, the commands every sender needs). */
final class SmtpSession extends Session
{
    private string $envelope = '';

    private bool $isData = false;

    /** @param  resource  $stream */
    public function __construct(mixed $stream, Mailbox $mailbox)
    {
        parent::__construct($stream, $mailbox);
        $this->say("220 inbox\r\n");
    }

    protected function work(): bool
    {
        $has = false;
        while (! $this->isOver) {
            $end = strpos($this->received, $this->isData ? "\r\n.\r\n" : "\n");
            if ($end === false) {
                break;
            }
            $has = true;
            $taken = substr($this->received, 0, $end);
            $this->received = substr($this->received, $end + ($this->isData ? 5 : 1));
            $this->isData ? $this->take("{$taken}\r\n") : $this->obey(rtrim($taken, "\r"));
        }

        return $has;
    }

    private function obey(string $line): void
    {
        $verb = strtoupper(substr($line, 0, 4));
        if ($verb === 'MAIL') {
            $this->envelope = $line;
        }
        if ($verb === 'RCPT') {
            $this->envelope .= $line;
        }
        $this->say(match (true) {
            $verb === 'RCPT' && $this->mailbox->mood === Mood::Refusing => "550 no such mailbox\r\n",
            $verb === 'RCPT' && $this->mailbox->mood === Mood::Greylisting && ! $this->mailbox->welcomes($this->envelope) => "451 come again later\r\n",
            $verb === 'DATA' => "354 go on\r\n",
            $verb === 'QUIT' => "221 bye\r\n",
            in_array($verb, ['EHLO', 'HELO'], true) => "250 inbox\r\n",
            in_array($verb, ['MAIL', 'RCPT', 'RSET', 'NOOP'], true) => "250 fine\r\n",
            default => "502 not known here\r\n",
        });
        $this->isData = $verb === 'DATA';
        $this->isOver = $verb === 'QUIT';
    }

    private function take(string $message): void
    {
        $this->isData = false;
        $message = (string) preg_replace('/^\.\./m', '.', $message);
        $key = preg_match('/^Message-ID:\s*(<[^>\r\n]+>)/mi', $message, $found) === 1 ? $found[1] : null;
        $this->mailbox->keep($message, 'eml', $key);
        if ($this->mailbox->mood === Mood::Cutting) {
            $this->hangUp();

            return;
        }
        $this->say("250 taken\r\n");
    }
}
