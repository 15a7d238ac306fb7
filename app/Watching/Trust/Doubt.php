<?php

declare(strict_types=1);

namespace App\Watching\Trust;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\PriceMove;

/** Why a reading is not believed yet. */
enum Doubt: string
{
    case Currency = 'currency';
    case Price = 'price';
    case Name = 'name';
    case Variant = 'variant';
    case Source = 'source';
    case Confidence = 'confidence';

    /** In hundredths. */
    private const SURE = 90;

    /**
     * What is odd about a reading beside the last good one.
     *
     * @param  int  $movePercent  of the last good price, beyond which a move is odd
     * @return list<self>
     */
    public static function about(FoundOffer $read, FoundOffer $good, int $movePercent): array
    {
        if ($read->currency !== $good->currency) {
            return [self::Currency];
        }
        $isSame = $read->agreesWith($good);

        return array_values(
            array_filter([
                self::isFar($read, $good, $movePercent) ? self::Price : null,
                $read->hasSameName($good) ? null : self::Name,
                $read->variant === $good->variant ? null : self::Variant,
                $read->source === $good->source ? null : self::Source,
                // What was believed before and is read again is as sure as it was.
                $read->confidence < self::SURE && ! $isSame ? self::Confidence : null,
            ]),
        );
    }

    private static function isFar(FoundOffer $read, FoundOffer $good, int $percent): bool
    {
        $currency = Currency::of($good->currency);
        $move = new PriceMove($currency->parse($good->price), $currency->parse($read->price));

        return $move->isBeyond(Percent::parse((string) $percent));
    }
}
