<?php

declare(strict_types=1);

namespace App\Catalogue\Edits;

use App\Accounts\Models\Workspace;
use App\Catalogue\Prices\HandPriceTerm;
use App\Support\Http\KnownCurrency;
use App\Support\Messages\Message;
use Closure;
use Illuminate\Support\Facades\Validator;
use Illuminate\Validation\Rule;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;

/**
 * Sets prices by hand: {how, value, currency}, or {how: "to", value: floor, ceiling, list_price or rrp}; for how long they stand
 * with stands and hours, as HandPriceTerm reads them. An amount is in the currency of the workspace if no other is named,
 * and is for listings in that currency alone. Whether they are within the limits is checked with all other
 * prices.
 */
final readonly class SetPrice implements BulkEdit
{
    private const FIGURES = ['floor', 'ceiling', 'list_price', 'rrp'];

    public function name(): string
    {
        return 'price';
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
        Validator::make($wanted, ['currency' => ['nullable', 'string', new KnownCurrency()]])->validate();
        if (($wanted['how'] ?? null) === 'to') {
            Validator::make($wanted, ['value' => ['required', Rule::in(self::FIGURES)]])->validate();

            return Message::of('edit_price_to', figure: $wanted['value']);
        }
        AmountChangeField::read($wanted, self::currency($workspace, $wanted));

        return Message::of('edit_price', change: AmountChangeField::says($wanted, null));
    }

    public function plan(Workspace $workspace, array $wanted): Closure
    {
        $money = self::currency($workspace, $wanted);
        $change = $wanted['how'] === 'to' ? null : AmountChangeField::read($wanted, $money);
        $isAmount = in_array($wanted['how'], ['set', 'add'], true);

        return function (EditRow $row) use ($workspace, $change, $money, $isAmount, $wanted): array|Message {
            if ($isAmount && $row->currency !== $money->code) {
                return Message::of('price_other_currency', currency: $row->currency, given: $money->code);
            }
            if ($wanted['how'] === 'to' && $wanted['value'] === 'rrp' && $row->currency !== $workspace->currency) {
                return Message::of('price_rrp_other_currency', currency: $row->currency, own: $workspace->currency);
            }
            try {
                $price = $change === null ? $row->{$wanted['value'].'_minor'} : $change->of($row->price_minor);
            } catch (InvalidAmount $e) {
                return Message::of('amount_impossible', problem: Message::because($e));
            }

            return match (true) {
                $price === null => Message::of('figure_missing', figure: $wanted['value']),
                $price === 0 => Message::of('price_would_be_zero'),
                default => ['before' => ['price_minor' => $row->price_minor], 'after' => ['price_minor' => $price]],
            };
        };
    }

    /** @param  array<string, mixed>  $wanted */
    public static function currency(Workspace $workspace, array $wanted): Currency
    {
        return isset($wanted['currency']) ? Currency::of((string) $wanted['currency']) : $workspace->money();
    }
}
