<?php

declare(strict_types=1);

namespace Simulators\Shops\Pages;

use Simulators\Shops\Item;

/** Prices stand in the list of sizes only. */
final readonly class OptionListPage extends Page
{
    public function product(string $url, array $items, bool $isRedesigned): string
    {
        $first = $items[0];
        $options = implode(
            '',
            array_map(
                fn (Item $item) => "<option value=\"{$this->e($item->sku)}\" data-price=\"{$item->decimal()}\">{$this->e($item->size)} – {$this->money($item->price)}</option>",
                $items,
            ),
        );

        $price = count($items) === 1 ? "<p class=\"precio\">{$this->money($first->price)}</p>" : '';

        return $this->document(
            $first->title,
            '',
            "<h1>{$this->e($first->title)}</h1>{$price}<form><label>Tamaño <select name=\"t\">{$options}</select></label>{$this->button($first)}</form><p>{$this->stock($first)}</p>",
        );
    }
}
