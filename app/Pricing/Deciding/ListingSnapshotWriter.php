<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use Illuminate\Support\Facades\DB;
use Wrasse\Core\Decision\Decision;
use Wrasse\Core\Limits\Limits;
use Wrasse\Core\Market\Dropped;
use Wrasse\Core\Market\Listing;

/** Writes where listings stand, in one statement for all of them; those that stand as before are left alone. */
final class ListingSnapshotWriter
{
    private const LIMITS = [
        'floor_minor' => 'bigint',
        'ceiling_minor' => 'bigint',
        'problem' => 'text',
        'profit_minor' => 'bigint',
        'margin_percent' => 'numeric',
        'markup_percent' => 'numeric',
    ];

    private const MARKET = ['rank' => 'int', 'field_size' => 'int', 'lowest_minor' => 'bigint'];

    /**
     * @var list<array{ListingRow, array<string, int|string|null>}> rows that are different now, with what is to be
     *     written
     */
    private array $changed = [];

    /** @var list<array{id: int, dropped: object}> */
    private array $dropped = [];

    /** @var list<int> listings on which no decision stands any more */
    private array $ended = [];

    /**
     * Only what does not depend on the market. What was decided before no longer stands.
     *
     * @param  list<array{ListingRow, Listing, Limits}>  $all  each with its row
     */
    public static function writeLimits(array $all): void
    {
        $rows = array_map(fn (array $one) => [$one[0], self::limits($one[1], $one[2])], $all);
        self::update(array_values(array_filter($rows, fn (array $one) => self::differs(...$one))), self::LIMITS);
        CurrentDecisions::end(array_map(fn (array $one) => $one[0]->id, $all));
    }

    /** @param  bool  $isRepriced  if not, what was decided before no longer stands */
    public function note(EvaluatedListing $one, bool $isRepriced): void
    {
        $decision = $one->decision;
        $row = $one->row;
        $new = self::limits($decision->listing, $decision->limits);
        $new['rank'] = $decision->rankBefore();
        $new['field_size'] = $decision->field->size();
        $new['lowest_minor'] = $decision->field->lowest();
        if (self::differs($row, $new)) {
            $this->changed[] = [$row, $new];
        }
        $why = self::dropped($decision);
        if (
            $row->dropped !== null &&
            ($why !== [] || $row->dropped !== '{}') &&
            (array) json_decode($row->dropped, true, 4, JSON_THROW_ON_ERROR) != $why
        ) {
            $this->dropped[] = ['id' => $row->id, 'dropped' => (object) $why];
        }
        if (! $isRepriced && $row->decision_id !== null) {
            $this->ended[] = $row->id;
        }
    }

    /** All that has been noted. */
    public function write(): void
    {
        self::update($this->changed, self::LIMITS + self::MARKET);
        CurrentDecisions::end($this->ended);
        if ($this->dropped !== []) {
            DB::update(
                <<<'SQL'
                    UPDATE listing_markets m
                    SET dropped = s.dropped
                    FROM jsonb_to_recordset(?) AS s(id bigint, dropped jsonb)
                    WHERE m.listing_id = s.id
                    SQL,
                [json_encode($this->dropped, JSON_THROW_ON_ERROR)],
            );
        }
    }

    /** @return array<string, int|string|null> */
    private static function limits(Listing $listing, Limits $limits): array
    {
        $profit = $listing->earnings->at($listing->price);

        return [
            'floor_minor' => $limits->floor,
            'ceiling_minor' => $limits->ceiling,
            'problem' => $limits->problem?->value,
            'profit_minor' => $profit?->profit,
            'margin_percent' => $profit?->marginPercent(),
            'markup_percent' => $profit?->markupPercent(),
        ];
    }

    /** @return array<string, string> by offer, as Dropped::key() tells them apart */
    private static function dropped(Decision $decision): array
    {
        return Dropped::reasons($decision->field->dropped);
    }

    /**
     * @param  list<array{ListingRow, array<string, int|string|null>}>  $rows
     * @param  array<string, string>  $columns  with their types
     */
    private static function update(array $rows, array $columns): void
    {
        $changed = $relimited = [];
        foreach ($rows as [$row, $new]) {
            $changed[] = ['id' => $row->id, ...$new];
            if ($row->floor_minor !== $new['floor_minor'] || $row->ceiling_minor !== $new['ceiling_minor']) {
                $relimited[] = [
                    'id' => $row->id,
                    'floor_minor' => $new['floor_minor'],
                    'ceiling_minor' => $new['ceiling_minor'],
                ];
            }
        }
        if ($changed === []) {
            return;
        }
        self::rememberLimits($relimited);
        $list = fn (callable $of): string => implode(', ', array_map($of, array_keys($columns), $columns));
        $set = $list(fn (string $column) => "{$column} = s.{$column}");
        $types = $list(fn (string $column, string $type) => "{$column} {$type}");
        DB::update(
            "UPDATE listings l SET {$set} FROM json_to_recordset(?) AS s(id bigint, {$types}) WHERE l.id = s.id",
            [json_encode($changed, JSON_THROW_ON_ERROR)],
        );
    }

    /** @param  array<string, int|string|null>  $new */
    private static function differs(ListingRow $row, array $new): bool
    {
        foreach ($new as $column => $value) {
            if ($row->{$column} !== $value) {
                return true;
            }
        }

        return false;
    }

    /**
     * Limits that are about to change go into their history.
     *
     * @param  list<array{id: int, floor_minor: int|string|null, ceiling_minor: int|string|null}>  $rows
     */
    private static function rememberLimits(array $rows): void
    {
        if ($rows !== []) {
            DB::insert(
                <<<'SQL'
                INSERT INTO limit_changes (listing_id, workspace_id, changed_at, floor_minor, ceiling_minor)
                SELECT l.id, l.workspace_id, now(), s.floor_minor, s.ceiling_minor
                FROM listings l
                JOIN json_to_recordset(?) AS s(id bigint, floor_minor bigint, ceiling_minor bigint) ON s.id = l.id
                SQL,
                [json_encode($rows, JSON_THROW_ON_ERROR)],
            );
        }
    }
}
