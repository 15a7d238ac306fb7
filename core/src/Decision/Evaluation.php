<?php

declare(strict_types=1);

namespace Wrasse\Core\Decision;

use Wrasse\Core\Limits\Limits;
use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Rule\AboveCeiling;
use Wrasse\Core\Rule\Aim;
use Wrasse\Core\Rule\BelowFloor;
use Wrasse\Core\Rule\CompetitiveRule;
use Wrasse\Core\Rule\Rule;
use Wrasse\Core\Trail\Outcome;
use Wrasse\Core\Trail\Phrase;
use Wrasse\Core\Trail\Reason;
use Wrasse\Core\Trail\Trail;

/** One decision in the making: the steps in their order, each ending it or handing on to the next. */
final class Evaluation
{
    private readonly Listing $listing;

    private readonly Rule $rule;

    private readonly CompetitorSet $field;

    private readonly Limits $limits;

    private readonly int $floor;

    private readonly int $ceiling;

    private readonly bool $isWithinLimits;

    private ?int $target = null;

    private ?string $boundBy = null;

    /** @param  Trail|null  $trail  null where nobody asks for the steps */
    private function __construct(private readonly Request $request, private readonly ?Trail $trail)
    {
        $this->listing = $request->listing;
        $this->rule = $request->rule;
        $kind = $this->rule->kind;
        $this->field = $kind->selection()->from($request->offers, $this->listing, $request->now);
        $this->limits = $request->limits->solve($this->listing, $this->field, $kind->needsCost());
        // Not looked at where the limits have a problem.
        $this->floor = $this->limits->floor ?? 1;
        $this->ceiling = $this->limits->ceiling ?? 1;
        $this->isWithinLimits = $this->listing->price >= $this->floor && $this->listing->price <= $this->ceiling;
    }

    public static function of(Request $request): Decision
    {
        $evaluation = new self($request, null);
        $verdict = $evaluation->decide();

        return new Decision(
            $request,
            $verdict,
            $evaluation->limits,
            $evaluation->target,
            $evaluation->boundBy,
            $evaluation->field,
        );
    }

    /** The steps to the decision. They are mostly not asked for, and then the same way is gone once more. */
    public static function trail(Request $request): Trail
    {
        $trail = new Trail();
        (new self($request, $trail))->decide();

        return $trail;
    }

    /** Outcome, reason and price alone, for many at a time. */
    public static function verdict(Request $request): Verdict
    {
        return (new self($request, null))->decide();
    }

    private function decide(): Verdict
    {
        if ($this->trail !== null) {
            $this->tellField($this->trail);
            $this->tellCost($this->trail);
            $this->tellLimits($this->trail);
        }
        if ($this->limits->problem !== null) {
            return new Verdict(Outcome::Blocked, $this->limits->problem);
        }
        $ineligible = $this->ineligible();
        if ($ineligible !== null) {
            return new Verdict(Outcome::Skipped, $ineligible);
        }
        $aim = $this->rule->kind->aim($this->listing, $this->field, $this->limits, $this->request->now, $this->trail);
        $this->target = $aim->target;

        return $this->follow($aim, isFirst: true);
    }

    private function ineligible(): ?Reason
    {
        $reason = match (true) {
            $this->listing->stock !== null && $this->listing->stock <= 0 => Reason::OutOfStock,
            $this->listing->onPromotion && ! $this->rule->repriceOnPromotion => Reason::Promotion,
            default => $this->isWithinLimits ? $this->rule->brakes->rests($this->listing, $this->request->now) : null,
        };
        $this->trail?->add(
            'eligibility',
            match ($reason) {
                Reason::OutOfStock => Phrase::OutOfStock,
                Reason::Promotion => Phrase::OnPromotion,
                Reason::Cooldown => Phrase::ChangedRecently,
                Reason::DailyLimit => Phrase::ChangedOften,
                default => Phrase::MayBeRepriced,
            },
        );

        return $reason;
    }

    /** @param  bool  $isFirst  not where another rival was looked for because the floor stood in the way */
    private function follow(Aim $aim, bool $isFirst): Verdict
    {
        $target = $aim->target;
        if ($target === null) {
            return $aim->outcome === Outcome::Blocked
                ? new Verdict(Outcome::Blocked, $aim->reason)
                : $this->stay($aim->outcome, $aim->reason);
        }
        if ($aim->reason === Reason::NoRivals) {
            return $this->settle($this->clamp($target), Reason::NoRivals);
        }
        if ($isFirst && ! $this->rule->direction->allows($this->listing->price, $target)) {
            $this->trail?->add(
                'direction',
                $target < $this->listing->price ? Phrase::MovesOnlyUp : Phrase::MovesOnlyDown,
            );

            return $this->stay(Outcome::Keep, Reason::Direction);
        }
        if ($isFirst) {
            $this->trail?->add('direction', Phrase::MayMoveThisWay);
        }

        return $this->bound($aim, $target);
    }

    private function bound(Aim $aim, int $target): Verdict
    {
        if ($target < $this->floor) {
            return match ($this->rule->belowFloor) {
                BelowFloor::Hold => $this->hold(Reason::BelowFloor, Phrase::BelowFloorStays),
                BelowFloor::Floor => $this->settle($this->bind('floor'), $aim->reason),
                BelowFloor::Ceiling => $this->settle($this->bind('ceiling'), $aim->reason),
                BelowFloor::NextRival => $this->follow($this->nextRival((int) $aim->reference), isFirst: false),
            };
        }
        if ($target > $this->ceiling) {
            return match ($this->rule->aboveCeiling) {
                AboveCeiling::Hold => $this->hold(Reason::AboveCeiling, Phrase::AboveCeilingStays),
                AboveCeiling::Ceiling => $this->settle($this->bind('ceiling'), $aim->reason),
            };
        }
        $this->trail?->add('within_limits', Phrase::WithinLimits);

        return $this->settle($target, $aim->reason);
    }

    private function nextRival(int $reference): Aim
    {
        $kind = $this->rule->kind;

        return $kind instanceof CompetitiveRule
            ? $kind->nextRival($reference, $this->listing, $this->field, $this->limits, $this->trail)
            : Aim::keep(Reason::NoRivals);
    }

    private function hold(Reason $reason, Phrase $says): Verdict
    {
        $this->trail?->add('within_limits', $says);

        return $this->stay(Outcome::Keep, $reason);
    }

    /** Nothing keeps a price outside its limits: there it is moved to the nearest one instead. */
    private function stay(Outcome $outcome, Reason $reason): Verdict
    {
        if ($this->isWithinLimits) {
            return new Verdict($outcome, $reason);
        }
        $nearest = $this->clamp($this->listing->price);

        return $this->settle($nearest, $this->atLimit());
    }

    private function clamp(int $price): int
    {
        return match (true) {
            $price < $this->floor => $this->bind('floor'),
            $price > $this->ceiling => $this->bind('ceiling'),
            default => $price,
        };
    }

    private function bind(string $by): int
    {
        $this->boundBy = $by;
        $limit = $by === 'floor' ? $this->floor : $this->ceiling;
        $this->trail?->add(
            'within_limits',
            $by === 'floor'
                ? Phrase::FloorBinds->with(['term' => $this->limits->floorSays($this->listing) ?? ''])
                : Phrase::CeilingBinds->with(['term' => $this->limits->ceilingSays($this->listing) ?? '']),
            [$by => $limit],
        );

        return $limit;
    }

    private function atLimit(): Reason
    {
        return $this->boundBy === 'floor' ? Reason::AtFloor : Reason::AtCeiling;
    }

    private function settle(int $price, Reason $reason): Verdict
    {
        $price = $this->endWell($price) ?? $this->meetFloorTerms($price);
        if ($price > $this->ceiling) {
            $this->trail?->add('floor_terms', Phrase::NoPriceHolds);

            return new Verdict(Outcome::Blocked, Reason::NoValidPrice);
        }
        if ($price === $this->listing->price) {
            $this->trail?->add('result', Phrase::AlreadyThere);

            return new Verdict(Outcome::Keep, Reason::AlreadyThere);
        }
        if ($this->boundBy !== null && $reason !== Reason::NoRivals) {
            $reason = $this->atLimit();
        }

        return $this->brake($price, $reason);
    }

    /** The neighbouring price with a wanted ending that meets every floor term, if there is one. */
    private function endWell(int $price): ?int
    {
        if ($this->rule->ending === null) {
            return null;
        }
        foreach ($this->rule->ending->neighbours($price) as $neighbour) {
            if (
                $neighbour >= $this->floor &&
                $neighbour <= $this->ceiling &&
                $this->limits->allow($neighbour, $this->listing->earnings)
            ) {
                $this->trail?->add(
                    'ending',
                    $neighbour === $price
                        ? Phrase::EndsAsWanted
                        : Phrase::ToWantedEnding,
                    ['price' => $neighbour],
                );
                $this->trail?->add('floor_terms', Phrase::FloorTermsHold, ['price' => $neighbour]);

                return $neighbour;
            }
        }
        $this->trail?->add(
            'ending_skipped',
            Phrase::NoWantedEnding,
            ['price' => $price],
        );

        return null;
    }

    /** Fees with steps, and rounding, can make a price above the floor earn less than one below it. */
    private function meetFloorTerms(int $price): int
    {
        $earnings = $this->listing->earnings;
        if ($this->limits->allow($price, $earnings)) {
            $this->trail?->add('floor_terms', Phrase::FloorTermsHold, ['price' => $price]);

            return $price;
        }
        $next = $this->limits->nextAllowed($price, $earnings);
        $this->trail?->add('floor_terms', Phrase::UpToFloorTerms, ['price' => $next]);

        return $next;
    }

    private function brake(int $price, Reason $reason): Verdict
    {
        $brakes = $this->rule->brakes;
        $now = $this->listing->price;
        if ($this->isWithinLimits && $brakes->areTooCoarse($now, $price)) {
            $this->trail?->add('brakes', Phrase::MoveTooSmall, ['move' => $price - $now]);

            return new Verdict(Outcome::Keep, Reason::MinMove);
        }
        if ($brakes->hold($now, $price)) {
            $capped = $brakes->capped($now, $price);
            if (
                $capped === null ||
                $capped < $this->floor ||
                $capped > $this->ceiling ||
                ! $this->limits->allow($capped, $this->listing->earnings)
            ) {
                $this->trail?->add('brakes', Phrase::MoveTooLarge->with(['percent' => (string) $brakes->maxMove]), [
                    'price' => $price,
                ]);

                return new Verdict(Outcome::Review, Reason::MaxMove, $price);
            }
            $this->trail?->add('brakes', Phrase::MoveCapped->with(['percent' => (string) $brakes->maxMove]), ['price' => $capped]);
            $price = $capped;
            $reason = Reason::Capped;
        } else {
            $this->trail?->add('brakes', Phrase::NoBrake);
        }

        return $this->approve($price, $reason);
    }

    private function approve(int $price, Reason $reason): Verdict
    {
        if ($this->rule->approval->isNeeded($this->listing->price, $price)) {
            $this->trail?->add('approval', Phrase::AsksFirst, ['price' => $price]);

            return new Verdict(Outcome::Review, Reason::Approval, $price);
        }
        $this->trail?->add('approval', Phrase::DoesNotAsk);
        $this->trail?->add('result', Phrase::NewPrice, ['price' => $price]);

        return new Verdict(Outcome::Change, $reason, $price);
    }

    private function tellField(Trail $trail): void
    {
        $seen = $this->request->offers->count;
        $field = $this->field;
        $trail->add(
            'field',
            match ($seen) {
                0 => Phrase::NoOffers,
                1 => Phrase::OneOffer->with(['counted' => $field->size()]),
                default => Phrase::Offers->with(['seen' => $seen, 'counted' => $field->size()]),
            },
        );
    }

    private function tellCost(Trail $trail): void
    {
        $earnings = $this->listing->earnings;
        $converted = $earnings->converted;
        if ($converted === null) {
            return;
        }
        $rate = $converted->conversion->rate;
        $trail->add(
            'cost',
            Phrase::CostConverted->with([
                'cost' => $rate->from->format($converted->given),
                'from' => $rate->from->code,
                'rate' => (string) $rate,
                'to' => $rate->to->code,
                'day' => gmdate('Y-m-d', $rate->day * 86_400),
                'source' => $rate->source,
                'margin' => (string) $converted->conversion->margin,
            ]),
            ['cost' => (int) $earnings->totalCost],
        );
    }

    private function tellLimits(Trail $trail): void
    {
        $limits = $this->limits;
        $listing = $this->listing;
        $figures = [];
        if ($limits->floor !== null) {
            $figures['floor'] = $limits->floor;
        }
        if ($limits->ceiling !== null) {
            $figures['ceiling'] = $limits->ceiling;
        }
        $trail->add(
            'limits',
            match ($limits->problem) {
                Reason::CostMissing => Phrase::CostUnknown,
                Reason::RateMissing => Phrase::NoRate,
                Reason::AmountMissing => Phrase::NoAmount->with(['currency' => $listing->currency->code]),
                Reason::FloorUnreachable => Phrase::FloorUnreachable,
                Reason::FloorMissing => Phrase::NoFloor,
                Reason::CeilingMissing => Phrase::NoCeiling,
                Reason::LimitsConflict => Phrase::FloorAboveCeiling,
                default => Phrase::LimitsAre->with([
                    'floor' => $limits->floorSays($listing) ?? '',
                    'ceiling' => $limits->ceilingSays($listing) ?? '',
                ]),
            },
            $figures,
        );
    }
}
