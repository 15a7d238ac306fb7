<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Accounts\Models\Workspace;
use App\Catalogue\Currencies\Conversions;
use App\Catalogue\Currencies\ForeignCosts;
use App\Catalogue\Currencies\RateEffect;
use App\Catalogue\Currencies\RateEffects;
use App\Catalogue\Currencies\RateMove;
use App\Catalogue\Models\ExchangeRate;
use Wrasse\Core\Money\PriceMove;

/** Lets the core work out the floors that listings would have at another rate; writes nothing. */
final readonly class ForeseeRate implements RateEffects
{
    /** Looked at, in the order of their ids. */
    private const MOST = 2_000;

    private const SHOWN = 5;

    public function of(Workspace $workspace, ExchangeRate $rate): RateEffect
    {
        $ids = ForeignCosts::listings($workspace, [$rate->base, $rate->quote]);
        $now = new LimitsAlone($workspace);
        $then = new LimitsAlone($workspace, new Conversions($workspace, [$rate]));
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
            $moves[] = new RateMove($row->id, $row->sku, $currency->code, $amount($floor), $amount($after), $percent);
        }
        usort($moves, fn (RateMove $a, RateMove $b) => bccomp(self::size($b), self::size($a), 2));

        return new RateEffect(count($moves), count($ids), array_slice($moves, 0, self::SHOWN));
    }

    /** @return numeric-string */
    private static function size(RateMove $move): string
    {
        $size = ltrim((string) $move->percent, '+-');

        return is_numeric($size) ? $size : '0';
    }
}
