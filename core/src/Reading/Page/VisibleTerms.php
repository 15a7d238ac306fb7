<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Page;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Reading\Price\Claims\Extras;
use Wrasse\Core\Reading\Price\PriceReader;
use Wrasse\Core\Reading\Price\ReadLocale;

use function array_slice;
use function max;
use function mb_strlen;
use function preg_match;
use function preg_replace;

/** What stands beside the price that is plainly to be seen: a price for members, a promotion. */
final readonly class VisibleTerms
{
    /** So many blocks before and behind the price belong to it. */
    private const NEAR = 5;

    /** Longer texts are about something else as well. */
    private const LONGEST = 90;

    private const MEMBERS = '/(?<![\p{L}\d])'.Extras::MEMBERS.'(?!\p{L})/iu';

    private const PROMOTION = '/^sale(?: price)?\W*\z|(?<!\p{L})(?:\d{1,2} ?% (?:off|discount|rabatt|reduziert|g(?:ü|ue)nstiger|de (?:remise|r(?:é|e)duction|descuento)|di sconto|korting|rabatu|taniej)|[-–−] ?\d{1,2} ?%|buy \d[^|]{0,20}get|\d (?:for|f(?:ü|ue)r|pour|por|per|voor|za) (?:the price of )?(?:\d(?![\d.,])|[€£$]|\d+[.,]\d{2})|(?:with|mit|avec|con|met|z) (?:the )?(?:code|coupon|voucher|gutschein\w*|c(?:ó|o)digo|codice|kod\w*)|(?:summer|winter|spring|autumn|clearance|flash|black friday) sale|special offer|limited offer|deal of the (?:day|week)|(?:sommer|winter)?aktion(?:spreis)?|(?:tages|wochen)?angebot|schlussverkauf|ausverkauf|promo(?:tion|ción|zione|cja)?|soldes|oferta|rebajas|offerta|saldi|aanbieding|actie|promocja|wyprzeda(?:ż|z))(?!\p{L})/iu';

    public ?string $memberPrice;

    public ?string $promotion;

    /** @param  string|null  $price  what anyone pays, a decimal number; nobody pays more for being a member */
    public function __construct(VisiblePage $page, VisiblePrice $visible, ?string $price, ?Currency $currency, ?ReadLocale $locale)
    {
        $near = $visible->at === null ? [] : array_slice($page->blocks, max(0, $visible->at - self::NEAR), 2 * self::NEAR + 1);
        $memberPrice = $promotion = null;
        foreach ($near as $block) {
            if ($block->isHeading || mb_strlen($block->text) > self::LONGEST) {
                continue;
            }
            $memberPrice ??= $this->forMembers($block->text, $price, $currency, $locale);
            if (! $block->isAside && preg_match(self::PROMOTION, $block->text) === 1) {
                $promotion ??= $block->text;
            }
        }
        $this->memberPrice = $memberPrice;
        $this->promotion = $promotion;
    }

    private function forMembers(string $text, ?string $price, ?Currency $currency, ?ReadLocale $locale): ?string
    {
        if (! is_numeric($price) || preg_match(self::MEMBERS, $text) !== 1) {
            return null;
        }
        $reading = (new PriceReader())->read((string) preg_replace(self::MEMBERS, ' ', $text), $currency, $locale);
        $isOurs = $currency === null || $reading->currency === null || $reading->currency->code === $currency->code;

        return $isOurs && is_numeric($reading->price) && bccomp($reading->price, $price, 4) < 0 ? $reading->price : null;
    }
}
