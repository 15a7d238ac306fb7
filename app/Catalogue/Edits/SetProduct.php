<?php

declare(strict_types=1);

namespace App\Catalogue\Edits;

use App\Accounts\Models\Workspace;
use App\Catalogue\Batches\RowWriter;
use App\Catalogue\Imports\ImportColumns;
use App\Catalogue\Imports\RefusedRow;
use App\Catalogue\Imports\RowReader;
use App\Support\Messages\Message;
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
    private const SINGLE = ['title', 'gtin', 'mpn'];

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

    public function check(Workspace $workspace, array $wanted): Message
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
            throw ValidationException::withMessages([$e->field ?? 'fields' => $e->said()]);
        }
        $given = array_map(
            fn (string $field) => Message::of("field_{$field}"),
            array_keys((array) $wanted['fields']),
        );

        return Message::of('edit_product', fields: Message::listing($given));
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
        ) use ($workspace, $after, $was, $isOfOne, $movesCosts, $namesCurrency, $wanted, &$seen): array|Message {
            if ($isOfOne && ++$seen > 1) {
                return Message::of('product_one_only');
            }
            foreach ($was as $column => $value) {
                if ($row->{$column} !== $value) {
                    return Message::of(
                        'conflict_product_field',
                        field: Message::of('field_'.array_search($column, self::columns(), true)),
                    );
                }
            }
            if ($namesCurrency && $row->cost_currency !== $after['cost_currency']) {
                foreach (SetCost::OF_COST as $field) {
                    $column = SetCost::FIELDS[$field];
                    if (! array_key_exists($column, $after) && ($row->{$column} ?? 0) !== 0) {
                        return Message::of(
                            'cost_currency_all_needed',
                            currency: $row->cost_currency ?? $workspace->currency,
                        );
                    }
                }
            } elseif (! $namesCurrency && $movesCosts && $row->cost_currency !== null) {
                return Message::of('cost_currency_missing', cost_currency: $row->cost_currency);
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
                throw new RefusedRow(Message::of('product_needs_title'), 'title');
            }
        }

        return $values;
    }

    /** @return array<string, string> by field */
    private static function columns(): array
    {
        return [
            ...ImportColumns::TEXTS,
            'gtin' => 'gtin',
            ...SetCost::FIELDS,
            'cost_currency' => 'cost_currency',
        ];
    }
}
