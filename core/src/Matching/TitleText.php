<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching;

use function preg_match_all;
use function preg_replace;
use function preg_split;

/** A folded title out of which is taken what it says; words are what is left. */
final class TitleText
{
    /** How many there are, where small letters tell it: "x6" is no model, "X6" may be one. */
    private const COUNTS = ['/(?<![\p{L}\p{N}])(?<!\d )[x×](\d{1,3})(?![\p{L}\p{N}.,])/u', '/(?<![\p{L}\p{N}.,])(\d{1,3}) ?[xX×](?=\s+\p{L}{2}|\s*[),]|\s*$)/u'];

    /** A size behind a number of a model: "33XL". */
    private const JOINED_SIZE = '/(?<=\d\d)(x{1,3}l)(?![\p{L}\p{N}])/';

    /** What shops add to any title. */
    private const ADVERTISING = '/(?<![\p{L}\p{N}])(?:free (?:shipping|delivery|p&p|returns)|(?:fast|quick|next day|same day|express) (?:shipping|delivery|dispatch)|in stock|auf lager|sofort lieferbar|schneller? (?:versand|lieferung)|kostenloser? versand|gratis versand|ideal gift|made in \p{L}+|\d{1,2} (?:years?|jahre) (?:warranty|garantie)|money back|best price|bester preis|top (?:qualitaet|quality|zustand|seller)|special offer|hot deal)(?![\p{L}\p{N}])/u';

    private function __construct(public string $text)
    {
    }

    public static function of(string $title): self
    {
        $title = (string) preg_replace(self::COUNTS, ' pack of $1 ', $title);

        $folded = (string) preg_replace(
            [self::JOINED_SIZE, '/(?<=\d)x(?=\d)/', '/(?<![\p{L}\p{N}])w\/ ?(?=\p{L})/u', self::ADVERTISING],
            [' $1', ' x ', 'with ', ' '],
            FoldedText::of($title),
        );

        return new self(" {$folded} ");
    }

    /**
     * Takes out all that fits.
     *
     * @return list<array<int|string, string>> what was found, as preg_match has it
     */
    public function take(string $pattern): array
    {
        if ((int) preg_match_all($pattern, $this->text, $found, PREG_SET_ORDER) === 0) {
            return [];
        }
        $this->text = (string) preg_replace($pattern, ' ', $this->text);

        /** @var list<array<int|string, string>> */
        return $found;
    }

    /** @return list<string> */
    public function words(): array
    {
        return preg_split('/[^\p{L}\p{N}]+/u', $this->text, -1, PREG_SPLIT_NO_EMPTY) ?: [];
    }
}
