<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Data;

use function mb_strtolower;
use function preg_match;
use function preg_replace;

/** Whether something can be had. */
enum Availability: string
{
    case InStock = 'in_stock';
    case Limited = 'limited';
    case Backorder = 'backorder';
    case Preorder = 'preorder';
    case OutOfStock = 'out_of_stock';
    case Discontinued = 'discontinued';
    case Unknown = 'unknown';

    /** ItemAvailability of schema.org, https://schema.org/ItemAvailability; the full address or the short name, in any case. */
    private const TERMS = [
        'instock' => self::InStock, 'onlineonly' => self::InStock, 'limitedavailability' => self::Limited, 'backorder' => self::Backorder,
        'madetoorder' => self::Backorder, 'preorder' => self::Preorder, 'presale' => self::Preorder, 'outofstock' => self::OutOfStock,
        'soldout' => self::OutOfStock, 'instoreonly' => self::OutOfStock, 'reserved' => self::OutOfStock, 'discontinued' => self::Discontinued,
    ];

    /** In the order in which they are looked for: "not available" before "available". */
    private const WORDS = [
        'discontinued' => 'discontinued|no longer available|nicht mehr (?:verf(?:ü|ue)gbar|lieferbar|erh(?:ä|ae)ltlich)|ausgelaufen|plus (?:disponible|commercialis(?:é|e))|n\'est plus disponible|ya no (?:est(?:á|a) )?disponible|descatalogad[oa]|non (?:è )?pi(?:ù|u) disponibile|fuori produzione|niet meer (?:leverbaar|verkrijgbaar)|wycofan\w*|ju(?:ż|z) niedost(?:ę|e)pn\w*',
        'preorder' => 'pre-?order|vorbestell\w*|pr(?:é|e)commande|reserva anticipada|preventa|preordin\w*|pre-?orde|voorbestell\w*|przedsprzeda\w*',
        'backorder' => 'back-?order\w*|on backorder|nachbestellt|wird nachgeliefert|made to order|auf bestellung|sur commande|bajo pedido|su ordinazione|op bestelling|na zam(?:ó|o)wienie',
        'out_of_stock' => 'out of stock|sold out|not (?:currently )?(?:available|in stock)|currently unavailable|unavailable|ausverkauft|nicht (?:vorr(?:ä|ae)tig|verf(?:ü|ue)gbar|lieferbar|auf lager|am lager)|(?:derzeit|zurzeit|momentan) nicht|vergriffen|(?:é|e)puis(?:é|e)e?|rupture de stock|en rupture|indisponible|non disponible|agotad[oa]|sin (?:stock|existencias)|no disponible|esaurito|non disponibile|uitverkocht|niet (?:op voorraad|leverbaar|beschikbaar)|wyprzedan\w*|brak w magazynie|niedost(?:ę|e)pn\w*|brak towaru',
        'limited' => 'only \d+ left|only a few left|low stock|limited stock|few left|last (?:one|items?)|nur noch \d+|nur noch wenige|wenige (?:st(?:ü|ue)ck|auf lager)|geringer bestand|plus que \d+|derni(?:è|e)res? (?:pi(?:è|e)ces?|articles?)|stock limit(?:é|e)|(?:ú|u)ltim[oa]s (?:unidades|piezas)|quedan? (?:solo )?\d+|ultim[ie] (?:pezzi|disponibili)|solo \d+ rimast\w*|nog (?:maar )?\d+|laatste (?:stuks|exemplaren)|ostatni\w* sztuk\w*|zosta(?:ł|l)\w* \d+',
        'in_stock' => 'in stock|available(?: now)?|ready to ship|auf lager|am lager|vorr(?:ä|ae)tig|sofort lieferbar|lieferbar|verf(?:ü|ue)gbar|en stock|disponible|disponibile|en existencias|hay existencias|op voorraad|direct leverbaar|leverbaar|w magazynie|dost(?:ę|e)pn\w*|na stanie|in magazzino',
    ];

    public static function ofTerm(string $term): self
    {
        return self::TERMS[mb_strtolower((string) preg_replace('/[^A-Za-z]/', '', Thing::term($term)))] ?? self::Unknown;
    }

    /** As shops say it in English, German, French, Spanish, Italian, Dutch and Polish. */
    public static function ofWords(string $text): self
    {
        foreach (self::WORDS as $name => $pattern) {
            if (preg_match("/(?<!\\p{L})(?:{$pattern})(?!\\p{L})/iu", $text) === 1) {
                return self::from($name);
            }
        }

        return self::Unknown;
    }
}
