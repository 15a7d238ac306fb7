<?php

declare(strict_types=1);

namespace App\Watching\Crawling;

use App\Watching\Models\CrawlPage;
use App\Watching\Models\SiteProduct;
use App\Watching\Models\Watch;
use App\Watching\Trust\FoundOffer;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;
use Wrasse\Core\Reading\Data\Availability;
use Wrasse\Core\Reading\Page\PageReading;

/** Keeps what a page of another shop sells, and for how much over time. */
final readonly class KeepSiteProducts
{
    private const MOST_VARIANTS = 100;

    private const LONGEST = 500;

    /** @param  FoundOffer|null  $found  what the page offers as a whole */
    public function keep(CrawlPage $page, PageReading $reading, ?FoundOffer $found, CarbonImmutable $at): void
    {
        $kept = [];
        foreach (self::offers($reading) as $offer) {
            $kept[] = $this->keepOne($page, $reading, $offer, $offer['variant'] === null ? $found : null, $at)->id;
        }
        $this->pageProducts($page)
            ->whereNotIn('id', $kept)
            ->whereNull('gone_at')
            ->update(['gone_at' => $at->format(Watch::TIME)]);
    }

    public function unchanged(CrawlPage $page, CarbonImmutable $at): void
    {
        $this->pageProducts($page)->whereNull('gone_at')->update(['seen_at' => $at->format(Watch::TIME)]);
    }

    /** Nothing is sold there any more. */
    public function gone(CrawlPage $page, CarbonImmutable $at): void
    {
        $this->pageProducts($page)->whereNull('gone_at')->update(['gone_at' => $at->format(Watch::TIME)]);
    }

    /**
     * One for the page; where it is for each variant to say what it costs, one for each.
     *
     * @return list<array{variant: string|null, title: string, price: string|null, availability: Availability}>
     */
    private static function offers(PageReading $reading): array
    {
        $title = mb_strimwidth(trim((string) $reading->name), 0, self::LONGEST);
        if ($title === '') {
            return [];
        }
        if ($reading->price !== null || count($reading->variants) < 2) {
            return [['variant' => null, 'title' => $title, 'price' => $reading->price, 'availability' => $reading->availability]];
        }
        $names = array_column($reading->variants, 'name');
        $offers = [];
        foreach (array_slice($reading->variants, 0, self::MOST_VARIANTS) as $variant) {
            $offers[$variant['name']] = [
                'variant' => mb_strimwidth($variant['name'], 0, 255),
                'title' => self::titled($title, $names, $variant['name']),
                'price' => $variant['price'],
                'availability' => Availability::from($variant['availability']),
            ];
        }

        return array_values($offers);
    }

    /**
     * A page whose title names one of its variants is about that one only.
     *
     * @param  list<string>  $names  of all variants
     */
    private static function titled(string $title, array $names, string $name): string
    {
        $plain = trim((string) preg_replace('/\s+/u', ' ', str_ireplace($names, ' ', $title)), " \u{a0},-–|:/()");

        return mb_strimwidth(($plain === '' ? $title : $plain).' '.$name, 0, self::LONGEST);
    }

    /** @param  array{variant: string|null, title: string, price: string|null, availability: Availability}  $offer */
    private function keepOne(CrawlPage $page, PageReading $reading, array $offer, ?FoundOffer $found, CarbonImmutable $at): SiteProduct
    {
        $product = $this->pageProducts($page)->where('variant', $offer['variant'])->first() ?? new SiteProduct();
        $product->forceFill([
            'site_id' => $page->site_id,
            'url' => $page->url,
            'variant' => $offer['variant'],
            'title' => $offer['title'],
            'brand' => self::short($reading->brand),
            'gtin' => $offer['variant'] === null ? self::short($reading->gtin) : null,
            'mpn' => $offer['variant'] === null ? self::short($reading->mpn) : null,
            'sku' => $offer['variant'] === null ? self::short($reading->sku) : null,
        ]);
        if ($product->isDirty(['title', 'brand', 'gtin', 'mpn'])) {
            $product->matched_at = null;
        }
        $product->first_seen_at ??= $at;
        $product->forceFill([
            ...self::price($offer['price'], $reading->currency),
            'tax_included' => $reading->taxIncluded,
            'in_stock' => in_array($offer['availability'], [Availability::InStock, Availability::Limited, Availability::Unknown], true),
            'condition' => $reading->condition->value ?? 'new',
            'offer' => $found,
            'seen_at' => $at,
            'gone_at' => null,
        ]);
        $isMoved = $product->isDirty(['price_minor', 'currency', 'in_stock']);
        $product->save();
        if ($isMoved) {
            DB::table('site_product_prices')->insertOrIgnore([
                'workspace_id' => $page->workspace_id,
                'site_product_id' => $product->id,
                'seen_at' => $at->format(Watch::TIME),
                'price_minor' => $product->price_minor,
                'currency' => $product->currency,
                'in_stock' => $product->in_stock,
            ]);
        }

        return $product;
    }

    /** @return array{price_minor: int|null, currency: string|null} */
    private static function price(?string $price, ?string $currency): array
    {
        try {
            $minor = $price === null || $currency === null ? null : Currency::of($currency)->parse($price);
        } catch (InvalidAmount) {
            $minor = null;
        }

        return $minor === null || $minor <= 0 ? ['price_minor' => null, 'currency' => null] : ['price_minor' => $minor, 'currency' => $currency];
    }

    private static function short(?string $text): ?string
    {
        $text = mb_strimwidth(trim((string) $text), 0, 255);

        return $text === '' ? null : $text;
    }

    /** @return Builder<SiteProduct> */
    private function pageProducts(CrawlPage $page): Builder
    {
        return SiteProduct::query()->where('site_id', $page->site_id)->whereRaw('md5(url) = md5(?)', [$page->url])->where('url', $page->url);
    }
}
