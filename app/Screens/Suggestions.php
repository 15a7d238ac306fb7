<?php

declare(strict_types=1);

namespace App\Screens;

use App\Accounts\Models\Workspace;
use App\Catalogue\Currencies\OwnCurrency;
use App\Market\RecentSales;
use App\Publishing\Models\ChangeState;
use App\Screens\Http\Suggestion;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Insight\Room;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;

/**
 * Prices worth a look: cheapest by far with room to go up, and slow ones that are dearer than others with room to come
 * down.
 */
final readonly class Suggestions
{
    private const CANDIDATES = 400;

    private const SHOWN = 8;

    private const GAP = '5';

    public function __construct(private int $workspaceId)
    {
    }

    /** @return list<Suggestion> those that come to most first */
    public function read(): array
    {
        $up = $down = [];
        $own = new OwnCurrency(Workspace::query()->findOrFail($this->workspaceId));
        foreach ($this->candidates('up', 'l.rank = 1 AND l.field_size > 0', 'units DESC') as $row) {
            $to = Room::up(
                $row->price_minor,
                $row->shipping_minor,
                $row->lowest_minor,
                $row->ceiling_minor,
                Percent::parse(self::GAP),
            );
            if ($to !== null) {
                $aWeek = Room::aWeek($row->price_minor, $to, (int) $row->units);
                $up[] = [$row, $to, $aWeek, $own->of($aWeek, Currency::of($row->currency)) ?? 0];
            }
        }
        usort($up, fn (array $a, array $b) => $b[3] <=> $a[3]);
        foreach ($this->candidates('down', 'l.rank > 1 AND l.stock > 0 AND s.units IS NULL', 'l.stock DESC') as $row) {
            $to = Room::down($row->price_minor, $row->shipping_minor, $row->lowest_minor, $row->floor_minor);
            if ($to !== null) {
                $down[] = [$row, $to, null];
            }
        }

        return [
            ...array_map(
                fn (array $one) => $this->suggest('up', $one[0], $one[1], $one[2]),
                array_slice($up, 0, self::SHOWN),
            ),
            ...array_map(fn (array $one) => $this->suggest('down', ...$one), array_slice($down, 0, self::SHOWN)),
        ];
    }

    /** @return list<stdClass> */
    private function candidates(string $kind, string $which, string $order): array
    {
        return array_values(
            DB::table('listings as l')
                ->join('channels as c', 'c.id', '=', 'l.channel_id')
                ->leftJoinSub(RecentSales::of($this->workspaceId), 's', 's.listing_id', '=', 'l.id')
                ->where('l.workspace_id', $this->workspaceId)
                ->where('l.is_draft', false)
                ->whereNotNull('l.lowest_minor')
                ->whereNotNull('l.floor_minor')
                ->whereNotNull('l.ceiling_minor')
                ->whereNull('l.problem')
                ->whereRaw('coalesce(l.stock, 1) > 0')
                ->whereRaw($which)
                ->whereNotExists(
                    fn ($dismissed) => $dismissed
                        ->from('dismissed_suggestions as d')
                        ->whereColumn('d.listing_id', 'l.id')
                        ->where('d.kind', $kind)
                        ->where('d.until', '>', now()),
                )
                ->whereNotExists(
                    fn ($open) => $open
                        ->from('price_changes as p')
                        ->whereColumn('p.listing_id', 'l.id')
                        ->whereIn('p.state', ChangeState::OPEN),
                )
                ->orderByRaw("{$order} NULLS LAST, l.id")
                ->limit(self::CANDIDATES)
                ->get([
                    'l.id',
                    'l.sku',
                    'l.title',
                    'l.price_minor',
                    'l.shipping_minor',
                    'l.lowest_minor',
                    'l.floor_minor',
                    'l.ceiling_minor',
                    'l.stock',
                    's.units',
                    'c.name as channel',
                    'c.currency',
                ])
                ->all(),
        );
    }

    private function suggest(string $kind, stdClass $row, int $to, ?int $aWeek): Suggestion
    {
        $currency = Currency::of($row->currency);

        return new Suggestion(
            $kind,
            $row->id,
            $row->sku,
            $row->title,
            $row->channel,
            $currency->code,
            $currency->format($row->price_minor),
            $currency->format($to),
            $currency->format($row->lowest_minor),
            (int) $row->units,
            $aWeek === null ? null : $currency->format($aWeek),
            $row->stock,
        );
    }
}
