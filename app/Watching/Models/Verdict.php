<?php

declare(strict_types=1);

namespace App\Watching\Models;

/** What a reading is good for. */
enum Verdict: string
{
    /** Its watch is not confirmed yet. */
    case New = 'new';
    case Good = 'good';
    /** Not used until another reading, or a person, says the same. */
    case Doubtful = 'doubtful';
    /** No price came of it. */
    case Failed = 'failed';
    /** A person said so. */
    case Wrong = 'wrong';
}
