<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

/** Which of the neighbouring prices with a wanted ending is preferred. */
enum EndingRound: string
{
    case Down = 'down';
    case Up = 'up';
    case Nearest = 'nearest';
}
