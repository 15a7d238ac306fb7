<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Price\Claims;

use Wrasse\Core\Reading\Price\Amount;
use Wrasse\Core\Reading\Price\Role;
use Wrasse\Core\Reading\Price\Sentence;

/** "was 15.99 now 12.99", "statt 15,99 € nur 12,99 €", "RRP £20 £15". */
final readonly class OldPrices implements Claim
{
    private const RECOMMENDED = '(?:r\.?r\.?p|m?\.?s\.?r\.?p|uvp\w*|uvp des herstellers|upe|list(?:en)? ?-?(?:price|preis)|list|recommended(?: retail)? price|suggested(?: retail)? price|retail(?: price)?|unverb\w*\.? ?preisempf\w*|empf\w*\.? (?:verkaufs)?preis|prix (?:public(?: conseill(?:é|e))?|conseill(?:é|e)|catalogue)|pvpr?|p\.v\.p\.?r?|precio (?:recomendado|de lista)|prezzo (?:di listino|consigliato)|listino|adviesprijs|catalogusprijs|cena (?:sugerowana|katalogowa|detaliczna))';

    private const WAS = '(?:was|were|statt|anstatt|anstelle von|vorher\w*|zuvor|bisher\w*|fr(?:ü|ue)her\w*|urspr(?:ü|ue)nglich\w*|alter preis|altpreis|ehem\w*|instead of|before|previously|previous price|formerly|originally|original(?: price)?|old price|regular(?:ly)?(?: price)?|reg|normal(?: ?price|preis|erweise)?|regul(?:ä|ae)r\w*(?: preis)?|compare(?: at)?(?: price)?|au lieu de|avant|ancien prix|prix (?:normal|habituel|de r(?:é|e)f(?:é|e)rence|barr(?:é|e)|initial|d\'origine)|antes|en vez de|en lugar de|precio (?:anterior|habitual|original|normal)|invece (?:di|che)|anzich(?:é|e)|prima|prezzo (?:precedente|originale|pieno)|era|in plaats van|voorheen|normaal|eerder|oude prijs|zamiast|przedtem|wcze(?:ś|s)niej|by(?:ł|l)o|poprzednia cena|cena (?:poprzednia|regularna|przed)|stara cena|regularna)';

    private const NOW = '(?:now|current(?: price)?|aktuell\w*|nur(?: noch| jetzt)?|jetzt|only|sale(?: price)?|special(?: price| offer)?|angebot\w*|aktions?-?(?:preis)?|sonderpreis|heute|today|our price|unser preis|your price|ihr preis|dein preis|deal(?: price)?|reduced(?: to)?|reduziert auf|maintenant|notre prix|seulement|promo(?:tion)?|prix (?:actuel|sold(?:é|e)|promo)|sold(?:é|e)|d(?:é|e)sormais|ahora|s(?:ó|o)lo|oferta|precio (?:actual|oferta)|adesso|ora|soltanto|offerta|prezzo (?:attuale|scontato)|nu|voor|slechts|aanbieding|teraz|tylko|obecnie|promocja|cena promocyjna|nasza cena)';

    private const BETWEEN = '[ :.,=*–|-]*(?:(?:price|preis|prix|precio|prezzo|prijs|cena|des herstellers|hersteller|verkaufspreis|at|for|f(?:ü|ue)r|auf|à|to|von|of|de|de l\'|est|ist|is|war|was|è|es|je|jest|wynosi\w*|era|(?:é|e)tait)[ :.,=*-]*)*';

    public function on(Sentence $sentence): void
    {
        foreach ($sentence->find('(?:(?:reduced|reduziert|r(?:é|e)duit|dropped|lowered|afgeprijsd|ridotto|rebajado|obni(?:ż|z)\w*) (?:from|von|de|van|da|z)|van) (?<was>N) ?(?:to|auf|à|voor|naar|a|na|do) ?(?<now>N)') as ['was' => $was, 'now' => $now]) {
            if ($was instanceof Amount && $now instanceof Amount && $was->role === Role::Plain && $now->role === Role::Plain) {
                [$was->role, $now->role] = [Role::Was, Role::Now];
            }
        }
        foreach ([[self::RECOMMENDED, Role::Recommended], [self::WAS, Role::Was], [self::NOW, Role::Now]] as [$words, $role]) {
            $word = '(?<!\p{L})'.$words.'(?!\p{L})';
            // In brackets behind its amount, or the last word.
            $this->claim($sentence, "(?<amount>N) ?[(*]+ ?{$word}[^N)]{0,20}\\)", $role);
            $this->claim($sentence, "{$word}\\.?".self::BETWEEN.'[(]?(?<amount>N)', $role);
            if ($role !== Role::Now) {
                $this->claim($sentence, "(?<amount>N) ?,? ?{$word}\\.?\\*?(?=\\)| ?$| ?[|;])", $role);
            }
        }
    }

    private function claim(Sentence $sentence, string $pattern, Role $role): void
    {
        foreach ($sentence->find($pattern) as ['amount' => $amount]) {
            if ($amount instanceof Amount && $amount->role === Role::Plain) {
                $amount->role = $role;
            }
        }
    }
}
