<?php

declare(strict_types=1);

namespace App\Alerts\Models;

/** How messages get to where they go. */
enum DestinationKind: string
{
    case Email = 'email';
    /** A room of a chat, by its incoming webhook. */
    case Chat = 'chat';
    /** A program, by messages signed as the Standard Webhooks specification says. */
    case Webhook = 'webhook';
}
