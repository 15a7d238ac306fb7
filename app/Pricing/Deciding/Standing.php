<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Decision\Decision;
use Wrasse\Core\Limits\Limits;
use Wrasse\Core\Market\Listing;

/** Writes where listings stand, in one statement for all of them; those that stand as before are left alone. */
final readonly class Standing
{
    private const LIMITS = ['floor_minor' => 'bigint', 'ceiling_minor' => 'bigint', 'problem' => 'text', 'profit_minor' => 'bigint', 'margin_percent' => 'numeric', 'markup_percent' => 'numeric'];

    private const MARKET = ['rank' => 'int', 'field_size' => 'int', 'lowest_minor' => 'bigint'];

    private const DECISION = ['decision_id' => 'bigint', 'outcome' => 'text', 'reason' => 'text'];

    /**
     * Only what does not depend on the market. What was decided before no longer stands.
     *
     * @param  list<array{stdClass, Listing, Limits}>  $all  each with its row
     */
    public static function writeLimits(array $all): void
    {
        $rows = $relimited = [];
        foreach ($all as [$row, $listing, $limits]) {
            $new = ['id' => $row->id, ...self::limits($listing, $limits), 'decision_id' => null, 'outcome' => null, 'reason' => null];
            if (self::differs($row, $new)) {
                $rows[] = $new;
            }
            if (self::isRelimited($row, $limits)) {
                $relimited[] = $new;
            }
        }
        if ($rows !== []) {
            self::rememberLimits($relimited);
            self::update($rows, self::LIMITS + self::DECISION);
        }
    }

    /**
     * @param  list<Decided>  $all
     * @param  array<int, array{int, string, string}>  $decisions  id, outcome and reason by listing; left out where it is not being repriced
     */
    public static function write(array $all, array $decisions): void
    {
        $rows = $relimited = $dropped = [];
        foreach ($all as $one) {
            $decision = $one->decision;
            $row = [
                'id' => $one->row->id, ...self::limits($decision->listing, $decision->limits),
                'rank' => $decision->rankBefore(), 'field_size' => $decision->field->size(), 'lowest_minor' => $decision->field->lowest(),
                ...array_combine(array_keys(self::DECISION), $decisions[$one->row->id] ?? [null, null, null]),
            ];
            if (self::differs($one->row, $row)) {
                $rows[] = $row;
            }
            if (self::isRelimited($one->row, $decision->limits)) {
                $relimited[] = $row;
            }
            $why = self::dropped($decision);
            if ($one->row->dropped !== null && ($why !== [] || $one->row->dropped !== '{}') && (array) json_decode($one->row->dropped, true, 4, JSON_THROW_ON_ERROR) != $why) {
                $dropped[] = ['id' => $one->row->id, 'dropped' => (object) $why];
            }
        }
        if ($rows !== []) {
            self::rememberLimits($relimited);
            self::update($rows, self::LIMITS + self::MARKET + self::DECISION);
        }
        if ($dropped !== []) {
            DB::update('UPDATE listing_markets m SET dropped = s.dropped FROM jsonb_to_recordset(?) AS s(id bigint, dropped jsonb) WHERE m.listing_id = s.id', [json_encode($dropped, JSON_THROW_ON_ERROR)]);
        }
    }

    /** @return array<string, int|string|null> */
    private static function limits(Listing $listing, Limits $limits): array
    {
        $profit = $listing->earnings->at($listing->price);

        return [
            'floor_minor' => $limits->floor, 'ceiling_minor' => $limits->ceiling, 'problem' => $limits->problem,
            'profit_minor' => $profit?->profit, 'margin_percent' => $profit?->marginPercent(), 'markup_percent' => $profit?->markupPercent(),
        ];
    }

    /** @return array<string, string> by seller */
    private static function dropped(Decision $decision): array
    {
        $why = [];
        foreach ($decision->field->dropped as $one) {
            $why[$one->seller] = $one->why;
        }

        return $why;
    }

    /** @param  array<string, int|string|null>  $new */
    private static function differs(stdClass $row, array $new): bool
    {
        foreach ($new as $column => $value) {
            if ($row->{$column} !== $value) {
                return true;
            }
        }

        return false;
    }

    private static function isRelimited(stdClass $row, Limits $limits): bool
    {
        return $row->floor_minor !== $limits->floor || $row->ceiling_minor !== $limits->ceiling;
    }

    /**
     * @param  list<array<string, mixed>>  $rows
     * @param  array<string, string>  $columns  with their types
     */
    private static function update(array $rows, array $columns): void
    {
        $list = fn (callable $of): string => implode(', ', array_map($of, array_keys($columns), $columns));
        $set = $list(fn (string $column) => "{$column} = s.{$column}");
        $types = $list(fn (string $column, string $type) => "{$column} {$type}");
        $ours = $list(fn (string $column) => "l.{$column}");
        $theirs = $list(fn (string $column) => "s.{$column}");
        DB::update("UPDATE listings l SET {$set}, decided_at = CASE WHEN s.decision_id IS NULL THEN l.decided_at ELSE now() END FROM json_to_recordset(?) AS s(id bigint, {$types}) WHERE l.id = s.id AND ({$ours}) IS DISTINCT FROM ({$theirs})", [json_encode($rows, JSON_THROW_ON_ERROR)]);
    }

    /**
     * Limits that are about to change go into their history.
     *
     * @param  list<array<string, mixed>>  $rows
     */
    private static function rememberLimits(array $rows): void
    {
        if ($rows === []) {
            return;
        }
        DB::insert(<<<'SQL'
            INSERT INTO limit_changes (listing_id, workspace_id, changed_at, floor_minor, ceiling_minor)
            SELECT l.id, l.workspace_id, now(), s.floor_minor, s.ceiling_minor FROM listings l JOIN json_to_recordset(?) AS s(id bigint, floor_minor bigint, ceiling_minor bigint) ON s.id = l.id
            WHERE (l.floor_minor, l.ceiling_minor) IS DISTINCT FROM (s.floor_minor, s.ceiling_minor)
            SQL, [json_encode(array_map(fn (array $row) => array_intersect_key($row, ['id' => 0, 'floor_minor' => 0, 'ceiling_minor' => 0]), $rows), JSON_THROW_ON_ERROR)]);
    }
}
