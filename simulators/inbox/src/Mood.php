<?php

declare(strict_types=1);

namespace Simulators\Inbox;

/** How the servers of the mailbox feel. */
enum Mood: string
{
    case Well = 'well';
    /** Nobody answers. */
    case Down = 'down';
    /** Every answer takes its time. */
    case Slow = 'slow';
    /** Mail from somebody new is taken at the second attempt only. */
    case Greylisting = 'greylisting';
    /** Nothing is taken. */
    case Refusing = 'refusing';
    /** What was sent is kept, but the line is cut before that is said. */
    case Cutting = 'cutting';
}
