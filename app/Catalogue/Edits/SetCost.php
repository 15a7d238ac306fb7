<?php

declare(strict_types=1);

namespace App\Catalogue\Edits;

use App\Accounts\Models\Workspace;
use Carbon\CarbonImmutable;
use Closure;
use Illuminate\Support\Facades\Validator;
use Illuminate\Validation\Rule;
use Wrasse\Core\Money\InvalidAmount;

/** Changes the unit cost, one of the costs that come on top, RRP or MAP: {field, how, value, effective_from}. */
final readonly class SetCost implements BulkEdit
{
    public const FIELDS = [
        'cost' => ['cost_minor', 'Unit cost'],
        'inbound' => ['inbound_minor', 'Inbound cost'],
        'packaging' => ['packaging_minor', 'Packaging cost'],
        'handling' => ['handling_minor', 'Handling cost'],
        'shipping_cost' => ['shipping_cost_minor', 'Own shipping cost'],
        'rrp' => ['rrp_minor', 'Recommended price (RRP)'],
        'map' => ['map_minor', 'Minimum advertised price (MAP)'],
    ];

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

    public function check(Workspace $workspace, array $wanted): string
    {
        Validator::make($wanted, [
            'field' => ['required', Rule::in(array_keys(self::FIELDS))],
            'effective_from' => ['nullable', 'date', 'after:-10 years', 'before:+2 years'],
        ])->validate();
        AmountChangeField::read($wanted, $workspace->money());
        $from = isset($wanted['effective_from'])
            ? ' from '.CarbonImmutable::parse((string) $wanted['effective_from'])->format('j M Y')
            : '';

        return self::FIELDS[$wanted['field']][1].' '.AmountChangeField::says($wanted).$from;
    }

    public function plan(Workspace $workspace, array $wanted): Closure
    {
        $column = self::FIELDS[$wanted['field']][0];
        $change = AmountChangeField::read($wanted, $workspace->money());
        $mayBeNothing = ! in_array($wanted['field'], ['rrp', 'map'], true);

        return function (EditRow $row) use ($workspace, $column, $change, $mayBeNothing, $wanted): array|string {
            try {
                $after = $change->of($row->{$column});
            } catch (InvalidAmount $e) {
                return $e->getMessage().'.';
            }
            if ($after === 0 && ! $mayBeNothing) {
                return 'It would come to nothing.';
            }

            return LaterCost::says($workspace, $row->cost_known_from, $wanted['effective_from'] ?? null) ?? [
                'before' => [$column => $row->{$column}],
                'after' => [$column => $after],
            ];
        };
    }
}
