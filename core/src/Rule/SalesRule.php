<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Limits\Limits;
use Wrasse\Core\Market\CompetitorSelection;
use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Trail\Phrase;
use Wrasse\Core\Trail\Reason;
use Wrasse\Core\Trail\Trail;

/** Lets the pace of sales move the price: down where it is slow, up where it is quick. */
final readonly class SalesRule implements RuleKind
{
    private const MICROSECONDS_A_DAY = 86_400_000_000;

    /** @param  list<SalesBand>  $bands  the first that fits counts */
    public function __construct(private int $windowDays, private bool $inStockDaysOnly, private array $bands)
    {
    }

    public function selection(): CompetitorSelection
    {
        return new CompetitorSelection();
    }

    public function needsCost(): bool
    {
        return false;
    }

    public function daysOfSales(): int
    {
        return $this->windowDays;
    }

    public function aim(Listing $listing, CompetitorSet $field, Limits $limits, int $now, ?Trail $trail): Aim
    {
        if (
            $listing->lastChangedAt !== null &&
            $listing->lastChangedAt > $now - $this->windowDays * self::MICROSECONDS_A_DAY
        ) {
            $trail?->add(
                'pace',
                Phrase::PaceTooEarly->with(['days' => $this->windowDays]),
            );

            return Aim::skip(Reason::WindowOpen);
        }
        $daysInStock = $this->inStockDaysOnly
            ? $listing->sales->daysInStock($now, $this->windowDays)
            : $this->windowDays;
        if ($daysInStock === 0) {
            $trail?->add(
                'pace',
                Phrase::PaceNoStock->with(['days' => $this->windowDays]),
            );

            return Aim::skip(Reason::NoSalesWindow);
        }
        $units = $listing->sales->units($now, $this->windowDays);
        $trail?->add(
            'pace',
            Phrase::SoldPace->with(['units' => $units, 'days' => $this->windowDays, 'in_stock' => $daysInStock]),
        );
        foreach ($this->bands as $band) {
            if ($band->contains($units * $this->windowDays, $daysInStock)) {
                $aim = Aim::at($band->step->from($listing->price), Reason::SalesPace);
                $trail?->add('position', $band->step->says($listing->currency), ['target' => (int) $aim->target]);

                return $aim;
            }
        }
        $trail?->add('position', Phrase::PaceNoStep);

        return Aim::keep(Reason::PaceInBand);
    }
}
