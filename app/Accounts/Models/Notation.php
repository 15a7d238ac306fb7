<?php

declare(strict_types=1);

namespace App\Accounts\Models;

/** How figures, days and times are written for a workspace: locales as BCP 47 names them. */
enum Notation: string
{
    case BritishEnglish = 'en-GB';
    case AmericanEnglish = 'en-US';
    case German = 'de-DE';
    case AustrianGerman = 'de-AT';
    case SwissGerman = 'de-CH';
    case French = 'fr-FR';
    case Dutch = 'nl-NL';
    case Italian = 'it-IT';
    case Spanish = 'es-ES';
    case Polish = 'pl-PL';
    case Swedish = 'sv-SE';
}
