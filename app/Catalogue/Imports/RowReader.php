<?php

declare(strict_types=1);

namespace App\Catalogue\Imports;

use App\Catalogue\Edits\SetCost;
use App\Support\Messages\Message;
use Wrasse\Core\Identity\Gtin;
use Wrasse\Core\Identity\InvalidGtin;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;
use Wrasse\Core\Money\TypedAmount;

/** Reads the cells of one row of a file. Empty cells say nothing: what is known stays. */
final readonly class RowReader
{
    private const CONDITIONS = ['new', 'used', 'refurbished'];

    private const FULFILMENTS = ['merchant', 'marketplace'];

    private const LONGEST = 255;

    private const MOST_STOCK = 1_000_000_000;

    /**
     * @param  array<string, int|null>  $columns
     * @param  '.'|','|null  $decimal  the file's decimal separator, where it could be told
     * @param  array<string, Currency>  $named  what the heads of its columns say their amounts are in, by field
     */
    public function __construct(
        private array $columns,
        private Currency $currency,
        private ?string $decimal,
        private array $named = [],
    ) {
    }

    /**
     * For values that are given by name instead of standing in a file.
     *
     * @param  array<string, mixed>  $fields  texts as people type them, by the names of ImportColumns
     * @return array{self, list<string>} the reader, and the row it reads
     */
    public static function ofFields(array $fields, Currency $currency): array
    {
        $names = array_keys($fields);

        return [
            new self(array_flip($names), $currency, null),
            array_map(fn (mixed $value) => (string) $value, array_values($fields)),
        ];
    }

    /**
     * Without the blanks around it, and without the apostrophe that keeps spreadsheets from taking a text for a
     * formula.
     *
     * @param  list<string>  $row
     */
    public function cell(array $row, string $field): string
    {
        $column = $this->columns[$field] ?? null;
        $cell = $column === null ? '' : trim($row[$column] ?? '', " \t\n\r\0\x0B\u{00A0}");

        return preg_match("/^'[=+\-@]/", $cell) === 1 ? substr($cell, 1) : $cell;
    }

    /**
     * Whether it says anything of these fields.
     *
     * @param  list<string>  $row
     * @param  list<string>  $fields
     */
    public function says(array $row, array $fields): bool
    {
        foreach ($fields as $field) {
            if ($this->cell($row, $field) !== '') {
                return true;
            }
        }

        return false;
    }

    /**
     * The currency that the row, or else the head of the unit cost, names for its costs.
     *
     * @param  list<string>  $row
     *
     * @throws RefusedRow
     */
    public function costCurrency(array $row): ?Currency
    {
        $code = strtoupper($this->cell($row, 'cost_currency'));
        try {
            return $code === '' ? $this->named['cost'] ?? null : Currency::of($code);
        } catch (InvalidAmount) {
            throw new RefusedRow(Message::of('row_currency_unknown', currency: $code), 'cost_currency');
        }
    }

    /**
     * @param  list<string>  $row
     * @param  Currency|null  $costs  what its costs are in; null: the currency of the workspace
     * @return array<string, int|string> columns of the product that the row gives
     *
     * @throws RefusedRow
     */
    public function product(array $row, ?Currency $costs = null): array
    {
        $values = [];
        foreach (ImportColumns::TEXTS as $field => $column) {
            $text = $this->cell($row, $field);
            if ($text !== '') {
                $values[$column] =
                    mb_strlen($text) <= self::LONGEST
                        ? $text
                        : throw new RefusedRow(Message::of(
                            'row_field_too_long',
                            field: Message::of("field_{$field}"),
                            most: self::LONGEST,
                        ), $field);
            }
        }
        $gtin = $this->cell($row, 'gtin');
        if ($gtin !== '') {
            try {
                $values['gtin'] = Gtin::of($gtin)->digits;
            } catch (InvalidGtin $e) {
                throw new RefusedRow(
                    Message::of('row_gtin_invalid', gtin: $gtin, problem: Message::because($e)),
                    'gtin',
                );
            }
        }
        foreach (ImportColumns::AMOUNTS as $field => $column) {
            $amount = $this->amount(
                $row,
                $field,
                in_array($field, SetCost::OF_COST, true) ? $costs : null,
            );
            if ($amount === 0 && in_array($field, ['rrp', 'map'], true)) {
                throw new RefusedRow(
                    Message::of('row_zero_leave_empty', field: Message::of("field_{$field}")),
                    $field,
                );
            }
            if ($amount !== null) {
                $values[$column] = $amount;
            }
        }

        return $values;
    }

    /**
     * @param  list<string>  $row
     * @param  Currency|null  $currency  that of its channel; null: that of the workspace
     * @return array{
     *     price?: int,
     *     list_price?: int,
     *     shipping?: int,
     *     stock?: int,
     *     condition?: string,
     *     fulfilment?: string,
     *     floor?: int,
     *     ceiling?: int,
     * }
     *
     * @throws RefusedRow
     */
    public function listing(array $row, ?Currency $currency = null): array
    {
        $values = [];
        foreach (['price', 'list_price', 'shipping', 'floor', 'ceiling'] as $field) {
            $amount = $this->amount($row, $field, $currency);
            if ($amount === 0 && $field !== 'shipping') {
                throw new RefusedRow(Message::of('row_zero', field: Message::of("field_{$field}")), $field);
            }
            if ($amount !== null) {
                $values[$field] = $amount;
            }
        }
        if (isset($values['floor'], $values['ceiling']) && $values['floor'] > $values['ceiling']) {
            $money = $currency ?? $this->currency;
            throw new RefusedRow(
                Message::of(
                    'limits_contradict',
                    floor: $money->format($values['floor']),
                    ceiling: $money->format($values['ceiling']),
                ),
                'floor',
            );
        }
        $stock = $this->cell($row, 'stock');
        if ($stock !== '') {
            $values['stock'] =
                preg_match('/^\d{1,10}(?:[.,]0+)?\z/', $stock) === 1 && (int) $stock <= self::MOST_STOCK
                    ? (int) $stock
                    : throw new RefusedRow(Message::of('row_stock_not_whole', stock: $stock), 'stock');
        }
        foreach (['condition' => self::CONDITIONS, 'fulfilment' => self::FULFILMENTS] as $field => $known) {
            $text = mb_strtolower($this->cell($row, $field));
            if ($text !== '') {
                $values[$field] = in_array($text, $known, true)
                    ? $text
                    : throw new RefusedRow(
                        Message::of(
                            'row_field_unknown',
                            field: Message::of("field_{$field}"),
                            text: $text,
                            known: implode(', ', $known),
                        ),
                        $field,
                    );
            }
        }

        return $values;
    }

    /** @param  list<string>  $row */
    private function amount(array $row, string $field, ?Currency $currency): ?int
    {
        $text = $this->cell($row, $field);
        if ($text === '') {
            return null;
        }
        $name = Message::of("field_{$field}");
        $currency ??= $this->currency;
        $named = $this->named[$field] ?? $currency;
        if ($named !== $currency) {
            throw new RefusedRow(
                Message::of('row_column_currency', field: $name, named: $named->code, currency: $currency->code),
                $field,
            );
        }
        if (preg_match('/^\s*[€$£]?\s*[-–−]\s*\d/u', $text) === 1) {
            throw new RefusedRow(Message::of('row_negative', field: $name, text: $text), $field);
        }
        try {
            return TypedAmount::parse($text, $currency, $this->decimal);
        } catch (InvalidAmount $e) {
            throw new RefusedRow(
                Message::of('row_field_unreadable', field: $name, text: $text, expected: Message::because($e)),
                $field,
            );
        }
    }
}
