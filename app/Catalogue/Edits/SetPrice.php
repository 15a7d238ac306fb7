<?php

declare(strict_types=1);

namespace App\Catalogue\Edits;

use App\Accounts\Models\Workspace;
use App\Catalogue\Prices\HandPriceTerm;
use Closure;
use Illuminate\Support\Facades\Validator;
use Illuminate\Validation\Rule;
use Wrasse\Core\Money\InvalidAmount;

/**
 * Sets prices by hand: {how, value}, or {how: "to", value: floor, ceiling, list_price or rrp}; for how long they stand
 * with stands and hours, as HandPriceTerm reads them. Whether they are within the limits is checked with all other
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
        if (($wanted['how'] ?? null) === 'to') {
            Validator::make($wanted, ['value' => ['required', Rule::in(array_keys(self::FIGURES))]])->validate();

            return 'Price to the '.self::FIGURES[$wanted['value']];
        }
        AmountChangeField::read($wanted, $workspace->money());

        return 'Price '.AmountChangeField::says($wanted);
    }

    public function plan(Workspace $workspace, array $wanted): Closure
    {
        $money = $workspace->money();
        $change = $wanted['how'] === 'to' ? null : AmountChangeField::read($wanted, $money);

        return function (EditRow $row) use ($change, $wanted): array|string {
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
}
