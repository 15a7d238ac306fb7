<?php

declare(strict_types=1);

namespace Wrasse\Core\Decision;

use Wrasse\Core\Limits\Limit;
use Wrasse\Core\Limits\Limits;
use Wrasse\Core\Market\Field;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Rule\AboveCeiling;
use Wrasse\Core\Rule\Aim;
use Wrasse\Core\Rule\BelowFloor;
use Wrasse\Core\Rule\Rule;

/** One decision in the making: the steps in their order, each ending it or handing on to the next. */
final class Evaluation
{
    private readonly Listing $listing;

    private readonly Rule $rule;

    private readonly Trail $trail;

    private readonly Field $field;

    private readonly Limits $limits;

    private ?int $target = null;

    private ?string $boundBy = null;

    private function __construct(private readonly Request $request)
    {
        $this->listing = $request->listing;
        $this->rule = $request->rule;
        $this->trail = new Trail;
        $this->field = $this->field();
        $this->limits = $this->limits();
    }

    public static function of(Request $request): Decision
    {
        return (new self($request))->decide();
    }

    private function decide(): Decision
    {
        $floor = $this->limits->floor;
        $ceiling = $this->limits->ceiling;
        if ($this->limits->problem !== null || $floor === null || $ceiling === null) {
            return $this->end(Outcome::Blocked, $this->limits->problem ?? 'limits_conflict');
        }
        $ineligible = $this->ineligible();
        if ($ineligible !== null) {
            return $this->end(Outcome::Skipped, $ineligible);
        }
        $aim = $this->rule->kind->aim($this->listing, $this->field, $ceiling, $this->trail);
        if ($aim->target === null) {
            return $this->keepWithinLimits($aim->reason, $floor, $ceiling);
        }
        $this->target = $aim->target;

        return $this->direct($aim, $floor, $ceiling);
    }

    private function field(): Field
    {
        $kind = $this->rule->kind;
        $field = Field::of($this->request->offers, $this->listing, $kind->filter(), $kind->basis(), $this->request->now);
        $seen = count($this->request->offers);
        $this->trail->add('field', match ($seen) {
            0 => 'No offers',
            1 => "1 offer, {$field->size()} counts",
            default => "{$seen} offers, {$field->size()} count",
        });

        return $field;
    }

    private function limits(): Limits
    {
        $limits = $this->request->limits->solve($this->listing);
        $says = match ($limits->problem) {
            'cost_missing' => 'The cost is not known, so there is no floor',
            'floor_unreachable' => 'No price earns what the floor asks for',
            'floor_missing' => 'There is no floor',
            'ceiling_missing' => 'There is no ceiling',
            'limits_conflict' => 'The floor is above the ceiling',
            default => "Floor: {$limits->floor?->binds}; ceiling: {$limits->ceiling?->binds}",
        };
        $this->trail->add('limits', $says, array_filter(
            ['floor' => $limits->floor?->price, 'ceiling' => $limits->ceiling?->price],
            fn (?int $amount) => $amount !== null,
        ));

        return $limits;
    }

    private function ineligible(): ?string
    {
        $reason = match (true) {
            $this->listing->stock !== null && $this->listing->stock <= 0 => 'out_of_stock',
            $this->listing->onPromotion && ! $this->rule->repriceOnPromotion => 'promotion',
            default => null,
        };
        $this->trail->add('eligibility', match ($reason) {
            'out_of_stock' => 'Out of stock; nothing to price',
            'promotion' => 'On promotion; the rule leaves it alone',
            default => 'May be repriced now',
        });

        return $reason;
    }

    private function direct(Aim $aim, Limit $floor, Limit $ceiling): Decision
    {
        if ($aim->withoutRivals()) {
            return $this->finish($this->clamp((int) $aim->target, $floor, $ceiling), $aim->reason);
        }
        $target = (int) $aim->target;
        if (! $this->rule->direction->allows($this->listing->price, $target)) {
            $this->trail->add('direction', 'The rule moves prices only '.($target < $this->listing->price ? 'up' : 'down'));

            return $this->keepWithinLimits('direction', $floor, $ceiling);
        }
        $this->trail->add('direction', 'The rule may move the price this way');

        if ($target < $floor->price) {
            return match ($this->rule->belowFloor) {
                BelowFloor::Hold => $this->hold('below_floor', $floor, $ceiling),
                BelowFloor::Floor => $this->finish($this->bind('floor', $floor), $aim->reason),
                BelowFloor::Ceiling => $this->finish($this->bind('ceiling', $ceiling), $aim->reason),
            };
        }
        if ($target > $ceiling->price) {
            return match ($this->rule->aboveCeiling) {
                AboveCeiling::Hold => $this->hold('above_ceiling', $floor, $ceiling),
                AboveCeiling::Ceiling => $this->finish($this->bind('ceiling', $ceiling), $aim->reason),
            };
        }
        $this->trail->add('within_limits', 'Between floor and ceiling');

        return $this->finish($target, $aim->reason);
    }

    private function hold(string $reason, Limit $floor, Limit $ceiling): Decision
    {
        $this->trail->add('within_limits', $reason === 'below_floor' ? 'That is under the floor; the price stays' : 'That is over the ceiling; the price stays');

        return $this->keepWithinLimits($reason, $floor, $ceiling);
    }

    private function bind(string $by, Limit $limit): int
    {
        $this->boundBy = $by;
        $this->trail->add('within_limits', ucfirst($by)." binds: {$limit->binds}", [$by => $limit->price]);

        return $limit->price;
    }

    private function clamp(int $price, Limit $floor, Limit $ceiling): int
    {
        return match (true) {
            $price < $floor->price => $this->bind('floor', $floor),
            $price > $ceiling->price => $this->bind('ceiling', $ceiling),
            default => $price,
        };
    }

    /** Nothing keeps a price outside its limits: there it is moved to the nearest one instead. */
    private function keepWithinLimits(string $reason, Limit $floor, Limit $ceiling): Decision
    {
        $nearest = $this->clamp($this->listing->price, $floor, $ceiling);

        return $nearest === $this->listing->price
            ? $this->end(Outcome::Keep, $reason)
            : $this->finish($nearest, $reason, movedToLimit: true);
    }

    private function finish(int $price, string $reason, bool $movedToLimit = false): Decision
    {
        $price = $this->meetEveryFloorTerm($price);
        if ($price === null) {
            return $this->end(Outcome::Blocked, 'no_valid_price');
        }
        if ($price === $this->listing->price) {
            $this->trail->add('result', 'The price is there already');

            return $this->end(Outcome::Keep, 'already_there');
        }
        if ($this->boundBy !== null && ($movedToLimit || $reason !== 'no_rivals')) {
            $reason = "at_{$this->boundBy}";
        }
        $this->trail->add('result', 'New price', ['price' => $price]);

        return $this->end(Outcome::Change, $reason, $price);
    }

    /** Fees with steps, and rounding, can make a price above the floor earn less than one below it. */
    private function meetEveryFloorTerm(int $price): ?int
    {
        $ceiling = $this->limits->ceiling->price ?? 0;
        for ($next = $price; $next <= $ceiling; $next++) {
            if ($this->request->limits->floorHolds($this->listing, $next)) {
                $this->trail->add('floor_terms', $next === $price ? 'Every floor term holds' : 'Moved up until every floor term holds', ['price' => $next]);

                return $next;
            }
        }
        $this->trail->add('floor_terms', 'No price up to the ceiling meets every floor term');

        return null;
    }

    private function end(Outcome $outcome, string $reason, ?int $price = null): Decision
    {
        return new Decision(
            $this->listing, $outcome, $reason, $price, $this->limits, $this->target, $this->boundBy, $this->field, $this->trail->steps(),
        );
    }
}
