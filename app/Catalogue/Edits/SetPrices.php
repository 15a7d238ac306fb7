<?php

declare(strict_types=1);

namespace App\Catalogue\Edits;

use App\Accounts\Models\Workspace;
use App\Catalogue\Prices\HandPriceTerm;
use App\Support\Database\IdArray;
use App\Support\Http\AmountField;
use App\Support\Messages\Message;
use Closure;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Validator;
use Wrasse\Core\Money\Currency;

/**
 * Sets a price of its own for each listing, in the currency of the listing, as SetPrice does: {prices: {listing: price}}.
 */
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

    public function check(Workspace $workspace, array $wanted): Message
    {
        HandPriceTerm::wanted($workspace, $wanted);
        Validator::make($wanted, [
            'prices' => ['required', 'array', 'max:'.self::MOST],
            'prices.*' => ['required', 'string', 'max:40'],
        ])->validate();
        $currencies = $this->currencies($workspace, array_map(intval(...), array_keys((array) $wanted['prices'])));
        foreach ((array) $wanted['prices'] as $listing => $price) {
            $currency = Currency::of($currencies[$listing] ?? $workspace->currency);
            AmountField::read("prices.{$listing}", (string) $price, $currency);
        }

        return Message::of('edit_prices');
    }

    public function plan(Workspace $workspace, array $wanted): Closure
    {
        $plans = [];

        return function (EditRow $row) use ($workspace, $wanted, &$plans): array|Message {
            $price = ((array) $wanted['prices'])[$row->listing_id] ?? null;

            return $price === null
                ? Message::of('price_not_given')
                : ($plans[$price.$row->currency] ??= $this->one->plan($workspace, [
                    'how' => 'set',
                    'value' => $price,
                    'currency' => $row->currency,
                ]))($row);
        };
    }

    /**
     * @param  list<int>  $listings
     * @return array<int, string> ISO 4217, by listing
     */
    private function currencies(Workspace $workspace, array $listings): array
    {
        return DB::table('listings as l')
            ->join('channels as c', 'c.id', '=', 'l.channel_id')
            ->where('l.workspace_id', $workspace->id)
            ->whereRaw('l.id = ANY(?)', [IdArray::of($listings)])
            ->pluck('c.currency', 'l.id')
            ->all();
    }
}
