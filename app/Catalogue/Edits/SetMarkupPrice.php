<?php

declare(strict_types=1);

namespace App\Catalogue\Edits;

use App\Accounts\Models\Workspace;
use App\Catalogue\Prices\HandPriceTerm;
use App\Catalogue\Suppliers\MarkupPrices;
use App\Support\Messages\Message;
use Closure;

/** Sets prices, reference prices and, of drafts, shipping charges to what the markup of their supplier gives. */
final readonly class SetMarkupPrice implements BulkEdit
{
    public function name(): string
    {
        return 'markup';
    }

    public function part(): string
    {
        return 'listing';
    }

    public function movesFloors(): bool
    {
        return false;
    }

    public function check(Workspace $workspace, array $wanted): Message
    {
        HandPriceTerm::wanted($workspace, $wanted);

        return Message::of('edit_price_by_markup');
    }

    public function plan(Workspace $workspace, array $wanted): Closure
    {
        $prices = MarkupPrices::of($workspace);

        return function (EditRow $row) use ($prices): array|Message {
            $suggested = $prices->suggest($row->forMarkup());
            if ($suggested instanceof Message) {
                return $suggested;
            }
            ['price' => $price, 'was' => $was, 'shipping' => $shipping] = $suggested;
            $after = [
                'price_minor' => $price,
                'list_price_minor' => $was ?? $row->list_price_minor,
                ...$row->is_draft && $shipping !== null ? ['shipping_minor' => $shipping] : [],
            ];

            return [
                'before' => [
                    'price_minor' => $row->price_minor,
                    'list_price_minor' => $row->list_price_minor,
                    'shipping_minor' => $row->shipping_minor,
                ],
                'after' => $after,
            ];
        };
    }
}
