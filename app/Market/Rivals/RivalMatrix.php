<?php

declare(strict_types=1);

namespace App\Market\Rivals;

use App\Market\Models\Rival;
use Generator;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Money\Currency;

/** Listings beside rivals, in a table: those on which they meet us. */
final readonly class RivalMatrix
{
    /** So many stand beside each other where none are named. */
    public const USUAL = 6;

    public const MOST = 20;

    private const AT_ONCE = 1_000;

    /** @param  Collection<int, Rival>  $rivals  the columns */
    private function __construct(private int $workspaceId, public Collection $rivals, private bool $isDearestFirst)
    {
    }

    /**
     * @param  list<int>|null  $rivals  ids; null: those that meet us most often
     * @param  bool  $isDearestFirst  where they are furthest above us first, instead of furthest below
     */
    public static function of(int $workspaceId, ?array $rivals, bool $isDearestFirst): self
    {
        $columns = Rival::query()
            ->where('workspace_id', $workspaceId)
            ->when(
                $rivals === null,
                fn ($query) => $query->where('listings', '>', 0)->limit(self::USUAL),
                fn ($query) => $query->whereIn('id', $rivals),
            )
            ->orderByDesc('listings')
            ->orderBy('id')
            ->get();

        return new self($workspaceId, $columns, $isDearestFirst);
    }

    public function count(): int
    {
        return $this->met()->distinct()->count('m.listing_id');
    }

    /** @return list<ComparedListing> the widest difference first */
    public function rows(int $after, int $most): array
    {
        $rows = $this->met()
            ->join('listings as l', 'l.id', '=', 'm.listing_id')
            ->join('channels as c', 'c.id', '=', 'l.channel_id')
            ->groupBy('l.id', 'c.id')
            ->orderByRaw($this->isDearestFirst ? 'min(m.difference_percent) DESC' : 'min(m.difference_percent)')
            ->orderBy('l.id')
            ->offset($after)
            ->limit($most)
            ->selectRaw(
                <<<'SQL'
                l.id, l.sku, l.title, c.name AS channel, c.currency, max(m.ours_minor) AS ours, min(m.difference_percent) AS lowest,
                json_agg(json_build_object(
                    'rival', m.rival_id, 'theirs', m.theirs_minor, 'difference_percent', m.difference_percent::text,
                    'holds_buy_box', m.holds_buy_box
                )) AS rivals
                SQL,
            )
            ->get();

        return array_values($rows->map(self::row(...))->all());
    }

    /** @return Generator<ComparedListing> */
    public function all(): Generator
    {
        for ($after = 0; ; $after += self::AT_ONCE) {
            $rows = $this->rows($after, self::AT_ONCE);
            yield from $rows;
            if (count($rows) < self::AT_ONCE) {
                return;
            }
        }
    }

    private function met(): Builder
    {
        return DB::table('rival_listings as m')
            ->where('m.workspace_id', $this->workspaceId)
            ->whereIn('m.rival_id', $this->rivals->modelKeys());
    }

    private static function row(stdClass $row): ComparedListing
    {
        $currency = Currency::of($row->currency);
        /** @var list<array{rival: int, theirs: int, difference_percent: string, holds_buy_box: bool}> $rivals */
        $rivals = json_decode($row->rivals, true, 4, JSON_THROW_ON_ERROR);

        return new ComparedListing(
            $row->id,
            $row->sku,
            $row->title,
            $row->channel,
            $currency->code,
            $currency->format($row->ours),
            $row->lowest,
            array_map(fn (array $rival) => [...$rival, 'theirs' => $currency->format($rival['theirs'])], $rivals),
        );
    }
}
