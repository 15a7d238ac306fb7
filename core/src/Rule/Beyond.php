<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

/** What becomes of a move larger than the brake allows. */
enum Beyond: string
{
    case Review = 'review';
    case Cap = 'cap';
}
