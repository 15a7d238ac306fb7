<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Catalogue\Models\Workspace;
use App\Pricing\Deciding\Decided;
use App\Pricing\Models\Rule;
use App\Support\Database\CopyRows;
use Illuminate\Support\Facades\DB;

/** Writes decisions down, with all they were made from; one that says the same as the last one of its listing is not written again. */
final readonly class KeepDecisions
{
    /**
     * @param  list<Decided>  $all
     * @param  array<int, Rule>  $rules
     * @return array<int, array{int, Decided}> the id of the decision that stands, by listing
     */
    public function handle(Workspace $workspace, array $all, array $rules, string $cause, ?int $runId): array
    {
        $last = $this->last($all);
        $versions = array_map(fn (Rule $rule) => $rule->latest->id, $rules);
        $kept = $new = [];
        foreach ($all as $one) {
            $row = $one->row;
            if (isset($last[$row->decision_id ?? 0]) && $last[$row->decision_id] === [$one->decision->price, $versions[$row->rule_id]]) {
                $kept[$row->id] = [(int) $row->decision_id, $one];
            } else {
                $new[] = $one;
            }
        }
        if ($new === []) {
            return $kept;
        }
        $ids = array_column(DB::select("SELECT nextval('decisions_id_seq') AS id FROM generate_series(1, ?::int)", [count($new)]), 'id');
        $now = now();
        $lines = [];
        foreach ($new as $i => $one) {
            $decision = $one->decision;
            $kept[$one->row->id] = [(int) $ids[$i], $one];
            $lines[] = [
                'id' => (int) $ids[$i], 'workspace_id' => $workspace->id, 'listing_id' => $one->row->id, 'rule_version_id' => $versions[$one->row->rule_id], 'run_id' => $runId, 'cause' => $cause,
                'outcome' => $decision->outcome->value, 'reason' => $decision->reason, 'from_minor' => $one->row->price_minor, 'price_minor' => $decision->price,
                'floor_minor' => $decision->limits->floor, 'ceiling_minor' => $decision->limits->ceiling,
                'input' => $one->text(), 'decided_at' => $now,
            ];
        }
        CopyRows::into('decisions', $lines);

        return $kept;
    }

    /**
     * @param  list<Decided>  $all
     * @return array<int, array{int|null, int}> price and rule version of the last decisions
     */
    private function last(array $all): array
    {
        $ids = [];
        foreach ($all as $one) {
            // Another outcome or reason is news without looking it up.
            if ($one->row->decision_id !== null && $one->row->outcome === $one->decision->outcome->value && $one->row->reason === $one->decision->reason) {
                $ids[] = $one->row->decision_id;
            }
        }
        $last = [];
        foreach ($ids === [] ? [] : DB::table('decisions')->whereIn('id', $ids)->get(['id', 'price_minor', 'rule_version_id']) as $decision) {
            $last[(int) $decision->id] = [$decision->price_minor, (int) $decision->rule_version_id];
        }

        return $last;
    }
}
