<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Page;

use DOMElement;
use Wrasse\Core\Reading\Data\ProductFacts;
use Wrasse\Core\Reading\Html\HtmlPage;

use function array_map;

/** Every value that was found for a field: by which source, where, and why it was taken or left. */
final class Trace
{
    /** @var array<string, list<array{value: string, source: string, at: DOMElement|null, why: string}>> */
    private array $found = [];

    /** @param  list<ProductFacts>  $products  of the page, best first */
    public static function of(array $products, ?string $visible, ?DOMElement $visibleAt): self
    {
        $trace = new self();
        foreach ($products as $facts) {
            foreach (['name', 'brand', 'gtin', 'mpn', 'sku'] as $field) {
                $trace->add($field, $facts->{$field}, $facts->source, $facts->at);
            }
            foreach ([...$facts->offers, ...$facts->variants] as $offer) {
                $about = $offer->name === null || $offer->name === '' ? '' : "of {$offer->name}";
                $trace->add('price', $offer->price, $facts->source, $offer->at ?? $facts->at, $about);
                $trace->add('old_price', $offer->oldPrice, $facts->source, $offer->at ?? $facts->at, $about);
                $trace->add('availability', $offer->availability?->value, $facts->source, $offer->at ?? $facts->at, $about);
            }
        }
        $trace->add('price', $visible, 'markup', $visibleAt);

        return $trace;
    }

    private function add(string $field, ?string $value, string $source, ?DOMElement $at, string $why = ''): void
    {
        if ($value !== null) {
            $this->found[$field][] = ['value' => $value, 'source' => $source, 'at' => $at, 'why' => $why];
        }
    }

    /** @return list<array{string, string}> where on the page what was read stands: field and path */
    public function places(PageReading $reading): array
    {
        $document = $reading->document();
        $places = [];
        foreach ($this->found as $field => $values) {
            foreach ($values as $one) {
                if ($one['at'] !== null && self::isSame($one['value'], $document[$field])) {
                    $places[] = [$field, HtmlPage::path($one['at'])];
                }
            }
        }

        return $places;
    }

    private static function isSame(string $value, mixed $read): bool
    {
        return $value === $read || is_numeric($value) && is_string($read) && is_numeric($read) && bccomp($value, $read, 4) === 0;
    }

    /** @return array<string, list<array{value: string, source: string, at: string|null, taken: bool, why: string}>> */
    public function document(PageReading $reading): array
    {
        $document = $reading->document();
        $traced = [];
        foreach ($this->found as $field => $values) {
            $source = $reading->foundBy[$field] ?? null;
            $traced[$field] = array_map(function (array $one) use ($field, $source, $document): array {
                $read = $document[$field];
                $isSame = self::isSame($one['value'], $read);
                $isTaken = $isSame && ($source === null || $one['source'] === $source);

                return [
                    'value' => $one['value'],
                    'source' => $one['source'],
                    'at' => $one['at'] === null ? null : HtmlPage::path($one['at']),
                    'taken' => $isTaken,
                    'why' => trim($one['why'].' '.match (true) {
                        $isTaken => 'best source',
                        $read === null => 'not clear',
                        $isSame => 'says the same',
                        default => 'another value goes before it',
                    }),
                ];
            }, $values);
        }

        return $traced;
    }
}
