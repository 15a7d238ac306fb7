<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching;

use function array_diff;
use function array_intersect;

/** How what two products say about one thing stands to each other. */
enum Agreement: string
{
    case Equal = 'equal';
    /** Only one says something, or one says more: whether it differs cannot be known. */
    case OneSided = 'one_sided';
    case Differs = 'differs';

    /**
     * Of two sets of values with the same meanings.
     *
     * @param  list<string>  $ours
     * @param  list<string>  $theirs
     */
    public static function ofSets(array $ours, array $theirs): ?self
    {
        if ($ours === [] && $theirs === []) {
            return null;
        }
        if (array_diff($ours, $theirs) === [] && array_diff($theirs, $ours) === []) {
            return self::Equal;
        }

        return $ours === [] || $theirs === [] || array_intersect($ours, $theirs) !== [] ? self::OneSided : self::Differs;
    }
}
