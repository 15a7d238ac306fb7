<?php

declare(strict_types=1);

namespace App\Watching\Http;

/** What can be said of a page to be watched, as requests have it. */
final readonly class WatchFields
{
    private function __construct()
    {
    }

    /** @return array<string, list<mixed>> */
    public static function rules(): array
    {
        return [
            'variant' => ['sometimes', 'nullable', 'string', 'max:255'],
            'note' => ['sometimes', 'nullable', 'string', 'max:255'],
            'active_until' => ['bail', 'sometimes', 'nullable', 'string', 'date_format:Y-m-d', 'after:1990-01-01', 'before:+10 years'],
        ];
    }
}
