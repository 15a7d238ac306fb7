<?php

declare(strict_types=1);

namespace App\Catalogue\Edits;

use App\Accounts\Models\Workspace;
use App\Catalogue\Prices\HandPriceTerm;
use App\Support\Http\AmountField;
use Closure;
use Illuminate\Support\Facades\Validator;

/** Sets a price of its own for each listing, as SetPrice does: {prices: {listing: price}}. */
final readonly class SetPrices implements BulkEdit
{
    private const MOST = 5_000;

    public function __construct(private SetPrice $one)
    {
    }

    public function name(): string
    {
        return 'prices';
    }

    public function part(): string
    {
        return 'listing';
    }

    public function movesFloors(): bool
    {
        return false;
    }

    public function check(Workspace $workspace, array $wanted): string
    {
        HandPriceTerm::wanted($workspace, $wanted);
        Validator::make($wanted, [
            'prices' => ['required', 'array', 'max:'.self::MOST],
            'prices.*' => ['required', 'string', 'max:40'],
        ])->validate();
        foreach ((array) $wanted['prices'] as $listing => $price) {
            AmountField::read("prices.{$listing}", (string) $price, $workspace->money());
        }

        return 'Prices as tried out';
    }

    public function plan(Workspace $workspace, array $wanted): Closure
    {
        $plans = [];

        return function (EditRow $row) use ($workspace, $wanted, &$plans): array|string {
            $price = ((array) $wanted['prices'])[$row->listing_id] ?? null;

            return $price === null
                ? 'No price was given for it.'
                : ($plans[$price] ??= $this->one->plan($workspace, ['how' => 'set', 'value' => $price]))($row);
        };
    }
}
