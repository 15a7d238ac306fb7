<?php

declare(strict_types=1);

namespace Simulators\Shops\Pages;

use Simulators\Shops\Item;

/** Bare markup, with the sizes as JSON in a script, in pence. */
final readonly class ScriptPage extends Page
{
    public function product(string $url, array $items, bool $isRedesigned): string
    {
        $first = $items[0];
        $data = [
            'product' => [
                'title' => $first->title,
                'variants' => array_map(
                    fn (Item $item) => [
                        'id' => $item->sku,
                        'option' => $item->size,
                        'priceCents' => $item->price,
                        'currency' => $this->shop->currency,
                        'available' => $item->inStock,
                    ],
                    $items,
                ),
            ],
        ];
        $options = implode(
            '',
            array_map(fn (Item $item) => "<option value=\"{$this->e($item->sku)}\">{$this->e($item->size)}</option>", $items),
        );

        return $this->document(
            $first->title,
            '',
            <<<HTML
            <h1>{$this->e($first->title)}</h1><form><select name="size">{$options}</select></form>
            <div class="price">{$this->money($first->price)}</div><p>{$this->stock($first)}</p>{$this->button($first)}
            <script>window.pageData = {$this->json($data)};</script>
            HTML,
        );
    }
}
