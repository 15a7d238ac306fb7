<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Accounts\Models\Workspace;
use App\Support\Database\IdArray;
use Carbon\CarbonInterface;
use Generator;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Decision\Evaluation;
use Wrasse\Core\Document\InvalidDocument;
use Wrasse\Core\Rule\RuleKind;

/** Lets the core decide on listings with what is known at this moment. Writes nothing. */
final readonly class Decider
{
    public function __construct(private RecentChanges $changes)
    {
    }

    /**
     * @param  list<ListingRow>  $rows  read with their market
     * @param  callable(ListingRow): RuleDocument  $rule  the rule for a listing
     * @return Generator<EvaluatedListing> one after the other: hundreds of them with all their offers are more than a
     *     processor keeps at hand
     *
     * @throws InvalidDocument if a rule document is not valid
     */
    public function decide(Workspace $workspace, array $rows, callable $rule, CarbonInterface $now): Generator
    {
        $ids = array_map(fn (ListingRow $row) => $row->id, $rows);
        $requests = new DecisionInputs($workspace, $now);
        $documents = array_map($rule, $rows);
        $changes = $this->changes->since($now->toImmutable()->subDay(), $ids);
        $kinds = $terms = [];
        foreach ($rows as $i => $row) {
            $terms[$i] = $requests->terms($row);
            $currency = $terms[$i]->currency->code;
            $kinds[spl_object_id($documents[$i]).$currency] ??= $documents[$i]->read($currency)->kind;
        }
        $days = max([0, ...array_map(fn (RuleKind $kind) => $kind->daysOfSales(), array_values($kinds))]);
        $sales = $days === 0 ? [] : $this->sales($ids, $now->toImmutable()->setTimezone($workspace->time_zone), $days);

        return (function () use ($rows, $documents, $changes, $sales, $requests, $terms): Generator {
            foreach ($rows as $i => $row) {
                $about = [$documents[$i], $changes[$row->id] ?? 0, $sales[$row->id] ?? []];
                $request = $requests->of($row, $terms[$i], ...$about);
                yield new EvaluatedListing($row, $terms[$i], $request, Evaluation::of($request), $requests, ...$about);
            }
        })();
    }

    /**
     * @param  list<int>  $ids
     * @param  CarbonInterface  $now  in the time zone of the workspace
     * @return array<int, list<array{date: string, units: int, in_stock: bool}>> by listing
     */
    private function sales(array $ids, CarbonInterface $now, int $days): array
    {
        $sales = [];
        $rows = DB::table('sales_days')
            ->whereRaw('listing_id = ANY(?)', [IdArray::of($ids)])
            ->where('day', '>=', $now->toImmutable()->subDays($days)->toDateString())
            ->orderBy('day')
            ->get(['listing_id', 'day', 'units', 'in_stock']);
        foreach ($rows as $row) {
            $sales[(int) $row->listing_id][] = [
                'date' => (string) $row->day,
                'units' => (int) $row->units,
                'in_stock' => (bool) $row->in_stock,
            ];
        }

        return $sales;
    }
}
