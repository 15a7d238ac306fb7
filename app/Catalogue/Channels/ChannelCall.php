<?php

declare(strict_types=1);

namespace App\Catalogue\Channels;

use Illuminate\Http\Client\ConnectionException;
use Illuminate\Http\Client\Response;

/** What became of a call to a channel, told apart by whether trying again may help. */
final readonly class ChannelCall
{
    public const SECONDS_UNTIL_RETRY = 5;

    private const LONGEST_WAIT_SECONDS = 3_600;

    /**
     * @param  callable(): Response  $call
     * @return array<mixed> the JSON of the answer
     *
     * @throws ChannelUnavailable no answer, or one that cannot be read, 5xx, 429 with the wait it asks for
     * @throws ChannelRefused any other status from 400 on
     */
    public static function of(string $channel, callable $call): array
    {
        $body = self::made($channel, $call)->json();

        return is_array($body) ? $body : throw self::unreadable($channel);
    }

    /**
     * @param  callable(): Response  $call
     * @return Response with a status below 400
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public static function made(string $channel, callable $call): Response
    {
        try {
            $response = $call();
        } catch (ConnectionException) {
            throw new ChannelUnavailable("{$channel} did not answer.", self::SECONDS_UNTIL_RETRY);
        }
        $status = $response->status();
        $wait = self::wait($response);
        $says = $response->json('error');
        $says = is_string($says) ? '“'.mb_substr($says, 0, 300).'”' : "status {$status}";
        if ($status === 429) {
            throw new ChannelUnavailable("{$channel} asks to slow down.", $wait ?? self::SECONDS_UNTIL_RETRY, isAsked: true);
        }
        if ($status >= 500) {
            throw new ChannelUnavailable("{$channel} is out of order: {$says}.", $wait ?? self::SECONDS_UNTIL_RETRY, isAsked: $wait !== null);
        }
        if ($status >= 400) {
            throw new ChannelRefused("{$channel} refused: {$says}.", $status);
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
    public static function rows(string $channel, array $answer, string $name, array $columns): array
    {
        $rows = $answer[$name] ?? null;
        if (! is_array($rows) || ! array_is_list($rows)) {
            throw self::unreadable($channel);
        }
        foreach ($rows as $row) {
            if (! is_array($row) || array_diff_key(array_flip($columns), $row) !== []) {
                throw self::unreadable($channel);
            }
        }

        /** @var list<array<string, mixed>> */
        return $rows;
    }

    public static function unreadable(string $channel): ChannelUnavailable
    {
        return new ChannelUnavailable("{$channel} gave no readable answer.", self::SECONDS_UNTIL_RETRY);
    }

    /** Retry-After as RFC 9110, 10.2.3 has it: seconds, or a date. */
    private static function wait(Response $response): ?int
    {
        $after = $response->header('Retry-After');
        $at = ctype_digit($after) ? now()->getTimestamp() + (int) $after : strtotime($after);

        return $at === false ? null : max(1, min(self::LONGEST_WAIT_SECONDS, $at - now()->getTimestamp()));
    }
}
