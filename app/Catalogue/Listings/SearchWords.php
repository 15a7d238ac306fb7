<?php

declare(strict_types=1);

namespace App\Catalogue\Listings;

use App\Support\Messages\Message;
use Closure;
use Illuminate\Contracts\Database\Query\Builder;

/** Listings whose SKU, GTIN, title and brand contain all of some words. */
final readonly class SearchWords
{
    public const MOST = 12;

    /** Words of one or two letters: no index helps to find them, and hardly a listing lacks them. */
    public const MOST_SHORT = 3;

    /** @return list<mixed> rules of the validator */
    public static function rules(): array
    {
        $isBounded = function (string $field, mixed $value, Closure $fail): void {
            $words = is_string($value) ? self::of($value) : [];
            if (count($words) > self::MOST) {
                $fail(Message::of('search_too_many_words', most: self::MOST)->stored());
            }
            if (count(array_filter($words, fn (string $word) => mb_strlen($word) < 3)) > self::MOST_SHORT) {
                $fail(Message::of('search_too_many_short_words', most: self::MOST_SHORT)->stored());
            }
        };

        return ['nullable', 'string', 'max:120', $isBounded];
    }

    /** @param  string  $column  of the query that holds the listing */
    public static function narrow(Builder $query, string $column, string $words, int $workspaceId): void
    {
        $wanted = array_slice(self::of($words), 0, self::MOST);
        if ($wanted !== []) {
            $query->whereIn($column, function (Builder $texts) use ($wanted, $workspaceId): void {
                $texts->select('listing_id')->from('listing_texts')->where('workspace_id', $workspaceId);
                foreach ($wanted as $word) {
                    $texts->where('search', 'like', '%'.addcslashes($word, '\\%_').'%');
                }
            });
        }
    }

    /** @return list<string> */
    private static function of(string $words): array
    {
        return array_values(
            array_unique(preg_split('/\s+/u', mb_strtolower(trim($words)), flags: PREG_SPLIT_NO_EMPTY) ?: []),
        );
    }
}
