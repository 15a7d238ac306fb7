<?php

declare(strict_types=1);

namespace App\Catalogue\Actions;

use App\Catalogue\Events\ListingsTouched;
use App\Catalogue\Imports\CsvFile;
use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Product;
use App\Catalogue\Models\Supplier;
use App\Catalogue\Models\Workspace;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\LazyCollection;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;
use Wrasse\Core\Money\TypedAmount;

/** Takes cost, extra cost, supplier, RRP and MAP from a file; rows that cannot be taken are reported, the rest go in. */
final class ImportCosts
{
    private const AMOUNTS = ['cost' => 'cost_minor', 'extra_cost' => 'extra_cost_minor', 'rrp' => 'rrp_minor', 'map' => 'map_minor'];

    private const NAMES = ['cost' => 'cost', 'extra_cost' => 'extra cost', 'rrp' => 'RRP', 'map' => 'MAP'];

    /** @var list<array{line: int, sku: string, why: string}> */
    private array $refused = [];

    /** @var list<int> */
    private array $changed = [];

    private int $unchanged = 0;

    /** @var array<string, int> line on which a SKU was taken */
    private array $seen = [];

    /**
     * @param  array<string, int|null>  $columns  field to column number
     * @return array{changed: int, unchanged: int, refused: list<array{line: int, sku: string, why: string}>}
     */
    public function handle(Workspace $workspace, CsvFile $file, array $columns): array
    {
        DB::transaction(function () use ($workspace, $file, $columns): void {
            LazyCollection::make(fn () => yield from $file->rows())->chunk(500)->each(
                fn (LazyCollection $rows) => $this->take($rows->all(), $columns, $workspace->money()),
            );
            $listings = array_values(Listing::query()->whereIn('product_id', $this->changed)->pluck('id')->all());
            if ($listings !== []) {
                event(new ListingsTouched($workspace->id, $listings, 'costs'));
            }
        });

        return ['changed' => count($this->changed), 'unchanged' => $this->unchanged, 'refused' => $this->refused];
    }

    /**
     * @param  array<int, list<string>>  $rows  by line
     * @param  array<string, int|null>  $columns
     */
    private function take(array $rows, array $columns, Currency $currency): void
    {
        $cell = fn (array $row, string $field): string => $columns[$field] === null ? '' : trim((string) ($row[$columns[$field]] ?? ''));
        $products = Product::query()->whereIn('sku', array_map(fn (array $row) => $cell($row, 'sku'), $rows))->lockForUpdate()->get()->keyBy('sku')->all();
        foreach ($rows as $line => $row) {
            $sku = $cell($row, 'sku');
            $product = $products[$sku] ?? null;
            $values = $product === null ? null : $this->values(fn (string $field) => $cell($row, $field), $currency);
            $why = match (true) {
                $sku === '' => 'No SKU.',
                $product === null => 'No product of yours has this SKU.',
                isset($this->seen[$sku]) => "The same SKU stands on line {$this->seen[$sku]}.",
                is_string($values) => $values,
                default => null,
            };
            if ($why !== null || ! is_array($values)) {
                $this->refused[] = ['line' => $line, 'sku' => $sku, 'why' => (string) $why];

                continue;
            }
            $this->seen[$sku] = $line;
            $this->store($product, $values, $cell($row, 'supplier'));
        }
    }

    /**
     * The amounts a row gives, or what is wrong with it. Empty cells leave what is known.
     *
     * @param  callable(string): string  $cell
     * @return array<string, int>|string
     */
    private function values(callable $cell, Currency $currency): array|string
    {
        $values = [];
        foreach (self::AMOUNTS as $field => $column) {
            $text = $cell($field);
            if ($text === '') {
                continue;
            }
            if (preg_match('/^\s*[€$£]?\s*-/u', $text) === 1) {
                return 'The '.self::NAMES[$field]." “{$text}” is negative.";
            }
            try {
                $values[$column] = TypedAmount::parse($text, $currency);
            } catch (InvalidAmount $e) {
                return 'The '.self::NAMES[$field]." “{$text}” cannot be read; expected ".$e->getMessage().'.';
            }
            if ($values[$column] === 0 && in_array($field, ['rrp', 'map'], true)) {
                return 'The '.self::NAMES[$field].' is zero; leave the cell empty if there is none.';
            }
        }

        return $values === [] && $cell('supplier') === '' ? 'Nothing to take: all cells are empty.' : $values;
    }

    /** @param  array<string, int>  $values */
    private function store(Product $product, array $values, string $supplier): void
    {
        $product->fill($values);
        if ($supplier !== '') {
            $product->supplier_id = Supplier::query()->firstOrCreate(['name' => mb_substr($supplier, 0, 255)])->id;
        }
        if (! $product->isDirty()) {
            $this->unchanged++;

            return;
        }
        $costMoved = $product->isDirty(['cost_minor', 'extra_cost_minor']);
        $product->save();
        if ($costMoved && $product->cost_minor !== null) {
            DB::table('product_costs')->insert([
                'workspace_id' => $product->workspace_id, 'product_id' => $product->id,
                'cost_minor' => $product->cost_minor, 'extra_cost_minor' => $product->extra_cost_minor, 'effective_from' => now(),
            ]);
        }
        $this->changed[] = $product->id;
    }
}
