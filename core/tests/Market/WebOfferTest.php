<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Market;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Market\WebOffer;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\ExchangeRate;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Profit\Tax;

/** What a page of another shop asks, beside a listing of ours. */
final class WebOfferTest extends TestCase
{
    /**
     * Tax: net × (100 + rate) ÷ 100 and gross × 100 ÷ (100 + rate), Council Directive 2006/112/EC, articles 73 and 78. The
     * figures are worked out by hand.
     *
     * @return iterable<string, array{int, int|null, bool|null, string|null, bool, int, int}>
     */
    public static function offers(): iterable
    {
        yield 'as ours' => [2_190, 490, true, null, true, 2_190, 2_680];
        yield 'the page does not say' => [2_190, 490, null, null, true, 2_190, 2_680];
        yield 'without tax beside ours with it' => [10_000, 1_000, false, null, true, 11_900, 13_090];
        yield 'half a cent up' => [50, null, false, null, true, 60, 60];
        yield 'with tax beside ours without it' => [11_900, 0, true, null, false, 10_000, 10_000];
        yield 'shipping that is not known' => [2_190, null, true, null, true, 2_190, 2_190];
        yield 'converted' => [1_000, 500, true, '1.15', true, 1_150, 1_725];
        yield 'converted and taxed' => [1_000, null, false, '1.15', true, 1_369, 1_369];
        yield 'next to nothing' => [1, null, true, '0.001', true, 1, 1];
    }

    #[DataProvider('offers')]
    public function test_is_brought_to_the_terms_of_a_listing(
        int $price,
        ?int $shipping,
        ?bool $taxIncluded,
        ?string $rate,
        bool $ourTaxIncluded,
        int $itsPrice,
        int $landed,
    ): void {
        $offer = (new WebOffer('shop.test', $price, $shipping, $taxIncluded, 'new', true, 5))->inTermsOf(
            $rate === null ? null : ExchangeRate::of(Currency::of('GBP'), Currency::of('EUR'), $rate),
            new Tax(Percent::parse('19'), $ourTaxIncluded),
        );
        self::assertSame([$itsPrice, $landed, 'web', 5], [$offer->price, $offer->landed, $offer->source, $offer->seenAt]);
    }

    public function test_shipping_is_free_from_a_price_on(): void
    {
        self::assertSame(490, WebOffer::shipping(5_999, 490, 6_000));
        self::assertSame(0, WebOffer::shipping(6_000, 490, 6_000));
        self::assertNull(WebOffer::shipping(6_000, null, null));
        self::assertSame(490, WebOffer::shipping(100_000, 490, null));
    }
}
