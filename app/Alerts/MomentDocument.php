<?php

declare(strict_types=1);

namespace App\Alerts;

use Wrasse\Core\Alert\MarketMoment;
use Wrasse\Core\Alert\SeenOffer;

/** The last look of an alert at a listing, as the database keeps it. */
final readonly class MomentDocument
{
    private function __construct()
    {
    }

    public static function write(MarketMoment $moment): string
    {
        $offers = [];
        foreach ($moment->offers as $offer) {
            $offers[] = [$offer->seller, $offer->landed, $offer->isInStock, $offer->hasPromotion];
        }

        return json_encode(
            [
                'at' => $moment->at,
                'ours' => $moment->ours,
                'offers' => $offers,
                'box' => $moment->holdsBuyBox,
            ],
            JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE,
        );
    }

    /** Without what prices are held against and what the listing is: only how that is now counts. */
    public static function read(string $json): MarketMoment
    {
        /** @var array{at: int, ours: int, offers: list<array{string, int, bool, bool}>, box: bool|null} $kept */
        $kept = json_decode($json, true, 8, JSON_THROW_ON_ERROR);

        return new MarketMoment(
            $kept['at'],
            $kept['ours'],
            [],
            array_map(fn (array $offer): SeenOffer => new SeenOffer(...$offer), $kept['offers']),
            $kept['box'],
        );
    }
}
