<?php

declare(strict_types=1);

namespace App\Catalogue\Edits;

use App\Accounts\Models\Workspace;
use App\Catalogue\Prices\HandPriceTerm;
use App\Support\Http\KnownCurrency;
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
    private const FIGURES = [
        'floor' => 'floor',
        'ceiling' => 'ceiling',
        'list_price' => 'list price',
        'rrp' => 'recommended price (RRP)',
    ];

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

    public function check(Workspace $workspace, array $wanted): string
    {
        HandPriceTerm::wanted($workspace, $wanted);
        Validator::make($wanted, ['currency' => ['nullable', 'string', new KnownCurrency()]])->validate();
        if (($wanted['how'] ?? null) === 'to') {
            Validator::make($wanted, ['value' => ['required', Rule::in(array_keys(self::FIGURES))]])->validate();

            return 'Price to the '.self::FIGURES[$wanted['value']];
        }
        AmountChangeField::read($wanted, self::currency($workspace, $wanted));

        return 'Price '.AmountChangeField::says($wanted);
    }

    public function plan(Workspace $workspace, array $wanted): Closure
    {
        $money = self::currency($workspace, $wanted);
        $change = $wanted['how'] === 'to' ? null : AmountChangeField::read($wanted, $money);
        $isAmount = in_array($wanted['how'], ['set', 'add'], true);

        return function (EditRow $row) use ($workspace, $change, $money, $isAmount, $wanted): array|string {
            if ($isAmount && $row->currency !== $money->code) {
                return "Its price is in {$row->currency}; the figure is in {$money->code}.";
            }
            if ($wanted['how'] === 'to' && $wanted['value'] === 'rrp' && $row->currency !== $workspace->currency) {
                return "Its price is in {$row->currency}; the recommended price is in {$workspace->currency}.";
            }
            try {
                $price = $change === null ? $row->{$wanted['value'].'_minor'} : $change->of($row->price_minor);
            } catch (InvalidAmount $e) {
                return $e->getMessage().'.';
            }

            return match (true) {
                $price === null => 'It has no '.self::FIGURES[$wanted['value']].'.',
                $price === 0 => 'The price would come to nothing.',
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
