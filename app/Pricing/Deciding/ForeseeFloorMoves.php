<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Accounts\Models\Workspace;
use App\Catalogue\Currencies\Conversions;
use App\Catalogue\Currencies\ForeignCosts;
use App\Catalogue\Fees\TaxRates;
use App\Catalogue\Limits\FloorMove;
use App\Catalogue\Limits\FloorMoves;
use App\Catalogue\Limits\ForeseesFloorMoves;
use App\Catalogue\Models\ExchangeRate;
use App\Catalogue\Models\TaxRate;
use Wrasse\Core\Money\PriceMove;

/** Lets the core work out the floors that listings would have; writes nothing. */
final readonly class ForeseeFloorMoves implements ForeseesFloorMoves
{
    /** Looked at, in the order of their ids. */
    private const MOST = 2_000;

    private const SHOWN = 5;

    public function atRate(Workspace $workspace, ExchangeRate $rate): FloorMoves
    {
        return $this->between(
            $workspace,
            ForeignCosts::listings($workspace, [$rate->base, $rate->quote]),
            new LimitsAlone($workspace),
            new LimitsAlone($workspace, new Conversions($workspace, [$rate])),
        );
    }

    public function underTax(Workspace $workspace, TaxRate $rate): FloorMoves
    {
        return $this->between(
            $workspace,
            TaxRates::listings([$rate->id]),
            new LimitsAlone($workspace),
            new LimitsAlone($workspace, day: $rate->valid_from),
        );
    }

    /** @param  list<int>  $ids */
    private function between(Workspace $workspace, array $ids, LimitsAlone $now, LimitsAlone $then): FloorMoves
    {
        $moves = [];
        foreach (ListingRows::among($workspace->id, array_slice($ids, 0, self::MOST)) as $row) {
            $before = $now->of($row);
            $after = $then->of($row)[1]->floor ?? null;
            $floor = $before[1]->floor ?? null;
            if ($before === null || $floor === $after) {
                continue;
            }
            $currency = $before[0]->currency;
            $amount = fn (?int $minor): ?string => $minor === null ? null : $currency->format($minor);
            $percent = $floor === null || $after === null ? null : (new PriceMove($floor, $after))->percent();
            $moves[] = new FloorMove($row->id, $row->sku, $currency->code, $amount($floor), $amount($after), $percent);
        }
        usort($moves, fn (FloorMove $a, FloorMove $b) => bccomp(self::size($b), self::size($a), 2));

        return new FloorMoves(count($moves), count($ids), array_slice($moves, 0, self::SHOWN));
    }

    /** @return numeric-string */
    private static function size(FloorMove $move): string
    {
        $size = ltrim((string) $move->percent, '+-');

        return is_numeric($size) ? $size : '0';
    }
}
