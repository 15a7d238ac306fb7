<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Arr;

final class ChangeChannelRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'revision' => ['sometimes', 'integer'],
            'automation_on' => ['sometimes', 'boolean'],
            'fees' => ['sometimes', 'array', 'max:10'],
            'categories' => ['sometimes', 'array', 'max:500'],
            'tax_percent' => ['sometimes', 'nullable', 'string', 'max:12'],
            'tax_included' => ['sometimes', 'nullable', 'boolean'],
        ];
    }

    /**
     * @return array{
     *     automation_on?: bool,
     *     tax_percent?: string|null,
     *     tax_included?: bool|null,
     *     fees?: list<mixed>,
     *     categories?: array<string, mixed>,
     * } fees and categories as they were sent
     */
    public function wanted(): array
    {
        $wanted = Arr::except($this->validated(), 'revision');
        foreach (['fees', 'categories'] as $field) {
            if (isset($wanted[$field])) {
                $wanted[$field] = (array) $this->input($field);
            }
        }

        return $wanted;
    }

    /** The revision that was edited. */
    public function revision(): ?int
    {
        return $this->has('revision') ? (int) $this->validated('revision') : null;
    }
}
