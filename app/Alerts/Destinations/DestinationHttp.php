<?php

declare(strict_types=1);

namespace App\Alerts\Destinations;

use App\Alerts\Models\AlertDestination;
use App\Channels\Outgoing\ForbiddenAddress;
use App\Channels\Outgoing\OutgoingHttp;
use App\Channels\Outgoing\RetryAfter;
use App\Channels\Outgoing\UnknownHost;
use App\Support\Messages\Message;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Http\Client\Response;

/** Posts to the web server of a destination. What it writes into its answer is not read. */
final readonly class DestinationHttp
{
    private const MOST_BYTES = 65_536;

    private const LONGEST_WAIT_SECONDS = 21_600;

    /** It is gone, or not there: nobody need try again (Standard Webhooks: 410). */
    private const GONE = [404, 410];

    public function __construct(private OutgoingHttp $http)
    {
    }

    /**
     * @param  array<string, string>  $headers
     *
     * @throws DeliveryFailed
     */
    public function post(AlertDestination $destination, string $body, array $headers = []): void
    {
        try {
            $answer = $this->http
                ->request(self::MOST_BYTES)
                ->withHeaders($headers)
                ->withBody($body, 'application/json')
                ->post($destination->address);
        } catch (ForbiddenAddress|UnknownHost $e) {
            throw new DeliveryFailed($e->said(), $e instanceof ForbiddenAddress);
        } catch (ConnectionException) {
            throw new DeliveryFailed(Message::of('alert_no_answer'));
        }
        if ($answer->status() < 200 || $answer->status() >= 300) {
            throw self::refused($answer);
        }
    }

    private static function refused(Response $answer): DeliveryFailed
    {
        return new DeliveryFailed(
            Message::of('alert_refused', status: $answer->status()),
            in_array($answer->status(), self::GONE, true),
            RetryAfter::seconds($answer->header('Retry-After'), self::LONGEST_WAIT_SECONDS),
        );
    }
}
