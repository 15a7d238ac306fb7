<?php

declare(strict_types=1);

namespace App\Catalogue\Listings;

use App\Support\Http\IdList;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** The listings someone means: those chosen one by one, or all that a filter finds. */
final readonly class ListingSelection
{
    public const MOST = 5_000;

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
        return [
            'listings' => ['nullable', new IdList(self::MOST)],
            'filter' => ['nullable', 'array'],
            ...ListingFilter::rules('filter.'),
        ];
    }

    /** Listings as l. */
    public function query(): Builder
    {
        $query = DB::table('listings as l')->where('l.workspace_id', $this->workspaceId);

        return $this->ids === null
            ? (new ListingFilter($this->filter))->apply($query, $this->workspaceId)
            : $query->whereIn('l.id', $this->ids);
    }
}
