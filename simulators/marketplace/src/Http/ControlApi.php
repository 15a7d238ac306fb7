<?php

declare(strict_types=1);

namespace Simulators\Marketplace\Http;

use Simulators\Common\Clock;
use Simulators\Common\Response;
use Simulators\Common\Store;
use Simulators\Marketplace\Faults;
use Simulators\Marketplace\Offers;

/** The knobs of the simulation: faults, clock, a rival's hand moved by force, and what really happened. */
final readonly class ControlApi
{
    public function __construct(private Store $store)
    {
    }

    /** @param  array<string, mixed>  $body */
    public function answer(string $method, string $path, array $body): Response
    {
        return match ("{$method} {$path}") {
            'PUT /control/faults' => $this->faults($body),
            'PUT /control/clock' => $this->clock($body),
            'PUT /control/rivals' => $this->rivals($body),
            'PUT /control/offer' => $this->offers([$body]),
            'PUT /control/offers' => $this->offers(
                is_array($body['offers'] ?? null) ? array_values($body['offers']) : [],
            ),
            'GET /control/price-log' => new Response(200, [
                'log' => $this->store->all('SELECT * FROM price_log ORDER BY id'),
            ]),
            default => Response::problem(404, 'no such knob'),
        };
    }

    /** @param  array<string, mixed>  $body */
    private function faults(array $body): Response
    {
        (new Faults($this->store))->set($body);

        return new Response(200, (new Faults($this->store))->all());
    }

    /** @param  array<string, mixed>  $body */
    private function clock(array $body): Response
    {
        $speed = $body['speed'] ?? 1;
        if (! is_numeric($speed) || $speed < 0) {
            return Response::problem(422, 'speed is a number from 0');
        }
        $clock = new Clock($this->store);
        $clock->run((float) $speed);

        return new Response(200, ['now' => Clock::text($clock->now())]);
    }

    /** @param  array<string, mixed>  $body */
    private function rivals(array $body): Response
    {
        $this->store->set('rivals_move', (bool) ($body['move'] ?? true));

        return new Response(200, ['move' => $this->store->setting('rivals_move')]);
    }

    /** @param  list<mixed>  $offers */
    private function offers(array $offers): Response
    {
        foreach ($offers as $offer) {
            if (
                ! is_array($offer) ||
                ! is_string($offer['item'] ?? null) ||
                ! is_string($offer['seller'] ?? null) ||
                ! is_int($offer['price'] ?? null)
            ) {
                return Response::problem(422, 'item, seller and a price in minor units are required');
            }
        }
        $this->store->transaction(function () use ($offers): void {
            foreach ($offers as $offer) {
                (new Offers($this->store, new Clock($this->store)))->change(
                    $offer['item'],
                    $offer['seller'],
                    price: $offer['price'],
                    active: true,
                );
            }
        });

        return new Response(200, ['changed' => count($offers)]);
    }
}
