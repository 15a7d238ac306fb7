<?php

declare(strict_types=1);

namespace Tests;

use Illuminate\Support\Collection;
use Symfony\Component\Mailer\Exception\TransportException;
use Symfony\Component\Mailer\SentMessage;
use Symfony\Component\Mailer\Transport\TransportInterface;
use Symfony\Component\Mime\Email;
use Symfony\Component\Mime\RawMessage;
use Throwable;

/** Mail as it would have left, and mail servers that do not take it. */
trait ReadsMail
{
    /** @return Collection<int, Email> */
    private function sent(): Collection
    {
        return app('mailer')->getSymfonyTransport()->messages()->map(fn (SentMessage $sent) => $sent->getOriginalMessage());
    }

    private function takeMail(): void
    {
        app('mailer')->setSymfonyTransport(app('mail.manager')->createSymfonyTransport(['transport' => 'array']));
    }

    /** @param  list<string|null>  $tried  ids of messages that were not taken */
    private function refuseMail(array &$tried, Throwable $failure = new TransportException('down')): void
    {
        $transport = $this->createStub(TransportInterface::class);
        $transport->method('send')->willReturnCallback(function (RawMessage $message) use (&$tried, $failure): never {
            $tried[] = $message instanceof Email ? $message->getHeaders()->get('Message-ID')?->getBodyAsString() : null;

            throw $failure;
        });
        app('mailer')->setSymfonyTransport($transport);
    }
}
