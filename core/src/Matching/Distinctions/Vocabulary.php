<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching\Distinctions;

/** The words for what has names, in English and German, folded. */
final readonly class Vocabulary
{
    private const COLOURS = [
        'black' => 'black', 'white' => 'white', 'red' => 'red', 'blue' => 'blue', 'green' => 'green', 'yellow' => 'yellow', 'orange' => 'orange', 'purple' => 'purple',
        'violet' => 'purple', 'lilac' => 'purple', 'lila' => 'purple', 'pink' => 'pink', 'rosa' => 'pink', 'brown' => 'brown', 'grey' => 'grey', 'gray' => 'grey', 'silver' => 'silver',
        'silber' => 'silver', 'silvery' => 'silver', 'gold' => 'gold', 'golden' => 'gold', 'beige' => 'beige', 'turquoise' => 'turquoise', 'navy' => 'dark blue', 'navy blue' => 'dark blue',
        'marineblau' => 'dark blue', 'clear' => 'clear', 'transparent' => 'clear', 'klar' => 'clear', 'durchsichtig' => 'clear', 'ivory' => 'ivory', 'elfenbein' => 'ivory', 'cream' => 'cream',
        'creme' => 'cream', 'bronze' => 'bronze', 'copper' => 'copper', 'kupfer' => 'copper', 'anthracite' => 'anthracite', 'anthrazit' => 'anthracite', 'charcoal' => 'anthracite',
        'olive' => 'olive', 'oliv' => 'olive', 'burgundy' => 'burgundy', 'bordeaux' => 'burgundy', 'weinrot' => 'burgundy', 'mint' => 'mint', 'teal' => 'teal', 'petrol' => 'teal',
        'rose gold' => 'rose gold', 'rosegold' => 'rose gold', 'multicolour' => 'multicolour', 'multicolor' => 'multicolour', 'multicoloured' => 'multicolour', 'multicolored' => 'multicolour',
        'mehrfarbig' => 'multicolour', 'bunt' => 'multicolour', 'amber' => 'amber', 'bernstein' => 'amber', 'terracotta' => 'terracotta', 'khaki' => 'khaki', 'magenta' => 'magenta',
        'cyan' => 'cyan', 'tuerkis' => 'turquoise', 'light blue' => 'light blue', 'sky blue' => 'light blue', 'hellblau' => 'light blue', 'dark blue' => 'dark blue',
        'dunkelblau' => 'dark blue', 'light green' => 'light green', 'hellgruen' => 'light green', 'dark green' => 'dark green', 'dunkelgruen' => 'dark green', 'light grey' => 'light grey',
        'light gray' => 'light grey', 'hellgrau' => 'light grey', 'dark grey' => 'dark grey', 'dark gray' => 'dark grey', 'dunkelgrau' => 'dark grey', 'dark brown' => 'dark brown',
        'dunkelbraun' => 'dark brown', 'light brown' => 'light brown', 'hellbraun' => 'light brown', 'dark red' => 'dark red', 'dunkelrot' => 'dark red',
    ];

    /** German adjectives, with their endings. */
    private const DECLINED = [
        'schwarz' => 'black', 'weiss' => 'white', 'rot' => 'red', 'blau' => 'blue', 'gruen' => 'green', 'gelb' => 'yellow', 'violett' => 'purple', 'braun' => 'brown', 'grau' => 'grey',
        'silbern' => 'silver', 'golden' => 'gold', 'tuerkis' => 'turquoise',
    ];

    private const ENDINGS = ['', 'e', 'er', 'es', 'en', 'em'];

    private const SIDES = [
        'left' => 'left', 'right' => 'right', 'left hand' => 'left', 'right hand' => 'right', 'left handed' => 'left', 'right handed' => 'right', 'links' => 'left', 'rechts' => 'right',
        'linke' => 'left', 'rechte' => 'right', 'linker' => 'left', 'rechter' => 'right', 'linkes' => 'left', 'rechtes' => 'right', 'linkshaender' => 'left', 'rechtshaender' => 'right',
        'front' => 'front', 'rear' => 'rear', 'vorne' => 'front', 'hinten' => 'rear', 'vorderrad' => 'front', 'hinterrad' => 'rear',
    ];

    private const AUDIENCES = [
        'men' => 'men', 'mens' => 'men', 'male' => 'men', 'herren' => 'men', 'maenner' => 'men', 'gents' => 'men', 'women' => 'women', 'womens' => 'women', 'woman' => 'women', 'ladies' => 'women',
        'female' => 'women', 'damen' => 'women', 'frauen' => 'women', 'kids' => 'children', 'kid' => 'children', 'children' => 'children', 'childrens' => 'children', 'child' => 'children', 'kinder' => 'children',
        'kind' => 'children', 'boys' => 'boys', 'boy' => 'boys', 'jungen' => 'boys', 'girls' => 'girls', 'girl' => 'girls', 'maedchen' => 'girls', 'baby' => 'baby', 'babys' => 'baby', 'babies' => 'baby',
        'infant' => 'baby', 'toddler' => 'toddler', 'kleinkind' => 'toddler', 'unisex' => 'unisex', 'adult' => 'adults', 'adults' => 'adults', 'erwachsene' => 'adults', 'junior' => 'junior', 'senior' => 'senior',
        'puppy' => 'puppy', 'welpen' => 'puppy', 'kitten' => 'kitten',
    ];

    private const CONNECTORS = [
        'usb c' => 'usb-c', 'usb type c' => 'usb-c', 'type c' => 'usb-c', 'usb a' => 'usb-a', 'type a' => 'usb-a', 'usb b' => 'usb-b', 'micro usb' => 'micro-usb', 'mini usb' => 'mini-usb', 'lightning' => 'lightning', 'hdmi' => 'hdmi',
        'mini hdmi' => 'mini-hdmi', 'displayport' => 'displayport', 'dvi' => 'dvi', 'vga' => 'vga', 'schuko' => 'eu plug', 'eu plug' => 'eu plug', 'eu stecker' => 'eu plug', 'uk plug' => 'uk plug', 'uk stecker' => 'uk plug',
        'us plug' => 'us plug', 'us stecker' => 'us plug', 'bayonet' => 'bayonet', 'bajonett' => 'bayonet', 'bluetooth' => 'bluetooth', 'wired' => 'wired', 'kabelgebunden' => 'wired', 'wireless' => 'wireless', 'kabellos' => 'wireless',
        'cordless' => 'wireless', 'schnurlos' => 'wireless', 'corded' => 'wired', 'xlr' => 'xlr', 'sata' => 'sata', 'nvme' => 'nvme', 'presta' => 'presta', 'schrader' => 'schrader', 'induction' => 'induction', 'induktion' => 'induction',
    ];

    private const LANGUAGES = [
        'english' => 'English', 'englisch' => 'English', 'englische' => 'English', 'englischer' => 'English', 'english edition' => 'English', 'english version' => 'English', 'englische ausgabe' => 'English', 'englische version' => 'English', 'in english' => 'English', 'auf englisch' => 'English',
        'german' => 'German', 'deutsch' => 'German', 'deutsche' => 'German', 'deutscher' => 'German', 'deutsches' => 'German', 'german edition' => 'German', 'german version' => 'German', 'deutsche ausgabe' => 'German', 'deutsche version' => 'German', 'auf deutsch' => 'German', 'in german' => 'German',
        'french' => 'French', 'franzoesisch' => 'French', 'franzoesische' => 'French', 'francais' => 'French', 'french edition' => 'French', 'franzoesische ausgabe' => 'French', 'french version' => 'French', 'spanish' => 'Spanish', 'spanisch' => 'Spanish', 'spanische' => 'Spanish', 'spanish edition' => 'Spanish', 'spanische ausgabe' => 'Spanish',
        'italian' => 'Italian', 'italienisch' => 'Italian', 'italienische' => 'Italian', 'italian edition' => 'Italian', 'italienische ausgabe' => 'Italian', 'dutch' => 'Dutch', 'niederlaendisch' => 'Dutch', 'niederlaendische' => 'Dutch', 'dutch edition' => 'Dutch', 'polish edition' => 'Polish', 'polnisch' => 'Polish', 'polnische' => 'Polish', 'polnische ausgabe' => 'Polish',
        'qwerty' => 'QWERTY', 'qwertz' => 'QWERTZ', 'azerty' => 'AZERTY',
    ];

    private const TIERS = [
        'pro' => 'pro', 'plus' => 'plus', 'mini' => 'mini', 'lite' => 'lite', 'max' => 'max', 'ultra' => 'ultra', 'air' => 'air', 'se' => 'se', 'deluxe' => 'deluxe', 'basic' => 'basic', 'nano' => 'nano', 'micro' => 'micro',
        'advanced' => 'advanced', 'elite' => 'elite', 'prime' => 'prime', 'turbo' => 'turbo', 'eco' => 'eco', 'light' => 'light', 'limited edition' => 'limited', 'sonderedition' => 'limited', 'limitierte edition' => 'limited', 'special edition' => 'special edition',
        'collectors edition' => 'collectors', 'hardcover' => 'hardcover', 'gebunden' => 'hardcover', 'paperback' => 'paperback', 'taschenbuch' => 'paperback', 'softcover' => 'paperback',
    ];

    private function __construct()
    {
    }

    /** @return list<Distinction> */
    public static function all(): array
    {
        $colours = self::COLOURS;
        foreach (self::DECLINED as $stem => $meaning) {
            foreach (self::ENDINGS as $ending) {
                $colours[$stem.$ending] = $meaning;
            }
        }

        return [
            new NamedDistinction('language', self::LANGUAGES),
            new NamedDistinction('connector', self::CONNECTORS),
            new NamedDistinction('audience', self::AUDIENCES),
            new NamedDistinction('side', self::SIDES),
            new NamedDistinction('colour', $colours),
            new NamedDistinction('tier', self::TIERS),
        ];
    }
}
