<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Catalogue\Models\Workspace;
use App\Pricing\Deciding\Decided;
use App\Pricing\Deciding\StandingDecisions;
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
        $versions = array_map(fn (Rule $rule) => $rule->latest->id, $rules);
        $kept = $new = [];
        foreach ($all as $one) {
            $row = $one->row;
            if ($this->saysTheSame($one, $versions[$row->rule_id])) {
                $kept[$row->id] = [$row->decision_id, $one];
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
        StandingDecisions::begin(array_column($lines, 'id'));

        return $kept;
    }

    private function saysTheSame(Decided $one, int $version): bool
    {
        $row = $one->row;
        $decision = $one->decision;

        return $row->decision_id !== null && $row->decided_by === $version && $row->outcome === $decision->outcome->value && $row->reason === $decision->reason && $row->decided_minor === $decision->price;
    }
}
