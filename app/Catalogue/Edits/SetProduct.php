<?php

declare(strict_types=1);

namespace App\Catalogue\Edits;

use App\Accounts\Models\Workspace;
use App\Catalogue\Batches\RowWriter;
use App\Catalogue\Imports\ImportColumns;
use App\Catalogue\Imports\RefusedRow;
use App\Catalogue\Imports\RowReader;
use Closure;
use Illuminate\Support\Facades\Validator;
use Illuminate\Validation\ValidationException;
use Wrasse\Core\Money\Currency;

/**
 * Changes what is known of products, several fields at once: {fields, was, effective_from}. Fields are texts as people
 * type them, by the names of the columns of a file; an empty one takes the value away. Where it is said what a field
 * was, it is changed only if it still is.
 */
final readonly class SetProduct implements BulkEdit
{
    /** Of one product alone. */
    private const SINGLE = ['title', 'gtin'];

    /** Amounts that are nothing, not unknown, when they are taken away. */
    private const NOTHING = ['inbound', 'packaging', 'handling', 'shipping_cost'];

    public function name(): string
    {
        return 'product';
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
        $fields = array_keys(self::columns());
        Validator::make($wanted, [
            'fields' => ['required', 'array:'.implode(',', $fields)],
            'fields.*' => ['nullable', 'string', 'max:300'],
            'was' => ['sometimes', 'array:'.implode(',', $fields)],
            'was.*' => ['nullable', 'string', 'max:300'],
            'effective_from' => ['bail', 'nullable', 'string', 'date', 'after:-10 years', 'before:+2 years'],
        ])->validate();
        try {
            $this->values((array) $wanted['fields'], $workspace->money());
            $this->values((array) ($wanted['was'] ?? []), $workspace->money());
        } catch (RefusedRow $e) {
            throw ValidationException::withMessages([$e->field ?? 'fields' => $e->getMessage()]);
        }
        $given = array_map(
            fn (string $field) => lcfirst(SetCost::FIELDS[$field][1] ?? match ($field) {
                'gtin' => 'GTIN',
                'cost_currency' => 'currency of its costs',
                default => $field,
            }),
            array_keys((array) $wanted['fields']),
        );

        return 'Product: '.implode(', ', $given);
    }

    public function plan(Workspace $workspace, array $wanted): Closure
    {
        $after = $this->values((array) $wanted['fields'], $workspace->money());
        $was = $this->values((array) ($wanted['was'] ?? []), $workspace->money());
        $namesCurrency = array_key_exists('cost_currency', $after);
        $isOfOne = array_intersect(self::SINGLE, array_keys((array) $wanted['fields'])) !== [];
        $movesCosts = array_intersect(array_keys($after), RowWriter::COSTS) !== [];
        $seen = 0;

        return function (
            EditRow $row,
        ) use ($workspace, $after, $was, $isOfOne, $movesCosts, $namesCurrency, $wanted, &$seen): array|string {
            if ($isOfOne && ++$seen > 1) {
                return 'A title or a GTIN belongs to one product: choose one.';
            }
            foreach ($was as $column => $value) {
                if ($row->{$column} !== $value) {
                    return 'Someone else changed the '.
                        $this->field($column).
                        ' meanwhile. Nothing of yours is saved yet; look at what they made of it.';
                }
            }
            if ($namesCurrency && $row->cost_currency !== $after['cost_currency']) {
                foreach (SetCost::OF_COST as $field) {
                    $column = SetCost::FIELDS[$field][0];
                    if (! array_key_exists($column, $after) && ($row->{$column} ?? 0) !== 0) {
                        return 'Its costs are in '.($row->cost_currency ?? $workspace->currency).': give all of them in the new currency.';
                    }
                }
            } elseif (! $namesCurrency && $movesCosts && $row->cost_currency !== null) {
                return "Its costs are in {$row->cost_currency}: name the currency of the new ones.";
            }
            $late = $movesCosts
                ? LaterCost::says($workspace, $row->cost_known_from, $wanted['effective_from'] ?? null)
                : null;

            return $late ?? [
                'before' => array_map(
                    fn (string $column) => $row->{$column},
                    array_combine(array_keys($after), array_keys($after)),
                ),
                'after' => $after,
            ];
        };
    }

    /**
     * @param  array<string, mixed>  $fields
     * @return array<string, int|string|null> by column
     *
     * @throws RefusedRow
     */
    private function values(array $fields, Currency $currency): array
    {
        [$reader, $row] = RowReader::ofFields($fields, $currency);
        $costs = $reader->costCurrency($row) ?? $currency;
        $read = [...$reader->product($row, $costs), ...$costs === $currency ? [] : ['cost_currency' => $costs->code]];
        $values = [];
        foreach (array_intersect_key(self::columns(), $fields) as $field => $column) {
            $values[$column] = $read[$column] ?? (in_array($field, self::NOTHING, true) ? 0 : null);
            if ($field === 'title' && $values[$column] === null) {
                throw new RefusedRow('A product needs a title.', 'title');
            }
        }

        return $values;
    }

    private function field(string $column): string
    {
        return str_replace('_', ' ', (string) array_search($column, self::columns(), true));
    }

    /** @return array<string, string> by field */
    private static function columns(): array
    {
        return [
            ...ImportColumns::TEXTS,
            'gtin' => 'gtin',
            ...array_map(fn (array $of) => $of[0], SetCost::FIELDS),
            'cost_currency' => 'cost_currency',
        ];
    }
}
