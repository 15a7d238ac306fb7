<?php

declare(strict_types=1);

namespace App\Watching\Imports;

use App\Catalogue\Imports\ImportColumns;

/** What the columns of a file of pages can hold, and what they are usually called. The first name is the one we write. */
final readonly class WatchColumns
{
    public const NAMES = [
        'url' => ['Address', 'url', 'page', 'link', 'web address', 'adresse'],
        'sku' => ImportColumns::NAMES['sku'],
        'channel' => ImportColumns::NAMES['channel'],
        'variant' => ['Variant', 'variante', 'option'],
        'note' => ['Note', 'notes', 'remark', 'comment', 'notiz'],
        'interval' => ['Interval', 'schedule', 'how often', 'intervall'],
        'active_until' => ['Active until', 'until', 'valid until', 'end', 'end date', 'bis'],
    ];
}
