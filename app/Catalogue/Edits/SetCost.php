<?php

declare(strict_types=1);

namespace App\Catalogue\Edits;

use App\Accounts\Models\Workspace;
use App\Support\Http\KnownCurrency;
use App\Support\Messages\Message;
use Carbon\CarbonImmutable;
use Closure;
use Illuminate\Support\Facades\Validator;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;

/**
 * Changes the unit cost, one of the costs that come on top, RRP or MAP: {field, how, value, currency, effective_from}. A
 * figure is in the currency of the workspace if no other is named; a cost in another one is never converted.
 */
final readonly class SetCost implements BulkEdit
{
    /** Columns of the product. */
    public const FIELDS = [
        'cost' => 'cost_minor',
        'inbound' => 'inbound_minor',
        'packaging' => 'packaging_minor',
        'handling' => 'handling_minor',
        'shipping_cost' => 'shipping_cost_minor',
        'rrp' => 'rrp_minor',
        'map' => 'map_minor',
    ];

    /** Those in the currency of the product's costs. */
    public const OF_COST = ['cost', 'inbound', 'packaging', 'handling', 'shipping_cost'];

    public function name(): string
    {
        return 'cost';
    }

    public function part(): string
    {
        return 'product';
    }

    public function movesFloors(): bool
    {
        return true;
    }

    public function check(Workspace $workspace, array $wanted): Message
    {
        Validator::make($wanted, [
            'field' => ['required', Rule::in(array_keys(self::FIELDS))],
            'currency' => ['nullable', 'string', new KnownCurrency()],
            'effective_from' => ['bail', 'nullable', 'string', 'date', 'after:-10 years', 'before:+2 years'],
        ])->validate();
        $currency = self::currency($workspace, $wanted);
        if ($currency !== $workspace->money() && ! in_array($wanted['field'], self::OF_COST, true)) {
            throw ValidationException::withMessages([
                'currency' => Message::of('rrp_currency', currency: $workspace->currency),
            ]);
        }
        AmountChangeField::read($wanted, $currency);
        $field = Message::of("named_{$wanted['field']}");
        $change = AmountChangeField::says($wanted, $currency === $workspace->money() ? null : $currency);

        return isset($wanted['effective_from'])
            ? Message::of(
                'edit_cost_from',
                field: $field,
                change: $change,
                day: CarbonImmutable::parse((string) $wanted['effective_from'])->format('Y-m-d'),
            )
            : Message::of('edit_cost', field: $field, change: $change);
    }

    public function plan(Workspace $workspace, array $wanted): Closure
    {
        $column = self::FIELDS[$wanted['field']];
        $currency = self::currency($workspace, $wanted);
        $change = AmountChangeField::read($wanted, $currency);
        $isOfCost = in_array($wanted['field'], self::OF_COST, true);
        $mayBeNothing = ! in_array($wanted['field'], ['rrp', 'map'], true);

        return function (
            EditRow $row,
        ) use ($workspace, $column, $change, $currency, $isOfCost, $mayBeNothing, $wanted): array|Message {
            $before = $row->cost_currency ?? $workspace->currency;
            $isOther = $isOfCost && $wanted['how'] !== 'add_percent' && $before !== $currency->code;
            if ($isOther && ($wanted['how'] !== 'set' || $wanted['field'] !== 'cost' || ! $row->hasUnitCostAlone())) {
                return Message::of('cost_other_currency', before: $before);
            }
            try {
                $after = $change->of($row->{$column});
            } catch (InvalidAmount $e) {
                return Message::of('amount_impossible', problem: Message::because($e));
            }
            if ($after === 0 && ! $mayBeNothing) {
                return Message::of('would_be_zero');
            }

            return LaterCost::says($workspace, $row->cost_known_from, $wanted['effective_from'] ?? null) ?? [
                'before' => [$column => $row->{$column}, ...$isOther ? ['cost_currency' => $row->cost_currency] : []],
                'after' => [
                    $column => $after,
                    ...$isOther ? ['cost_currency' => self::kept($workspace, $currency)] : [],
                ],
            ];
        };
    }

    /** As it is kept: null for the currency of the workspace. */
    public static function kept(Workspace $workspace, Currency $currency): ?string
    {
        return $currency === $workspace->money() ? null : $currency->code;
    }

    /** @param  array<string, mixed>  $wanted */
    private static function currency(Workspace $workspace, array $wanted): Currency
    {
        return isset($wanted['currency']) ? Currency::of((string) $wanted['currency']) : $workspace->money();
    }
}
