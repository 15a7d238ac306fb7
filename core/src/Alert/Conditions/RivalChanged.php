<?php

declare(strict_types=1);

namespace Wrasse\Core\Alert\Conditions;

use Wrasse\Core\Alert\Condition;
use Wrasse\Core\Alert\Finding;
use Wrasse\Core\Alert\Look;
use Wrasse\Core\Alert\SeenOffer;

use function array_keys;

/** A rival is new, gone, sold out, back, or begins or ends a promotion. */
final readonly class RivalChanged implements Condition
{
    public const CHANGES = ['appeared', 'gone', 'out_of_stock', 'back', 'promotion_begins', 'promotion_ends'];

    /** @param  value-of<self::CHANGES>  $change */
    public function __construct(private string $change)
    {
    }

    public function find(Look $look): array
    {
        [$before, $now] = [$look->before->offers, $look->now->offers];
        $found = [];
        foreach (array_keys($before + $now) as $seller) {
            [$was, $is] = [$before[$seller] ?? null, $now[$seller] ?? null];
            if ($this->isIt($was, $is)) {
                $found[] = new Finding("rival_{$this->change}", true, (string) $seller, $was?->landed, $is?->landed);
            }
        }

        return $found;
    }

    private function isIt(?SeenOffer $was, ?SeenOffer $is): bool
    {
        return match ($this->change) {
            'appeared' => $was === null && $is !== null,
            'gone' => $was !== null && $is === null,
            'out_of_stock' => $was?->isInStock === true && $is?->isInStock === false,
            'back' => $was?->isInStock === false && $is?->isInStock === true,
            'promotion_begins' => $was?->hasPromotion === false && $is?->hasPromotion === true,
            'promotion_ends' => $was?->hasPromotion === true && $is?->hasPromotion === false,
        };
    }
}
