<?php

declare(strict_types=1);

namespace App\Catalogue\Listings;

use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** The listings someone means: those chosen one by one, or all that a filter finds. */
final readonly class ListingSelection
{
    /**
     * @param  list<int>|null  $ids  null = all that the filter finds
     * @param  array<string, mixed>  $filter
     */
    public function __construct(private int $workspaceId, private ?array $ids, private array $filter)
    {
    }

    /** @return array<string, list<mixed>> */
    public static function rules(): array
    {
        return ['listings' => ['nullable', 'array', 'max:5000'], 'listings.*' => ['integer'], 'filter' => ['nullable', 'array'], ...ListingFilter::rules('filter.')];
    }

    /** Listings as l. */
    public function query(): Builder
    {
        $query = DB::table('listings as l')->where('l.workspace_id', $this->workspaceId);

        return $this->ids === null ? (new ListingFilter($this->filter))->apply($query, $this->workspaceId) : $query->whereIn('l.id', $this->ids);
    }
}
