<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching\Distinctions;

use Wrasse\Core\Matching\Agreement;
use Wrasse\Core\Matching\TitleText;

/** Something that the same product cannot have in two ways. */
interface Distinction
{
    /** As reasons name it. */
    public function kind(): string;

    /** @return list<string> what the title says of it, in words that compare; it is taken out of the title */
    public function takenFrom(TitleText $title): array;

    /**
     * @param  list<string>  $ours
     * @param  list<string>  $theirs
     * @return Agreement|null null: neither says anything
     */
    public function agreement(array $ours, array $theirs): ?Agreement;
}
