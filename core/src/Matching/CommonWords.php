<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching;

use function explode;

/**
 * How much a word of a title says where there is no catalogue to count in: nothing, a little, or all there is to say.
 * The words are chosen by hand; common practice, no source.
 */
final class CommonWords implements TokenWeights
{
    /** Words of grammar and of advertising, in English and German, folded. */
    private const NOTHING = 'a an the and or of with in on at by to from for as is it its your our this that all any per plus mit und oder von vom fuer der die das den dem des ein eine einen einem einer im in am an auf aus bei zu zum zur nach ist als auch nur'
        .' new neu neue neuer neues neuware brandneu original originale originaler genuine authentic echt top best beste bester bestes great toll tolle ideal perfect perfekt perfekte premium quality qualitaet high hochwertig hochwertige hochwertiger hochwertiges finest'
        .' sale offer angebot aktion deal free shipping delivery versand versandkostenfrei kostenlos kostenloser gratis lieferung available verfuegbar sofort ovp boxed sealed bnib bnwt bnwot nip nwt uk eu de germany deutschland europe europa'
        .' item product produkt artikel buy kaufen online shop store price preis cheap guenstig bestseller hit warranty garantie year years jahr jahre made official offiziell brand marke markenware exclusive exklusiv exklusive popular beliebt recommended empfohlen trusted gift geschenk geschenkidee idea idee set'
        .' easy einfach practical praktisch praktische durable robust robuste robuster langlebig sturdy stabil professional professionell professionelle profi quality home household haushalt use gebrauch verwendung everyday daily taeglich style stylish modern moderne moderner elegant elegante beautiful schoen schoene'
        .' now jetzt only exclusive amazing excellent awesome must have wow look super discount rabatt approx ca circa inkl inklusive including incl includes included ohne without zzgl etc no nr art version typ type serie series pack piece pieces stueck stk pcs suitable geeignet perfectly ideally x w'
        .' sonderpreis hammerpreis restposten topseller bestpreis schnaeppchen lieferbar versandfertig haendler blitzversand express trusted verified clearance bargain hurry last few left today heute empfehlung tipp testsieger garantiert guaranteed certified zertifiziert geprueft bestellen reduced reduziert rrp uvp rechnung mwst vat returns retoure rueckgabe seller verkaeufer trade dealer genuine tax wow hammer knaller neuheit novelty arrival season sonderangebot rarity selten rare';

    /** Words that many titles have and that describe rather than name. */
    private const LITTLE = 'usb sachet packet tuete tube carton fast schnell schneller strong stark heavy duty super extra special limited model modell stainless edelstahl steel stahl plastic kunststoff glass glas wooden holz wood metal metall ceramic keramik leather leder cotton baumwolle rubber gummi silicone silikon aluminium aluminum alu iron eisen bamboo bambus paper papier natural natur organic bio eco friendly nachhaltig vegan handmade handgemacht'
        .' large gross big small klein mini compact kompakt slim thin duenn thick dick long lang short kurz wide breit tall hoch round rund square eckig flat flach heavy leicht light soft weich hard hart adjustable verstellbar foldable faltbar klappbar portable tragbar waterproof wasserdicht washable waschbar dishwasher spuelmaschinenfest safe geschirrspueler'
        .' electric elektrisch elektrische electronic digital manual automatic automatisch rechargeable wiederaufladbar reusable wiederverwendbar multi purpose multifunktional universal classic klassisch traditional traditionell vintage retro design kitchen kueche garden garten outdoor indoor office buero travel reise camping sport fitness diy hobby'
        .' food beer wine bier wein water wasser coffee kaffee tea tee home brewing brew brauen homebrew fermentation fermenting fermentieren gaeren gaer making maker machine maschine tool werkzeug kit starter beginner anfaenger set accessories zubehoer';

    /** @var array<string, float>|null */
    private static ?array $weights = null;

    public function of(string $word): float
    {
        if (self::$weights === null) {
            self::$weights = [];
            foreach (explode(' ', self::LITTLE) as $known) {
                self::$weights[$known] = 0.4;
            }
            foreach (explode(' ', self::NOTHING) as $known) {
                self::$weights[$known] = 0.0;
            }
        }

        return self::$weights[$word] ?? 1.0;
    }
}
