<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Price\Claims;

use Wrasse\Core\Reading\Price\Amount;
use Wrasse\Core\Reading\Price\Role;
use Wrasse\Core\Reading\Price\Sentence;

/** Numbers without a currency that measure or count something: "0,75 l", "2 pieces", "3 days", "2 for £5". */
final readonly class Sizes implements Claim
{
    private const UNITS = '(?:mg|kg|gr?|ml|cl|dl|l|ltr|lit(?:er|re)s?|cm|mm|km|m|m²|w|kw|v|gb|tb|mah|zoll|inch|in|oz|lbs?|ft|"|pcs|pieces?|pc|st(?:ü|ue)cke?|stk|pack(?:s|ung(?:en)?)?|szt|pièces?|unidades|uds?|pezzi|pz|stuks|sets?|er|tlg|teilig|days?|tage?n?|werktage?n?|jours|d[ií]as|giorni|dagen|dni|hours?|stunden|h|min|jahre?|years?|ans|monate?|months?|stars?|sternen?|étoiles|estrellas|stelle|sterren|gwiazdek|reviews|bewertungen)(?!\p{L})';

    public function on(Sentence $sentence): void
    {
        foreach (
            [
                '(?:ab|from|(?:à|a) partir d[ae]|desde|da|vanaf|od) (?<size>N) ?'.self::UNITS.' ?(?:je|each|à|per|nur|only|:)? ?(?<bundle>N)',
                '(?<size>N) ?[-–]? ?(?<other>N)? ?'.self::UNITS,
                '(?<size>N) ?\+ ?(?<bundle>N)',
                '(?<size>N) (?:von|out of|of|sur|de|di|van|z) (?<other>N) ?'.self::UNITS,
                '(?<size>N) ?(?:for|f(?:ü|ue)r|pour|por|per|voor|za|zum preis von|au prix de) ?(?<bundle>N)',
                '(?:buy|kaufe?|achetez|compra|kup) (?<size>N)',
                '(?<size>N) ?x ?(?<other>N) ?(?:x ?(?<third>N))? ?(?:cm|mm|m|kg|g|ml|cl|l)(?!\p{L})',
                '(?:no|nr|art|item|sku|ean|gtin|article|artikel|model|modell|ref)\.?[ .:#-]*(?:no|nr|nummer|number)?[ .:#-]*(?<size>N)',
            ] as $pattern
        ) {
            foreach ($sentence->find($pattern) as $found) {
                $size = $found['size'] ?? null;
                if (! $size instanceof Amount || $size->mark !== null || $size->role !== Role::Plain) {
                    continue;
                }
                if (isset($found['bundle']) && ! $size->isWhole()) {
                    continue;
                }
                foreach ($found as $one) {
                    if ($one instanceof Amount && $one->role === Role::Plain && ($one->mark === null || $one === ($found['bundle'] ?? null))) {
                        $one->role = Role::Other;
                    }
                }
            }
        }
    }
}
