<?php

declare(strict_types=1);

namespace App\Catalogue\Edits;

use App\Catalogue\Models\Workspace;
use Closure;
use Illuminate\Support\Facades\Validator;
use Illuminate\Validation\Rule;
use stdClass;
use Wrasse\Core\Money\InvalidAmount;

/** Sets prices by hand, within the limits: {how, value}, or {how: "to", value: floor, ceiling, list_price or rrp}. */
final readonly class SetPrice implements BulkEdit
{
    private const FIGURES = ['floor' => 'floor', 'ceiling' => 'ceiling', 'list_price' => 'list price', 'rrp' => 'recommended price (RRP)'];

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

        return function (stdClass $row) use ($money, $change, $wanted): array|string {
            try {
                $price = $change === null ? $row->{$wanted['value'].'_minor'} : $change->of($row->price_minor);
            } catch (InvalidAmount $e) {
                return $e->getMessage().'.';
            }

            return match (true) {
                $price === null => 'It has no '.self::FIGURES[$wanted['value']].'.',
                $price === 0 => 'The price would come to nothing.',
                $row->floor_minor === null, $row->ceiling_minor === null => 'It has no floor and ceiling, so no price can be set.',
                $price < $row->floor_minor => "{$money->format($price)} is below its floor {$money->format($row->floor_minor)}.",
                $price > $row->ceiling_minor => "{$money->format($price)} is above its ceiling {$money->format($row->ceiling_minor)}.",
                default => ['before' => ['price_minor' => $row->price_minor], 'after' => ['price_minor' => $price]],
            };
        };
    }
}
