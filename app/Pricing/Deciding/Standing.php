<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use Illuminate\Support\Facades\DB;
use Wrasse\Core\Limits\Limits;
use Wrasse\Core\Market\Listing;

/** Writes where listings stand, in one statement for all of them. */
final readonly class Standing
{
    /**
     * Only what does not depend on the market.
     *
     * @param  list<array{int, Listing, Limits}>  $all  each with the id of its listing
     */
    public static function writeLimits(array $all): void
    {
        $rows = array_map(function (array $one): array {
            [$id, $listing, $limits] = $one;
            $profit = $listing->earnings->at($listing->price);

            return [
                'id' => $id, 'floor_minor' => $limits->floor, 'ceiling_minor' => $limits->ceiling, 'problem' => $limits->problem,
                'profit_minor' => $profit?->profit, 'margin_percent' => $profit?->marginPercent(), 'markup_percent' => $profit?->markupPercent(),
            ];
        }, $all);
        self::rememberLimits($rows);
        DB::update(<<<'SQL'
            UPDATE listings l SET floor_minor = s.floor_minor, ceiling_minor = s.ceiling_minor, problem = s.problem, profit_minor = s.profit_minor,
                margin_percent = s.margin_percent, markup_percent = s.markup_percent
            FROM jsonb_to_recordset(?) AS s(id bigint, floor_minor bigint, ceiling_minor bigint, problem text, profit_minor bigint, margin_percent numeric, markup_percent numeric)
            WHERE l.id = s.id AND (l.floor_minor, l.ceiling_minor, l.problem, l.profit_minor, l.margin_percent, l.markup_percent)
                IS DISTINCT FROM (s.floor_minor, s.ceiling_minor, s.problem, s.profit_minor, s.margin_percent, s.markup_percent)
            SQL, [json_encode($rows, JSON_THROW_ON_ERROR)]);
    }

    /** @param  list<Decided>  $all */
    public static function write(array $all): void
    {
        $rows = $dropped = [];
        foreach ($all as $one) {
            $decision = $one->decision;
            $rows[] = [
                'id' => $one->listing->id,
                'floor_minor' => $decision->limits->floor, 'ceiling_minor' => $decision->limits->ceiling, 'problem' => $decision->limits->problem,
                'profit_minor' => $decision->before()?->profit, 'margin_percent' => $decision->before()?->marginPercent(), 'markup_percent' => $decision->before()?->markupPercent(),
                'rank' => $decision->rankBefore(), 'field_size' => $decision->field->size(), 'lowest_minor' => $decision->field->lowest(),
            ];
            $dropped[] = ['id' => $one->listing->id, 'dropped' => (object) array_column($decision->field->dropped, 'why', 'seller')];
        }
        self::rememberLimits($rows);
        DB::update(<<<'SQL'
            UPDATE listings l SET floor_minor = s.floor_minor, ceiling_minor = s.ceiling_minor, problem = s.problem, profit_minor = s.profit_minor,
                margin_percent = s.margin_percent, markup_percent = s.markup_percent, rank = s.rank, field_size = s.field_size, lowest_minor = s.lowest_minor
            FROM jsonb_to_recordset(?) AS s(id bigint, floor_minor bigint, ceiling_minor bigint, problem text, profit_minor bigint,
                margin_percent numeric, markup_percent numeric, rank int, field_size int, lowest_minor bigint)
            WHERE l.id = s.id AND (l.floor_minor, l.ceiling_minor, l.problem, l.profit_minor, l.margin_percent, l.markup_percent, l.rank, l.field_size, l.lowest_minor)
                IS DISTINCT FROM (s.floor_minor, s.ceiling_minor, s.problem, s.profit_minor, s.margin_percent, s.markup_percent, s.rank, s.field_size, s.lowest_minor)
            SQL, [json_encode($rows, JSON_THROW_ON_ERROR)]);
        DB::update(<<<'SQL'
            UPDATE listing_markets m SET dropped = s.dropped FROM jsonb_to_recordset(?) AS s(id bigint, dropped jsonb)
            WHERE m.listing_id = s.id AND m.dropped <> s.dropped
            SQL, [json_encode($dropped, JSON_THROW_ON_ERROR)]);
    }

    /**
     * Limits that are about to change go into their history.
     *
     * @param  list<array{id: int, floor_minor: int|null, ceiling_minor: int|null, ...}>  $rows
     */
    private static function rememberLimits(array $rows): void
    {
        DB::insert(<<<'SQL'
            INSERT INTO limit_changes (listing_id, workspace_id, changed_at, floor_minor, ceiling_minor)
            SELECT l.id, l.workspace_id, now(), s.floor_minor, s.ceiling_minor FROM listings l JOIN jsonb_to_recordset(?) AS s(id bigint, floor_minor bigint, ceiling_minor bigint) ON s.id = l.id
            WHERE (l.floor_minor, l.ceiling_minor) IS DISTINCT FROM (s.floor_minor, s.ceiling_minor)
            SQL, [json_encode(array_map(fn (array $row) => array_intersect_key($row, ['id' => 0, 'floor_minor' => 0, 'ceiling_minor' => 0]), $rows), JSON_THROW_ON_ERROR)]);
    }
}
