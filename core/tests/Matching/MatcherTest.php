<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Matching;

use Generator;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Document\InvalidDocument;
use Wrasse\Core\Document\MatchPairReader;
use Wrasse\Core\Document\Node;

/** When two products are the same. */
final class MatcherTest extends TestCase
{
    private const CASES_A_RUN = 3_000;

    /** Pairs made here: descriptions of the same thing as different shops write them, and of others that are nearly it. */
    private const PAIRS = __DIR__.'/pairs.jsonl';

    /** @return Generator<string, array{array<string, mixed>, array<string, mixed>, list<string>}> */
    public static function cases(): Generator
    {
        // Numbers from the range 400 to 440, with check digits as the GS1 General Specifications, 7.9, have them.
        $gtin = '4006381333931';
        $cases = [
            'same GTIN, other words' => [['title' => 'Crock', 'gtin' => $gtin], ['title' => 'Gärtopf', 'gtin' => $gtin], ['same']],
            'GTIN with leading zeros' => [['title' => 'Crock', 'gtin' => $gtin], ['title' => 'Gärtopf', 'gtin' => "0{$gtin}"], ['same']],
            'GTIN of 12 digits and of 13' => [['title' => 'Crock', 'gtin' => '036000291452'], ['title' => 'Pot', 'gtin' => '0036000291452'], ['same']],
            'GTIN of 8 digits' => [['title' => 'Crock', 'gtin' => '40170725'], ['title' => 'Pot', 'gtin' => '00000040170725'], ['same']],
            'GTIN of a case of them' => [['title' => 'Crock 5 l', 'gtin' => $gtin], ['title' => 'Crock 5 l', 'gtin' => '14006381333938'], ['different']],
            'same GTIN, other pack' => [['title' => 'Crock pack of 2', 'gtin' => $gtin], ['title' => 'Crock pack of 4', 'gtin' => $gtin], ['perhaps']],
            'same GTIN, pack said once' => [['title' => 'Crock pack of 2', 'gtin' => $gtin], ['title' => 'Crock', 'gtin' => $gtin], ['same']],
            'same GTIN, used' => [['title' => 'Crock', 'gtin' => $gtin], ['title' => 'Crock used', 'gtin' => $gtin], ['perhaps']],
            'same GTIN, thrice the price and more' => [['title' => 'Crock', 'gtin' => $gtin, 'price' => '10.00'], ['title' => 'Crock', 'gtin' => $gtin, 'price' => '30.10'], ['perhaps']],
            'same GTIN, thrice the price' => [['title' => 'Crock', 'gtin' => $gtin, 'price' => '10.00'], ['title' => 'Crock', 'gtin' => $gtin, 'price' => '30.00'], ['same']],
            'same GTIN, prices in other currencies' => [['title' => 'Crock', 'gtin' => $gtin, 'price' => '10.00', 'currency' => 'EUR'], ['title' => 'Crock', 'gtin' => $gtin, 'price' => '250.00', 'currency' => 'CZK'], ['same']],
            'other GTIN, same title' => [['title' => 'Stoneware crock 5 l', 'gtin' => $gtin], ['title' => 'Stoneware crock 5 l', 'gtin' => '4006381333948'], ['different']],
            'other GTIN, same brand and part number' => [['title' => 'Crock', 'brand' => 'Glasbach', 'mpn' => 'KC-50', 'gtin' => $gtin], ['title' => 'Crock', 'brand' => 'Glasbach', 'mpn' => 'kc 50', 'gtin' => '4006381333948'], ['perhaps']],
            'GTIN with a wrong check digit' => [['title' => 'Stoneware crock 5 l', 'gtin' => $gtin], ['title' => 'Stoneware crock 5 l', 'gtin' => '4006381333949'], ['same']],
            'numbers of a shop, other' => [['title' => 'Stoneware crock 5 l', 'gtin' => '2000000000015'], ['title' => 'Stoneware crock 5 l', 'gtin' => '2000000000022'], ['same']],
            'numbers of a shop, same' => [['title' => 'Stoneware crock 5 l', 'gtin' => '0212345678909'], ['title' => 'Cheese mould', 'gtin' => '0212345678909'], ['different']],
            'same brand and part number' => [['title' => 'Crock', 'brand' => 'Glasbach', 'mpn' => 'KC-5021'], ['title' => 'Gärtopf', 'brand' => 'GLASBACH GmbH', 'mpn' => 'kc5021'], ['same']],
            'same brand, other part number' => [['title' => 'Glasbach crock 5 l', 'brand' => 'Glasbach', 'mpn' => 'KC-5021'], ['title' => 'Glasbach crock 5 l', 'brand' => 'Glasbach', 'mpn' => 'KC-5022'], ['perhaps', 'different']],
            'long part number alone' => [['title' => 'Crock brown', 'mpn' => 'GLB-50217-X'], ['title' => 'Brown crock', 'mpn' => 'GLB50217X'], ['same']],
            'short part number alone' => [['title' => 'Crock', 'mpn' => '100'], ['title' => 'Cheese mould', 'mpn' => '100'], ['different']],
            'part number in the title' => [['title' => 'Glasbach crock 5 l', 'brand' => 'Glasbach', 'mpn' => 'KC-5021'], ['title' => 'Glasbach crock 5 l KC5021'], ['same']],
            'nothing but case, accents and order' => [['title' => 'Stoneware crock crème'], ['title' => 'CROCK, Creme, stoneware'], ['same']],
            'umlauts written out' => [['title' => 'Gärtöpfe Größe klein weiß'], ['title' => 'Gaertoepfe Groesse klein weiss'], ['same']],
            'umlauts of two characters' => [['title' => "Ga\u{308}rtopf aus Steinzeug"], ['title' => 'Gärtopf aus Steinzeug'], ['same']],
            'compound in one word, with hyphen, in two' => [['title' => 'Swingtop bottle clear'], ['title' => 'swing-top bottle, clear'], ['same']],
            'compound in two words' => [['title' => 'swing top bottle clear'], ['title' => 'Swingtop Bottle Clear'], ['same']],
            'slip in a long word' => [['title' => 'Fermentation crock stoneware'], ['title' => 'Fermentaiton crock stoneware'], ['same']],
            'slip in a word with digits' => [['title' => 'Glasbach hydrometer HY300', 'brand' => 'Glasbach'], ['title' => 'Glasbach hydrometer HY308', 'brand' => 'Glasbach'], ['different']],
            'litres and millilitres' => [['title' => 'Swing-top bottle 0.5 l'], ['title' => 'Swing-top bottle 500 ml'], ['same']],
            'decimal comma and centilitres' => [['title' => 'Swing-top bottle 0,5L'], ['title' => 'Swing-top bottle 50cl'], ['same']],
            'half a litre' => [['title' => 'Swing-top bottle 1/2 l'], ['title' => 'Swing-top bottle 0.5 litre'], ['same']],
            'thousands of grams' => [['title' => 'Pilsner malt 1.000 g'], ['title' => 'Pilsner malt 1 kg'], ['same']],
            // International avoirdupois ounce: 28.349523125 g; inch: 25.4 mm (international yard and pound agreement of 1959).
            'ounces and grams' => [['title' => 'Hop pellets Cascade 12 oz'], ['title' => 'Hop pellets Cascade 340 g'], ['same']],
            'inches and centimetres' => [['title' => 'Cheese mould round 10 inch'], ['title' => 'Cheese mould round 25.4 cm'], ['same']],
            'inches and centimetres apart' => [['title' => 'Cheese mould round 10 inch'], ['title' => 'Cheese mould round 26 cm'], ['different']],
            'grams nearly' => [['title' => 'Cheese mould round 500 g'], ['title' => 'Cheese mould round 502 g'], ['different']],
            'sides in another order' => [['title' => 'Cheese cloth 40 x 80 cm'], ['title' => 'Cheese cloth 80x40cm'], ['same']],
            'watts and kilowatts' => [['title' => 'Mash kettle 2.5 kW'], ['title' => 'Mash kettle 2500 W'], ['same']],
            'charge' => [['title' => 'Power bank slate 10 Ah'], ['title' => 'Power bank slate 10000 mAh'], ['same']],
            'storage' => [['title' => 'Memory stick oval 1 TB'], ['title' => 'Memory stick oval 512 GB'], ['different']],
            'measure said once' => [['title' => 'Stoneware crock pottery 5 l'], ['title' => 'Stoneware crock pottery'], ['perhaps']],
            'pack in five ways' => [['title' => 'Swing-top bottle 0.33 l pack of 6'], ['title' => '6 x 0.33 l swing-top bottle'], ['same']],
            'German pack' => [['title' => 'Swing-top bottle 0.33 l pack of 6'], ['title' => 'Swing-top bottle 0,33 l 6er-Pack'], ['same']],
            'twin pack' => [['title' => 'Swing-top bottle 1 l twin pack'], ['title' => 'Swing-top bottle 1 l, set of 2'], ['same']],
            'Doppelpack' => [['title' => 'Swing-top bottle 1 l Doppelpack'], ['title' => 'Swing-top bottle 1 l x2'], ['same']],
            'dozen' => [['title' => 'Swing-top bottle 1 l pack of twelve'], ['title' => '12 x swing-top bottle 1 l'], ['same']],
            'six and one' => [['title' => 'Swing-top bottle 330 ml'], ['title' => '6 x 330 ml swing-top bottle'], ['perhaps', 'different']],
            'six and twelve' => [['title' => 'Swing-top bottle 330 ml 12 pack'], ['title' => '6 x 330 ml swing-top bottle'], ['different']],
            'sum of the pack' => [['title' => 'Swing-top bottle 6 x 330 ml'], ['title' => 'Swing-top bottle 6 x 330 ml (1.98 l)'], ['same']],
            'models' => [['title' => 'Glasbach drill X200'], ['title' => 'Glasbach drill X210'], ['different']],
            'model with a hyphen' => [['title' => 'Glasbach drill X-200'], ['title' => 'Glasbach drill X 200'], ['same']],
            'mark' => [['title' => 'Refractometer Mk II'], ['title' => 'Refractometer Mk III'], ['different']],
            'mark and generation' => [['title' => 'Refractometer optic Mk 2'], ['title' => 'Refractometer optic 2nd gen'], ['same']],
            'version' => [['title' => 'pH meter probe v2'], ['title' => 'pH meter probe v3'], ['different']],
            'colour in German' => [['title' => 'Stoneware crock red'], ['title' => 'Stoneware crock rot'], ['same']],
            'declined colour' => [['title' => 'Gärtopf aus Steinzeug rot'], ['title' => 'Roter Gärtopf aus Steinzeug'], ['same']],
            'colours' => [['title' => 'Stoneware crock red'], ['title' => 'Stoneware crock blue'], ['different']],
            'colour of a field' => [['title' => 'Stoneware crock glazed', 'attributes' => ['color' => 'red']], ['title' => 'Stoneware crock glazed rot'], ['same']],
            'colours of fields' => [['title' => 'Stoneware crock', 'attributes' => ['color' => 'red']], ['title' => 'Stoneware crock', 'attributes' => ['colour' => 'blau']], ['different']],
            'colour said once' => [['title' => 'Stoneware crock red'], ['title' => 'Stoneware crock'], ['perhaps']],
            'sizes' => [['title' => 'Brewer apron linen M'], ['title' => 'Brewer apron linen L'], ['different']],
            'sizes of fields' => [['title' => 'Brewer apron linen', 'attributes' => ['size' => '42']], ['title' => 'Brewer apron linen', 'attributes' => ['size' => '44']], ['different']],
            'size with its system' => [['title' => 'Brewer boots EU 42'], ['title' => 'Brewer boots size 42'], ['same']],
            'sides' => [['title' => 'Secateurs left handed'], ['title' => 'Secateurs right-handed'], ['different']],
            'men and women' => [['title' => "Men's brewer apron"], ['title' => 'Brewer apron Damen'], ['different']],
            'plugs' => [['title' => 'Heating mat EU plug'], ['title' => 'Heating mat UK plug'], ['different']],
            'volts' => [['title' => 'Heating mat 230 V'], ['title' => 'Heating mat 110 V'], ['different']],
            'language' => [['title' => 'Home brewing handbook German edition'], ['title' => 'Home brewing handbook, english edition'], ['different']],
            'language in German' => [['title' => 'Home brewing handbook German edition'], ['title' => 'Home brewing handbook deutsche Ausgabe'], ['same']],
            'used' => [['title' => 'Mash kettle copper used'], ['title' => 'Mash kettle copper'], ['different']],
            'new is what is not said' => [['title' => 'Mash kettle copper new'], ['title' => 'Mash kettle copper'], ['same']],
            'refurbished' => [['title' => 'Mash kettle copper refurbished'], ['title' => 'Mash kettle copper generalüberholt'], ['same']],
            'case for it' => [['title' => 'Case for Glasbach X200'], ['title' => 'Glasbach X200'], ['different']],
            'compatible with it' => [['title' => 'Toner compatible with Glasbach DX410'], ['title' => 'Glasbach toner DX410', 'brand' => 'Glasbach'], ['perhaps', 'different']],
            'refill' => [['title' => 'Sanitizer refill 500 ml'], ['title' => 'Sanitizer 500 ml'], ['perhaps', 'different']],
            'lid' => [['title' => 'Stoneware crock 5 l lid'], ['title' => 'Stoneware crock 5 l'], ['perhaps', 'different']],
            'tier said once' => [['title' => 'Glasbach refractometer RX2 Pro'], ['title' => 'Glasbach refractometer RX2'], ['perhaps', 'different']],
            'tiers' => [['title' => 'Glasbach refractometer RX2 Pro'], ['title' => 'Glasbach refractometer RX2 Lite'], ['different']],
            'price far away' => [['title' => 'Stoneware crock glazed', 'price' => '10.00'], ['title' => 'Stoneware crock glazed', 'price' => '45.00'], ['same', 'perhaps']],
            'brand of one in the title of the other' => [['title' => 'Stoneware crock 5 l', 'brand' => 'Glasbach'], ['title' => 'Glasbach stoneware crock 5 l'], ['same']],
            'other brand' => [['title' => 'Stoneware crock 5 l', 'brand' => 'Glasbach'], ['title' => 'Stoneware crock 5 l', 'brand' => 'Steinhaus'], ['perhaps', 'different']],
            'other brand in the title' => [['title' => 'Glasbach stoneware crock 5 l', 'brand' => 'Glasbach'], ['title' => 'Steinhaus stoneware crock 5 l'], ['perhaps', 'different']],
            'brand that nobody else names' => [['title' => 'Stoneware crock 5 l', 'brand' => 'Glasbach'], ['title' => 'Stoneware crock 5 l'], ['perhaps']],
            'one word instead of another' => [['title' => 'Glasbach swing-top bottle 1 l', 'brand' => 'Glasbach'], ['title' => 'Glasbach swing-top jar 1 l', 'brand' => 'Glasbach'], ['perhaps', 'different']],
            'empty words' => [['title' => '!!!'], ['title' => '???'], ['perhaps', 'different']],
            'advertising' => [['title' => 'Glasbach stoneware crock 5 l', 'brand' => 'Glasbach'], ['title' => '*NEW* Top Quality Glasbach stoneware crock 5 l - FREE SHIPPING', 'brand' => 'Glasbach'], ['same']],
        ];
        foreach ($cases as $name => [$ours, $theirs, $verdicts]) {
            yield $name => [$ours, $theirs, $verdicts];
            yield "{$name}, the other way round" => [$theirs, $ours, $verdicts];
        }
    }

    /**
     * @param  array<string, mixed>  $ours
     * @param  array<string, mixed>  $theirs
     * @param  list<string>  $verdicts  any of these
     */
    #[DataProvider('cases')]
    public function test_tells_the_same_product_from_another(array $ours, array $theirs, array $verdicts): void
    {
        $answer = self::match($ours, $theirs);
        self::assertContains($answer['verdict'], $verdicts, json_encode($answer, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE));
    }

    public function test_says_why(): void
    {
        $answer = self::match(['title' => 'Glasbach crock 5 l red'], ['title' => 'Glasbach crock 10 l red']);
        self::assertSame('different', $answer['verdict']);
        self::assertSame('Measure differs: 5 l here, 10 l there', $answer['reasons'][0]['says']);
        self::assertLessThan(0, $answer['reasons'][0]['weight']);
        self::assertContains('Colour: red on both sides', array_column($answer['reasons'], 'says'));
    }

    public function test_the_scores_of_verdicts_do_not_overlap(): void
    {
        foreach (self::pairs() as ['ours' => $ours, 'theirs' => $theirs]) {
            $answer = self::match($ours, $theirs);
            $verdict = match (true) {
                $answer['score'] >= 0.9 => 'same',
                $answer['score'] >= 0.3 => 'perhaps',
                default => 'different',
            };
            self::assertSame($answer['verdict'], $verdict);
        }
    }

    public function test_pairs_made_here_are_told_apart_as_well_as_is_asked(): void
    {
        $count = ['same' => ['same' => 0, 'perhaps' => 0, 'different' => 0], 'different' => ['same' => 0, 'perhaps' => 0, 'different' => 0]];
        foreach (self::pairs() as ['label' => $label, 'ours' => $ours, 'theirs' => $theirs]) {
            if ($label !== 'perhaps') {
                $count[$label][self::match($ours, $theirs)['verdict']]++;
            }
        }
        self::assertGreaterThan(600, array_sum($count['same']) + array_sum($count['different']));
        self::assertGreaterThanOrEqual(0.98, $count['same']['same'] / ($count['same']['same'] + $count['different']['same']), 'precision');
        self::assertGreaterThanOrEqual(0.85, $count['same']['same'] / array_sum($count['same']), 'recall');
        self::assertLessThanOrEqual(0.02, $count['same']['different'] / array_sum($count['same']), 'taken for different');
    }

    public function test_a_product_is_itself_and_the_order_of_the_two_does_not_matter(): void
    {
        foreach (self::pairs() as ['ours' => $ours, 'theirs' => $theirs]) {
            self::assertNotSame('different', self::match($ours, $ours)['verdict'], $ours['title']);
            self::assertSame(self::match($ours, $theirs)['verdict'], self::match($theirs, $ours)['verdict'], "{$ours['title']} | {$theirs['title']}");
        }
    }

    public function test_any_text_is_answered(): void
    {
        mt_srand($seed = random_int(1, 1_000_000_000));
        $titles = array_column(self::pairs(), 'theirs');
        for ($i = 0; $i < self::CASES_A_RUN; $i++) {
            $title = $titles[array_rand($titles)]['title'];
            $at = mt_rand(0, mb_strlen($title));
            $odd = ['x', '0', '1/0 l', '999999999999999999 kg', "\u{0}", "\u{FFFD}", 'ß', '٣ l', '👍', '((((', '.,.,', str_repeat('mk ', 40), "\u{308}"][mt_rand(0, 12)];
            $mutated = mb_substr($title, 0, $at).$odd.mb_substr($title, $at + mt_rand(0, 3));
            self::assertContains(self::match(['title' => $title], ['title' => $mutated])['verdict'], ['same', 'perhaps', 'different'], "seed {$seed}");
        }
    }

    /** @return Generator<string, array{array<string, mixed>, string}> */
    public static function malformed(): Generator
    {
        yield 'no title' => [['ours' => ['title' => ''], 'theirs' => ['title' => 'B']], '$.ours.title'];
        yield 'no product' => [['ours' => ['title' => 'A']], '$.theirs'];
        yield 'price as a number' => [['ours' => ['title' => 'A', 'price' => 12.5], 'theirs' => ['title' => 'B']], '$.ours.price'];
        yield 'unknown field' => [['ours' => ['title' => 'A', 'colour' => 'red'], 'theirs' => ['title' => 'B']], '$.ours.colour'];
    }

    /** @param  array<string, mixed>  $document */
    #[DataProvider('malformed')]
    public function test_malformed_pairs_name_the_place(array $document, string $place): void
    {
        $this->expectException(InvalidDocument::class);
        $this->expectExceptionMessage($place);
        (new MatchPairReader())->read(Node::of($document));
    }

    /**
     * @param  array<string, mixed>  $ours
     * @param  array<string, mixed>  $theirs
     * @return array{id: mixed, verdict: string, score: float, reasons: list<array{kind: string, says: string, weight: float}>}
     */
    private static function match(array $ours, array $theirs): array
    {
        static $reader = null;
        $reader ??= new MatchPairReader();

        return $reader->read(Node::of(['ours' => $ours, 'theirs' => $theirs]));
    }

    /** @return list<array{label: string, ours: array<string, mixed>, theirs: array<string, mixed>}> */
    private static function pairs(): array
    {
        /** @var list<array{label: string, ours: array<string, mixed>, theirs: array<string, mixed>}> */
        return array_map(fn (string $line): mixed => json_decode($line, true, 16, JSON_THROW_ON_ERROR), file(self::PAIRS, FILE_IGNORE_NEW_LINES) ?: []);
    }
}
