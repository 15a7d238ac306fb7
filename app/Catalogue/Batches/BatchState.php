<?php

declare(strict_types=1);

namespace App\Catalogue\Batches;

enum BatchState: string
{
    case Planning = 'planning';
    case Planned = 'planned';
    case Applying = 'applying';
    case Applied = 'applied';
    case Undoing = 'undoing';
    case Undone = 'undone';
    case Failed = 'failed';

    public function isWorking(): bool
    {
        return in_array($this, [self::Planning, self::Applying, self::Undoing], true);
    }
}
