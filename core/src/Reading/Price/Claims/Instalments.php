<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Price\Claims;

use Wrasse\Core\Reading\Price\Amount;
use Wrasse\Core\Reading\Price\Role;
use Wrasse\Core\Reading\Price\Sentence;

/** "29,90 € / Monat", "3 x 9,99 €", "in 4 Raten zu 10 €": paid more than once. */
final readonly class Instalments implements Claim
{
    private const PERIOD = '(?:months?|mo|mth|mths|monate?n?|mtl|mois|mes(?:es)?|mese|mesi|maand(?:en)?|miesi(?:ą|a)c\w*|mies|mc|weeks?|wk|woche|semaine|semana|settimana|week|tydzie\w*|tydz|years?|yr|jahr|ans?|année|año|anno|jaar|rok|day|tag|jour|d[ií]a|giorno|dag|dzie(?:ń|n)|night|nacht|nuit|noche|notte)(?!\p{L})';

    private const REGULARLY = '(?:monthly|weekly|yearly|annually|monatlich\w*|mtl|w(?:ö|oe)chentlich|j(?:ä|ae)hrlich|mensuel\w*|mensual\w*|mensil\w*|al mese|maandelijks|miesi(?:ę|e)cznie|p\.?m\.?)(?!\p{L})';

    private const PARTS = '(?:(?:monthly |monatliche[n]? |interest[- ]free |zinsfreie[n]? )?(?:instal?lments?|payments?|raten|monatsraten|rates?|mensualit(?:é|e)s|versements|fois|cuotas|plazos|pagos|rate|termijnen|betalingen|raty|rat))(?!\p{L})';

    public function on(Sentence $sentence): void
    {
        foreach (
            [
                '(?<count>N) ?(?:'.self::PERIOD.' ?)?x ?(?:of |à |a |de |je |von |da |di |po )?(?<amount>N)',
                '(?<count>N) '.self::PARTS.'[^N.;|]{0,12}?(?<amount>N)',
                '(?<amount>N) ?(?:\/|per|pro|je|par|por|al|alla|a|an|each|every|p\.|op|na|im|le|la) ?'.self::PERIOD,
                '(?<amount>N) ?(?:\(|,)? ?'.self::REGULARLY,
                self::REGULARLY.'\.?[^N.;|]{0,12}?(?<amount>N)',
                '(?:instal?lments? (?:of|from)|monatsrate|rate ab|finanzierung)[^N.;|]{0,12}?(?<amount>N)',
            ] as $pattern
        ) {
            foreach ($sentence->find($pattern) as $found) {
                $count = $found['count'] ?? null;
                $amount = $found['amount'] ?? null;
                if (! $amount instanceof Amount || $amount->role !== Role::Plain) {
                    continue;
                }
                // "20 x 30 cm" is a size.
                if ($count instanceof Amount && ($count->mark !== null || ! $count->isWhole() || ! $amount->looksLikePrice())) {
                    continue;
                }
                if ($count instanceof Amount) {
                    $count->role = Role::Other;
                }
                $amount->role = Role::Instalment;
            }
        }
    }
}
