<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

/** What sets off a decision. Changes to many listings have the name of the bulk edit as their cause. */
final readonly class Cause
{
    public const MARKET = 'market';

    public const HAND = 'hand';

    /** A person let a run go on that a brake had stopped. */
    public const RELEASED = 'released';

    public const APPROVAL = 'approval';

    public const STOCK = 'stock';

    /** Its price no longer held when it was about to leave. */
    public const LAST_LOOK = 'last_look';

    /** Those that are not held up by the times of a rule. */
    public const BY_PERSON = [self::HAND, self::RELEASED, self::APPROVAL];

    /** Those after which big moves are sent though a brake holds the rule: a person has looked. */
    public const LOOKED_AT = [self::RELEASED, self::APPROVAL];
}
