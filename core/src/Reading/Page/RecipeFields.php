<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Page;

use Symfony\Component\Intl\Currencies;
use Wrasse\Core\Identity\Gtin;
use Wrasse\Core\Identity\InvalidGtin;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Reading\Data\Availability;
use Wrasse\Core\Reading\Html\HtmlPage;
use Wrasse\Core\Reading\Price\PriceReader;
use Wrasse\Core\Reading\Price\PriceReading;
use Wrasse\Core\Reading\Price\ReadLocale;
use Wrasse\Core\Reading\Recipe\Recipe;

use function strtoupper;
use function trim;

/** What a recipe finds on a page; it stands above all other sources for the fields that it names. */
final readonly class RecipeFields
{
    private const SOURCE = 'recipe';

    private ?Currency $currency;

    public function __construct(private Recipe $recipe, private HtmlPage $page, ?Currency $given, private ?ReadLocale $locale)
    {
        $code = strtoupper((string) $this->text('currency', $given));
        $this->currency = $code !== '' && Currencies::exists($code) ? Currency::of($code) : $given;
    }

    public function price(): ?PriceReading
    {
        return $this->recipe->has('price') ? $this->amount('price') : null;
    }

    /** @return bool whether it gave a price */
    public function fill(PageReading $reading): bool
    {
        foreach (['name', 'promotion'] as $field) {
            $this->take($reading, $field, $this->text($field, $this->currency));
        }
        $this->gtin($reading);
        if ($this->recipe->has('currency')) {
            $this->take($reading, 'currency', $this->text('currency', null) === null ? null : $this->currency?->code);
        }
        foreach (['old_price' => 'oldPrice', 'member_price' => 'memberPrice', 'shipping' => 'shipping'] as $field => $property) {
            if ($this->recipe->has($field)) {
                $reading->{$property} = $this->amount($field)?->price;
                $this->note($reading, $field, $reading->{$property} !== null);
            }
        }
        $this->availability($reading);
        if (! $this->recipe->has('price')) {
            return false;
        }
        $price = $this->price();
        $reading->price = $price?->price;
        $reading->range = null;
        $reading->confidence = 0;
        $this->note($reading, 'price', $price?->price !== null);
        if ($price?->price === null) {
            foreach ($price->problems ?? [] as $problem) {
                $reading->problem($problem);
            }

            return false;
        }
        $reading->problems = array_values(array_diff($reading->problems, ['no_price', 'several_prices', 'range_only', 'choose_variant', 'sources_disagree', 'currency_differs']));
        $reading->currency = $price->currency->code ?? $reading->currency;
        $reading->oldPrice = $this->recipe->has('old_price') ? $reading->oldPrice : $price->oldPrice ?? $reading->oldPrice;
        $reading->unitPrice = $price->unitPrice ?? $reading->unitPrice;
        $reading->taxIncluded = $price->taxIncluded ?? $reading->taxIncluded;

        return true;
    }

    private function gtin(PageReading $reading): void
    {
        if (! $this->recipe->has('gtin')) {
            return;
        }
        $text = $this->text('gtin', null);
        if ($text === null) {
            $this->note($reading, 'gtin', false);

            return;
        }
        try {
            $reading->gtin = Gtin::of((string) preg_replace('/\D/', '', $text))->digits;
            $reading->foundBy['gtin'] = self::SOURCE;
        } catch (InvalidGtin) {
            $reading->problem('gtin_invalid');
        }
    }

    private function availability(PageReading $reading): void
    {
        if (! $this->recipe->has('availability')) {
            return;
        }
        $value = $this->recipe->of('availability', $this->page, $this->currency, $this->locale);
        $reading->availability = $value->availability() ?? Availability::ofWords((string) $value->text());
        $this->note($reading, 'availability', ! $value->isNothing());
    }

    private function take(PageReading $reading, string $field, ?string $text): void
    {
        if (! $this->recipe->has($field)) {
            return;
        }
        if ($text !== null) {
            $reading->{$field} = $text;
        }
        $this->note($reading, $field, $text !== null);
    }

    private function note(PageReading $reading, string $field, bool $isFound): void
    {
        if ($isFound) {
            $reading->foundBy[$field] = self::SOURCE;
        } else {
            $reading->problem("recipe_field_empty:{$field}");
        }
    }

    private function text(string $field, ?Currency $currency): ?string
    {
        $text = $this->recipe->has($field) ? trim((string) $this->recipe->of($field, $this->page, $currency, $this->locale)->text()) : '';

        return $text === '' ? null : $text;
    }

    private function amount(string $field): ?PriceReading
    {
        $value = $this->recipe->of($field, $this->page, $this->currency, $this->locale);
        $text = $value->text();

        return $value->price() ?? ($text === null ? null : (new PriceReader())->read($text, $this->currency, $this->locale));
    }
}
