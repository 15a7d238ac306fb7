<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Recipe;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Reading\Html\HtmlPage;
use Wrasse\Core\Reading\Price\ReadLocale;

use function array_keys;
use function count;

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

    /** @return list<string> the fields it names */
    public function fields(): array
    {
        return array_keys($this->fields);
    }

    public function of(string $field, HtmlPage $page, ?Currency $currency, ?ReadLocale $locale): Value
    {
        $values = $this->steps($field, $page, $currency, $locale);

        return $values === [] ? Value::page($page, $currency, $locale) : $values[count($values) - 1];
    }

    /** @return list<Value> what there is after each step, up to the first that finds nothing */
    public function steps(string $field, HtmlPage $page, ?Currency $currency, ?ReadLocale $locale): array
    {
        $value = Value::page($page, $currency, $locale);
        $values = [];
        foreach ($this->fields[$field] ?? [] as $step) {
            $value = $step->on($value);
            if ($value->isNothing()) {
                return [...$values, $value->nothing()];
            }
            $values[] = $value;
        }

        return $values;
    }
}
