<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Price\Claims;

use Wrasse\Core\Reading\Price\Amount;
use Wrasse\Core\Reading\Price\Role;
use Wrasse\Core\Reading\Price\Sentence;

/** "up to £15.99", "over £50", "ca. 12 €": about a price, and not one. */
final readonly class Bounds implements Claim
{
    private const WORDS = '(?:up to|at most|max|maximal|maximum|h(?:ö|oe)chstens|bis(?: zu)?|under|unter|below|less than|over|(?:ü|ue)ber|above|more than|mindestens|at least|min|minimum|approx|approximately|about|around|ca|circa|etwa|ungef(?:ä|ae)hr|environ|env|jusqu\'(?:à|a)|moins de|plus de|hasta|menos de|m(?:á|a)s de|aprox|fino a|meno di|pi(?:ù|u) di|tot|maximaal|minimaal|ongeveer|powy(?:ż|z)ej|poni(?:ż|z)ej|oko(?:ł|l)o|do)';

    public function on(Sentence $sentence): void
    {
        foreach ($sentence->find('(?<!\p{L})'.self::WORDS.'\.?[ :]*(?<amount>N)') as ['amount' => $amount]) {
            if ($amount instanceof Amount && $amount->role === Role::Plain) {
                $amount->role = Role::Other;
            }
        }
    }
}
