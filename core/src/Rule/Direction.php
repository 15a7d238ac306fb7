<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

enum Direction: string
{
    case Both = 'both';
    case UpOnly = 'up_only';
    case DownOnly = 'down_only';

    public function allows(int $from, int $to): bool
    {
        return match ($this) {
            self::Both => true,
            self::UpOnly => $to >= $from,
            self::DownOnly => $to <= $from,
        };
    }
}
