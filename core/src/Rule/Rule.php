<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

/** A recipe for a price: a kind, and what is common to all kinds. */
final readonly class Rule
{
    public function __construct(
        public RuleKind $kind,
        public Direction $direction = Direction::Both,
        public BelowFloor $belowFloor = BelowFloor::Floor,
        public AboveCeiling $aboveCeiling = AboveCeiling::Ceiling,
        public bool $repriceOnPromotion = true,
    ) {
    }
}
