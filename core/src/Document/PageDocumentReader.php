<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use Wrasse\Core\Reading\Page\PageReader;

use function base64_decode;
use function is_string;

/**
 * Reads {"html": "…" or "html_base64": "…", "url", "content_type", "currency", "locale", "variant", "recipe"}; what is left out
 * is not known.
 */
final readonly class PageDocumentReader
{
    public function __construct(private PageReader $pages = new PageReader(), private RecipeReader $recipes = new RecipeReader())
    {
    }

    /**
     * @param  bool  $isTraced  with every value found for each field
     * @return array<string, mixed> what the page says, as it is written
     *
     * @throws InvalidDocument
     */
    public function read(Node $document, bool $isTraced = false): array
    {
        $document->object('html', 'html_base64', 'url', 'content_type', 'currency', 'locale', 'variant', 'recipe');
        $recipe = $document->find('recipe');
        // Text that came as JSON is UTF-8, whatever the page says of itself.
        $isText = $document->find('html') !== null;

        $reading = $this->pages->read(
            $this->bytes($document),
            $isText ? 'text/html; charset=utf-8' : $document->find('content_type')?->string(),
            $document->find('url')?->string(),
            PriceTextReader::currency($document),
            PriceTextReader::locale($document),
            $document->find('variant')?->string(),
            $recipe === null ? null : $this->recipes->read($recipe),
        );

        return [...$reading->document(), ...$isTraced ? ['trace' => (object) ($reading->trace?->document($reading) ?? [])] : []];
    }

    private function bytes(Node $document): string
    {
        $html = $document->at('html')->raw();
        $encoded = $document->at('html_base64')->raw();
        if (is_string($html) && $encoded === null) {
            return $html;
        }
        $bytes = is_string($encoded) && $html === null ? base64_decode($encoded, true) : false;

        return $bytes !== false ? $bytes : throw $document->at($encoded === null ? 'html' : 'html_base64')->expected('a page, as html or html_base64');
    }
}
