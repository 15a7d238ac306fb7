<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Catalogue\Imports\ImportColumns;
use App\Support\Http\KnownCurrency;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;

final class CheckImportRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'columns' => ['required', 'array:'.implode(',', array_keys(ImportColumns::NAMES))],
            'columns.*' => ['nullable', 'integer', 'min:0'],
            'decimal' => ['nullable', Rule::in(['.', ','])],
            'channel' => ['nullable', 'integer'],
            'supplier' => ['nullable', 'string', 'max:255'],
            'currency' => ['nullable', 'string', new KnownCurrency()],
            'effective_from' => ['bail', 'nullable', 'string', 'date', 'after:-10 years', 'before:+2 years'],
        ];
    }

    /** @return array<string, int|null> which column of the file each is, from 0 */
    public function columns(): array
    {
        /** @var array<string, int|string|null> $columns */
        $columns = $this->validated('columns');

        return array_map(fn (int|string|null $column) => $column === null ? null : (int) $column, $columns);
    }

    public function channel(): ?int
    {
        $channel = $this->validated('channel');

        return $channel === null ? null : (int) $channel;
    }
}
