<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

/** A recipe for a price: a kind, and what is common to all kinds. */
final readonly class Rule
{
    public Approval $approval;

    public function __construct(
        public RuleKind $kind,
        public Direction $direction = Direction::Both,
        public BelowFloor $belowFloor = BelowFloor::Floor,
        public AboveCeiling $aboveCeiling = AboveCeiling::Ceiling,
        public ?Ending $ending = null,
        public bool $repriceOnPromotion = true,
        public Brakes $brakes = new Brakes(),
        ?Approval $approval = null,
    ) {
        $this->approval = $approval ?? Approval::auto();
    }
}
