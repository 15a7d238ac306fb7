<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Events\Cause;
use App\Pricing\Deciding\CurrentDecisions;
use App\Pricing\Deciding\DecisionSummary;
use App\Pricing\Deciding\EvaluatedListing;
use App\Pricing\Models\Rule;
use App\Support\Database\CopyRows;
use Illuminate\Support\Facades\DB;

/**
 * Writes decisions down, with all they were made from; one that says the same as the last one of its listing is not
 * written again.
 */
final readonly class StoreDecisions
{
    /**
     * @param  iterable<EvaluatedListing>  $all
     * @param  array<int, Rule>  $rules
     * @return array<int, array{int, DecisionSummary}> the decision that stands with its id, by listing
     */
    public function handle(Workspace $workspace, iterable $all, array $rules, Cause $cause, ?int $runId): array
    {
        $versions = array_map(fn (Rule $rule) => $rule->latest->id, $rules);
        $same = [
            'workspace_id' => $workspace->id,
            'run_id' => $runId,
            'cause' => $cause->value,
            'decided_at' => CopyRows::time(now()),
        ];
        $kept = $new = $lines = [];
        foreach ($all as $one) {
            $ruling = DecisionSummary::of($one);
            $version = $versions[$one->row->rule_id];
            if ($this->saysTheSame($ruling, $version)) {
                $kept[$one->row->id] = [$one->row->decision_id, $ruling];
            } else {
                $new[] = $ruling;
                $lines[] = [
                    ...$same,
                    'listing_id' => $one->row->id,
                    'rule_version_id' => $version,
                    'outcome' => $ruling->outcome->value,
                    'reason' => $ruling->reason->value,
                    'from_minor' => $one->row->price_minor,
                    'price_minor' => $ruling->price,
                    'floor_minor' => $ruling->limits->floor,
                    'ceiling_minor' => $ruling->limits->ceiling,
                    'input' => $one->text(),
                ];
            }
        }
        if ($new === []) {
            return $kept;
        }
        $ids = array_map(
            intval(...),
            explode(
                ',',
                (string) DB::scalar(
                    "SELECT string_agg(nextval('decisions_id_seq')::text, ',') FROM generate_series(1, ?::int)",
                    [count($new)],
                ),
            ),
        );
        $first = $next = [];
        foreach ($new as $i => $ruling) {
            $kept[$ruling->row->id] = [$ids[$i], $ruling];
            $lines[$i]['id'] = $ids[$i];
            if ($ruling->row->decision_id === null) {
                $first[] = $lines[$i];
            } else {
                $next[] = $ids[$i];
            }
        }
        CopyRows::into('decisions', $lines);
        CurrentDecisions::begin($first);
        CurrentDecisions::replace($next, $same['decided_at']);

        return $kept;
    }

    private function saysTheSame(DecisionSummary $ruling, int $version): bool
    {
        $row = $ruling->row;

        return $row->decision_id !== null &&
            $row->decided_by === $version &&
            $row->outcome === $ruling->outcome->value &&
            $row->reason === $ruling->reason->value &&
            $row->decided_minor === $ruling->price;
    }
}
