<?php

declare(strict_types=1);

namespace App\Support\Messages;

/** An exception whose reason is for a person to read. */
interface SaysMessage
{
    public function said(): Message;
}
