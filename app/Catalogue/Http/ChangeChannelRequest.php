<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Support\Http\KnownCountry;
use App\Support\Http\KnownLanguage;
use App\Support\Http\NamesRevision;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Arr;

final class ChangeChannelRequest extends FormRequest
{
    use NamesRevision;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'revision' => self::REVISION_RULES,
            'automation_on' => ['sometimes', 'boolean'],
            'fees' => ['sometimes', 'array', 'max:10'],
            'categories' => ['sometimes', 'array', 'max:500'],
            'tax_percent' => ['sometimes', 'nullable', 'string', 'max:12'],
            'tax_included' => ['sometimes', 'nullable', 'boolean'],
            'country' => ['sometimes', 'nullable', new KnownCountry()],
            'language' => ['sometimes', 'nullable', new KnownLanguage()],
        ];
    }

    /**
     * @return array{
     *     automation_on?: bool,
     *     tax_percent?: string|null,
     *     tax_included?: bool|null,
     *     country?: string|null,
     *     language?: string|null,
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
}
