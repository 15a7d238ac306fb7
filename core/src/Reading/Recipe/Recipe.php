<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Recipe;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Reading\Html\HtmlPage;
use Wrasse\Core\Reading\Price\ReadLocale;

/** Where on the pages of a site some fields stand: for each a chain of steps. */
final readonly class Recipe
{
    public const FIELDS = ['price', 'old_price', 'member_price', 'availability', 'promotion', 'shipping', 'name', 'gtin', 'currency'];

    /** @param  array<string, non-empty-list<Step>>  $fields */
    public function __construct(private array $fields)
    {
    }

    public function has(string $field): bool
    {
        return isset($this->fields[$field]);
    }

    public function of(string $field, HtmlPage $page, ?Currency $currency, ?ReadLocale $locale): Value
    {
        $value = Value::page($page, $currency, $locale);
        foreach ($this->fields[$field] ?? [] as $step) {
            $value = $step->on($value);
            if ($value->isNothing()) {
                return $value->nothing();
            }
        }

        return $value;
    }
}
