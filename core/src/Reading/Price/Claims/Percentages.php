<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Price\Claims;

use Wrasse\Core\Reading\Price\Amount;
use Wrasse\Core\Reading\Price\Role;
use Wrasse\Core\Reading\Price\Sentence;

/** "20 %", "-15 percent". */
final readonly class Percentages implements Claim
{
    public function on(Sentence $sentence): void
    {
        foreach ($sentence->find('(?<part>N) ?(?:%|percent|prozent|pour ?cent|por ciento|per cento|procent)') as ['part' => $part]) {
            if ($part instanceof Amount) {
                $part->role = Role::Other;
            }
        }
    }
}
