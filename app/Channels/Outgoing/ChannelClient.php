<?php

declare(strict_types=1);

namespace App\Channels\Outgoing;

use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;
use App\Channels\Connection;
use App\Support\Messages\Message;
use Closure;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Http\Client\PendingRequest;
use Illuminate\Http\Client\Response;

/**
 * Calls one channel by HTTP, and tells failures apart by whether trying again may help. What the other side writes into
 * its error pages is not repeated: only its status is.
 */
final readonly class ChannelClient
{
    public const SECONDS_UNTIL_RETRY = 5;

    private const LONGEST_WAIT_SECONDS = 3_600;

    /**
     * @param  string  $channel  its name, for messages
     * @param  (Closure(PendingRequest): PendingRequest)|null  $prepare  what every request has: address, token, headers
     */
    public function __construct(
        private OutgoingHttp $http,
        private string $channel,
        private ?Closure $prepare = null,
    ) {
    }

    /** One that is called at an address with a bearer token (RFC 6750), and answers in JSON. */
    public static function withToken(OutgoingHttp $http, Connection $connection): self
    {
        return new self(
            $http,
            $connection->name,
            fn (PendingRequest $request) => $request
                ->baseUrl($connection->setting('address'))
                ->withToken($connection->secret('token'))
                ->acceptJson(),
        );
    }

    /**
     * @param  array<string, string|int>  $query
     * @return array<mixed>
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public function get(string $path, array $query = []): array
    {
        return $this->json(fn (PendingRequest $request) => $request->get($path, $query));
    }

    /**
     * @param  Closure(PendingRequest): Response  $call
     * @return array<mixed> the JSON of the answer
     *
     * @throws ChannelUnavailable no answer, or one that cannot be read, 5xx, 429 with the wait it asks for
     * @throws ChannelRefused any other status from 400 on, or an address that nothing is sent to
     */
    public function json(Closure $call): array
    {
        $body = $this->send($call)->json();

        return is_array($body) ? $body : throw $this->unreadable();
    }

    /**
     * @param  Closure(PendingRequest): Response  $call
     * @return Response with a status below 400
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public function send(Closure $call): Response
    {
        try {
            $request = $this->http->request();
            $response = $call($this->prepare === null ? $request : ($this->prepare)($request));
        } catch (ForbiddenAddress $e) {
            throw new ChannelRefused(Message::of('channel_not_called', channel: $this->channel, reason: $e->said()));
        } catch (UnknownHost $e) {
            throw new ChannelUnavailable(
                Message::of('channel_not_found', channel: $this->channel, reason: $e->said()),
                self::SECONDS_UNTIL_RETRY,
            );
        } catch (ConnectionException) {
            throw new ChannelUnavailable(
                Message::of('channel_no_answer', channel: $this->channel),
                self::SECONDS_UNTIL_RETRY,
            );
        }
        $status = $response->status();
        $wait = RetryAfter::seconds($response->header('Retry-After'), self::LONGEST_WAIT_SECONDS);
        if ($status === 429) {
            throw new ChannelUnavailable(
                Message::of('channel_slow_down', channel: $this->channel),
                $wait ?? self::SECONDS_UNTIL_RETRY,
                isAsked: true,
            );
        }
        if ($status >= 500) {
            throw new ChannelUnavailable(
                Message::of('channel_out_of_order', channel: $this->channel, status: $status),
                $wait ?? self::SECONDS_UNTIL_RETRY,
                isAsked: $wait !== null,
            );
        }
        if ($status >= 400) {
            throw new ChannelRefused(
                match ($status) {
                    401, 403 => Message::of('channel_token_refused', channel: $this->channel, status: $status),
                    default => Message::of('channel_request_refused', channel: $this->channel, status: $status),
                },
                $status,
            );
        }

        return $response;
    }

    /**
     * Rows that an answer must have.
     *
     * @param  array<mixed>  $answer
     * @param  list<string>  $columns  that each of them must have
     * @return list<array<string, mixed>>
     *
     * @throws ChannelUnavailable if it is cut short, or is something else
     */
    public function rows(array $answer, string $name, array $columns): array
    {
        $rows = $answer[$name] ?? null;
        if (! is_array($rows) || ! array_is_list($rows)) {
            throw $this->unreadable();
        }
        foreach ($rows as $row) {
            if (! is_array($row) || array_diff_key(array_flip($columns), $row) !== []) {
                throw $this->unreadable();
            }
        }

        /** @var list<array<string, mixed>> */
        return $rows;
    }

    public function unreadable(): ChannelUnavailable
    {
        return new ChannelUnavailable(
            Message::of('channel_unreadable', channel: $this->channel),
            self::SECONDS_UNTIL_RETRY,
        );
    }
}
