<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Price\Claims;

use Wrasse\Core\Reading\Price\Amount;
use Wrasse\Core\Reading\Price\Role;
use Wrasse\Core\Reading\Price\Sentence;

/** What comes on top of a price or is taken off it: shipping, deposits, savings. */
final readonly class Extras implements Claim
{
    /** Named behind their amount or before it. */
    private const ON_TOP = '(?:shipping(?: costs?)?|delivery|postage|p ?& ?p|versand\w*|liefer\w*|porto|livraison|frais de port|exp(?:é|e)dition|env(?:í|i)o|gastos de env(?:í|i)o|spedizione|spese di spedizione|consegna|verzend\w*|bezorg\w*|dostaw\w*|wysy(?:ł|l)k\w*|pfand|einwegpfand|mehrwegpfand|deposit|consigne|statiegeld|kaucj\w*|cauzione|vuoto|dep(?:ó|o)sito|handling|aufpreis|surcharge|supplement|gebühr\w*|bearbeitung\w*|handling fee|fee|(?:é|e)co-?part\w*|copie priv(?:é|e)e)(?!\p{L})';

    private const SAVED = '(?:you save|save(?:s|d)?|saving\w*|spar\w*|gespart|ersparnis|(?:é|e)conomi\w*|ahorr\w*|risparmi\w*|bespaar\w*|besparing|oszcz(?:ę|e)d\w*|rabatt?|discount|remise|r(?:é|e)duction|descuento|sconto|korting|zni(?:ż|z)k\w*|coupon|voucher|gutschein\w*|cashback|minus)(?!\p{L})';

    private const OFF = '(?:off|discount|rabatt?|gespart|sparen|korting|(?:de )?remise|(?:de )?r(?:é|e)duction|(?:de )?descuento|(?:di )?sconto|taniej|rabatu|g(?:ü|ue)nstiger|billiger|less|cashback|gutschein|voucher|coupon)(?!\p{L})';

    /** Another amount, or none at all, is what it costs. */
    private const NOT_ITS_OWN = '(?! ?(?:costs? |only |nur )?(?:ab |from |von |:|=)? ?N)(?! ?(?:gratuit|offert|gratis|kostenlos|free|includ|inclu|inkl|inbegrepen|za darmo|darmow))(?! (?:am|bis|on|by|in|le|el|il|op|w|within|innerhalb|until|before|between|zwischen) )';

    /** From so much on something comes free. */
    private const THRESHOLD = '(?:ab|from|over|above|on orders over|orders over|when you spend|bei|ab einem|einkaufswert|bestellwert|d(?:è|e)s|à partir de|a partir de|desde|da|oltre|vanaf|boven|od|powy(?:ż|z)ej)';

    /** What else can be bought with it, or is given back for it. */
    private const BESIDE = '(?:gift ?wrap\w*|geschenk\w*|emballage cadeau|warrant\w*|guarantee|garantie\w*|garant(?:í|i)a|garanzia|gwarancj\w*|insurance|versicherung|schutzbrief|assurance|seguro|assicurazione|verzekering|ubezpieczeni\w*|worth|im wert von|d\'une valeur de|valeur|por valor de|del valore di|ter waarde van|o warto(?:ś|s)ci|points?|punkte|cashback|trade-?in|installation|montage\w*|aufbau\w*|altger(?:ä|ae)t\w*|entsorgung\w*|recycling|removal|assembly|fitting)';

    private const CODE = '(?:code|coupon|voucher|gutschein\w*|promo ?code|kod|c(?:ó|o)digo|codice)';

    /** How much more one has to buy. */
    private const MORE = '(?:spend|add|noch|nur noch|plus que|encore|ajoutez|te faltan|a(?:ñ|n)ade|mancano|aggiungi|nog|brakuje|dodaj)';

    /** Only for some. */
    public const MEMBERS = '(?:members?|club|prime|plus|card ?holders?|loyalty|mitglieder\w*|kundenkarte\w*|clubpreis|vip|abo|sparabo|subscribers?|subscribe(?: (?:&|and) save)?|abonn\w*|socios?|soci|leden|klubow\w*)';

    public function on(Sentence $sentence): void
    {
        foreach ($sentence->amounts as $amount) {
            if ($amount->isNegative && $amount->role === Role::Plain) {
                $amount->role = Role::Other;
            }
        }
        foreach (
            [
                '(?<!\p{L})'.self::BESIDE.'[^N.;|]{0,12}?(?<amount>N)',
                '(?<!\p{L})'.self::CODE.' [\p{L}\d-]{0,20}[: ]*(?<amount>N)',
                '(?<!\p{L})'.self::MORE.'[^N.;|]{0,10}?(?<amount>N)[^N.;|]{0,30}?(?:free|kostenlos\w*|versandkostenfrei\w*|gratuit\w*|gratis|offert\w*|darmow\w*)',
                '\p{L} ?\+ ?(?<amount>N)',
                self::ON_TOP.'[^N.;|]{0,12}?(?<!\p{L})'.self::THRESHOLD.' (?:[^N.;|]{0,15})?(?<amount>N)',
                '(?<!\p{L})'.self::MEMBERS.'(?: (?:price|only|preis|pay|zahlen|prix|precio|prezzo|prijs|cena))?[ :]*(?<amount>N)',
                '(?<amount>N) (?:for|f(?:ü|ue)r|pour|para|per|voor|dla|with|mit) '.self::MEMBERS,
                '(?<amount>N) ?(?:for |f(?:ü|ue)r |de |di |van |na |za |d\'|d’)?'.self::ON_TOP.self::NOT_ITS_OWN,
                '(?<!'.'free )(?<!gratis )(?<!kostenloser )'.self::ON_TOP.'(?: (?:costs?|only|nur|ab|from|von|of|de|di|cost))?[ :=+(]*(?<amount>N)',
                '(?<amount>N) ?'.self::OFF,
                self::SAVED.'(?: (?:up to|bis zu|jusqu\'à|hasta|fino a|tot|do|now|jetzt|sie|of|de|di|von|van|dir))*[ :=(]*(?<amount>N)',
            ] as $pattern
        ) {
            foreach ($sentence->find($pattern) as ['amount' => $amount]) {
                if ($amount instanceof Amount && $amount->role === Role::Plain) {
                    $amount->role = Role::Other;
                }
            }
        }
    }
}
