<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching\Distinctions;

use Wrasse\Core\Matching\Agreement;
use Wrasse\Core\Matching\Measure;
use Wrasse\Core\Matching\TitleText;

use function array_product;
use function implode;
use function ltrim;

/** How many come together: "pack of 6", "6er-Pack", "6 x 0.33 l". One unless it is said. */
final readonly class PackCount implements Distinction
{
    private const NUMBERS = [
        'one' => 1, 'two' => 2, 'three' => 3, 'four' => 4, 'five' => 5, 'six' => 6, 'seven' => 7, 'eight' => 8, 'nine' => 9, 'ten' => 10, 'twelve' => 12, 'dozen' => 12,
        'ein' => 1, 'zwei' => 2, 'drei' => 3, 'vier' => 4, 'fuenf' => 5, 'sechs' => 6, 'sieben' => 7, 'acht' => 8, 'neun' => 9, 'zehn' => 10, 'zwoelf' => 12, 'dutzend' => 12,
        'twin' => 2, 'double' => 2, 'doppel' => 2, 'zweier' => 2, 'duo' => 2, 'triple' => 3, 'dreier' => 3, 'trio' => 3, 'vierer' => 4, 'fuenfer' => 5, 'sechser' => 6, 'achter' => 8, 'zehner' => 10, 'zwoelfer' => 12,
        'single' => 1, 'einzel' => 1,
    ];

    private const PACK = '(?:multi)?(?:pack(?:s|ung|ungen)?|pk|packet|set|sets|box|case|carton|karton|kiste|bundle|lot|bag|beutel|tray|gebinde|paket)';

    private const PIECES = '(?:pcs?|pieces|stueck|stk|st|count|ct|units?|packs?|pack|pk)';

    /** Of a set so many come together; of anything else fewer than ten say how it is made: a three-piece airlock is one. */
    private const PARTS = '(?:piece|teile|teilig(?:e[rs]?)?|tlg)';

    private const SETS = '/set|kit|pack|garnitur|bundle|box|case/';

    /** Counted things; the word stays in the title. */
    private const THINGS = '(?:bottles?|flaschen|cans|dosen|tins|bags|beutel|teebeutel|tabs|tablets|tabletten|capsules|caps|kapseln|sachets|rolls|rollen|sheets|blatt|jars|glaeser|pairs|paare?|pods|pads|sticks|wipes|tuecher|filters?|cartridges|patronen|batteries|batterien|cups|becher|glasses|tubes|tuben|bars|riegel|stoppers|corks|korken|lids|deckel|airlocks|plates|teller|balls|pens|stifte|blades|klingen|candles|kerzen|bulbs|spoons|loeffel)';

    public function kind(): string
    {
        return 'pack';
    }

    public function takenFrom(TitleText $title): array
    {
        $words = implode('|', array_keys(self::NUMBERS));
        $number = "(\\d{1,4}|{$words})";
        $counts = [];
        foreach (
            [
                '/(?<![\\p{L}\\p{N}])(?:'.self::PACK."|packung mit|lot) (?:of|mit|a|a\\.|de|zu|von|with|containing) (?:a )?{$number}(?![\\p{L}\\p{N}.,])/u",
                "/(?<![\\p{L}\\p{N}.,]){$number}[ -]?(?:er)?[ -]?".self::PACK.'(?![\p{L}\p{N}])/u',
                '/(?<![\p{L}\p{N}.,])(\d{1,4})[ -]?er(?![\p{L}\p{N}])/u',
                "/(?<![\\p{L}\\p{N}.,]){$number}[ -]?".self::PIECES.'(?![\p{L}\p{N}])\.?/u',
                '/(?<![\p{L}\p{N}.,])(\d{2,4})[ -]?'.self::PARTS.'(?![\p{L}\p{N}])\.?/u',
                '/(?<![\p{L}\p{N}.,])(\d{1,4}) ?(?=x ?(?:\d+ ?x ?)?'.Measure::NUMBER.' ?-?(?:'.Measure::NOT_LENGTHS.')(?![\p{L}\p{N}]))x/u',
                '/(?<![\p{L}\p{N}.,])(\d{1,4}) (?='.self::THINGS.'(?![\p{L}\p{N}]))/u',
                '/(?<![\p{L}\p{N}.,])(?:set|sparset|vorteilspack|multipack) (\d{1,4})(?![\p{L}\p{N}.,])/u',
                '/(?<![\p{L}\p{N}])(\d{1,3}) ?x(?=\s*pack of)/u',
            ] as $pattern
        ) {
            foreach ($title->take($pattern) as $found) {
                $counts[] = self::NUMBERS[$found[1]] ?? (int) ltrim($found[1], '0');
            }
        }
        if ($counts === [] && preg_match(self::SETS, $title->text) === 1) {
            foreach ($title->take("/(?<![\\p{L}\\p{N}.,]){$number}[ -]?".self::PARTS.'(?![\p{L}\p{N}])\.?/u') as $found) {
                $counts[] = self::NUMBERS[$found[1]] ?? (int) ltrim($found[1], '0');
            }
        }
        // The same count said twice is one: "6 pack, 6 x 330 ml".
        $counts = array_values(array_unique(array_filter($counts, fn (int $count): bool => $count > 1)));

        return $counts === [] ? [] : [(string) array_product($counts)];
    }

    public function agreement(array $ours, array $theirs): ?Agreement
    {
        return Agreement::ofSets($ours, $theirs);
    }
}
