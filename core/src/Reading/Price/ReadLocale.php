<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Price;

use Locale;
use NumberFormatter;
use Symfony\Component\Intl\Currencies;
use Wrasse\Core\Money\Currency;

use function preg_match;
use function strtr;

/** What a locale (BCP 47, such as de-DE) says of prices; it decides only what would be ambiguous without it. */
final readonly class ReadLocale
{
    /** @param  '.'|','  $decimal  its decimal separator */
    private function __construct(public string $decimal, public ?Currency $currency)
    {
    }

    /** Null where it is no locale. */
    public static function of(?string $tag): ?self
    {
        if ($tag === null || preg_match('/^[A-Za-z]{2,8}(?:[-_][A-Za-z0-9]{1,8})*\z/', $tag) !== 1) {
            return null;
        }
        $locale = strtr($tag, '-', '_');
        $format = new NumberFormatter($locale, NumberFormatter::CURRENCY);
        $decimal = $format->getSymbol(NumberFormatter::MONETARY_SEPARATOR_SYMBOL);
        $code = $format->getTextAttribute(NumberFormatter::CURRENCY_CODE);
        $hasCountry = (string) Locale::getRegion($locale) !== '';

        return new self(
            $decimal === ',' ? ',' : '.',
            $hasCountry && Currencies::exists($code) ? Currency::of($code) : null,
        );
    }

    /** The language of a page says how numbers are written, and nothing of its currency. */
    public function ofSeparatorsOnly(): self
    {
        return new self($this->decimal, null);
    }
}
