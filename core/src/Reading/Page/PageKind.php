<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Page;

use function mb_strlen;
use function preg_match;

/** Pages that are no product: what shops say instead of showing one. */
final readonly class PageKind
{
    /** A page with more text than this is not only a notice. */
    private const SHORT = 2_500;

    private const REFUSED = '/captcha|are you (?:a )?(?:human|robot)|verify (?:that )?you(?:\'| a)?re (?:a )?(?:human|not a robot)|not a robot|unusual (?:traffic|activity)|automated (?:access|requests|queries)|access (?:is |was |has been )?(?:denied|blocked|forbidden)|you have been blocked|security check|checking your browser|too many requests|rate limit|enable javascript and cookies|403 forbidden|forbidden|sind sie ein (?:mensch|roboter)|zugriff (?:verweigert|gesperrt)|zu viele anfragen|sicherheits(?:ü|ue)berpr(?:ü|ue)fung|acc(?:è|e)s (?:refus(?:é|e)|interdit|bloqu(?:é|e))|trop de requ(?:ê|e)tes|(?:ê|e)tes-vous (?:un )?(?:humain|robot)|acceso denegado|demasiadas solicitudes|no (?:soy|eres) un robot|accesso negato|troppe richieste|toegang geweigerd|te veel verzoeken|geen robot|odmowa dost(?:ę|e)pu|brak dost(?:ę|e)pu|zbyt wiele (?:ż|z)(?:ą|a)da(?:ń|n)|nie jeste(?:ś|s) robotem/iu';

    private const MAINTENANCE = '/maintenance|wartungs(?:arbeiten|modus)|wartung|be(?: right)? back soon|we(?:\'|’)ll be back|temporarily (?:unavailable|closed|offline)|vor(?:ü|ue)bergehend (?:nicht erreichbar|geschlossen)|service unavailable|en mantenimiento|volvemos (?:pronto|enseguida)|manutenzione|torniamo (?:subito|presto)|onderhoud|we zijn zo terug|prace (?:konserwacyjne|techniczne)|przerwa techniczna|momentan(?:é|e)ment indisponible|de retour bient(?:ô|o)t/iu';

    private const NOT_FOUND = '/(?<!\d)404(?!\d)|not found|(?:page|product|item) (?:does not|doesn\'t|no longer) exist|(?:page|product) (?:could not|cannot|can\'t) be found|seite (?:wurde )?nicht gefunden|nicht gefunden|existiert nicht(?: mehr)?|page (?:introuvable|non trouv(?:é|e)e)|introuvable|n\'existe (?:pas|plus)|no encontrad[oa]|no existe|non trovat[oa]|non esiste|niet gevonden|bestaat niet|nie znaleziono|nie istnieje/iu';

    private const BASKET = '/^(?:(?:your|my|mein|ihr|mon|votre|tu|mi|il tuo|je|tw(?:ó|o)j) )?(?:shopping )?(?:cart|basket|bag|warenkorb|einkaufswagen|panier|carrito|cesta|carrello|winkelwagen|winkelmand|koszyk|checkout|kasse|caisse|cassa|wishlist|merkzettel|wunschliste)(?!\p{L})/iu';

    private const LOGIN = '/^(?:log ?in|sign ?in|anmelden|einloggen|kunden-?login|connexion|se connecter|iniciar sesi(?:ó|o)n|accedi|inloggen|zaloguj(?: si(?:ę|e))?|logowanie)/iu';

    private const SEARCH = '/search results|results for|no results|nothing found|suchergebnis|keine (?:ergebnisse|treffer|artikel)|ergebnisse f(?:ü|ue)r|r(?:é|e)sultats? (?:de|pour)|aucun r(?:é|e)sultat|resultados (?:de|para)|sin resultados|risultati (?:di|per|della)|nessun risultato|zoekresultaten|geen resultaten|wyniki wyszukiwania|brak wynik(?:ó|o)w/iu';

    /** @return 'refused'|'maintenance'|'not_found'|'several'|'none'|null null where nothing of that kind is said */
    public static function of(string $title, string $heading, string $text): ?string
    {
        if (trim($text) === '') {
            return 'none';
        }
        $head = "{$title} | {$heading}";
        $isShort = mb_strlen($text) <= self::SHORT;

        return match (true) {
            preg_match(self::SEARCH, $head) === 1 => 'several',
            preg_match(self::NOT_FOUND, $head) === 1 => 'not_found',
            preg_match(self::REFUSED, $head) === 1, $isShort && preg_match(self::REFUSED, $text) === 1 => 'refused',
            preg_match(self::MAINTENANCE, $head) === 1, $isShort && preg_match(self::MAINTENANCE, $text) === 1 => 'maintenance',
            $isShort && preg_match(self::NOT_FOUND, $text) === 1 => 'not_found',
            preg_match(self::LOGIN, trim($heading)) === 1, preg_match(self::BASKET, trim($heading)) === 1 => 'none',
            default => null,
        };
    }
}
