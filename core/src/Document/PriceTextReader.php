<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Reading\Price\PriceReader;
use Wrasse\Core\Reading\Price\ReadLocale;

use function is_string;

/** Reads {"text": "1.234,56 €", "currency": null, "locale": null}. */
final readonly class PriceTextReader
{
    public function __construct(private PriceReader $prices = new PriceReader())
    {
    }

    /**
     * @return array<string, mixed> what the text says, as it is written
     *
     * @throws InvalidDocument
     */
    public function read(Node $document): array
    {
        $document->object('text', 'currency', 'locale');
        $text = $document->at('text')->raw();
        if (! is_string($text)) {
            throw $document->at('text')->expected('a text');
        }

        return $this->prices->read($text, self::currency($document), self::locale($document))->document();
    }

    /** @throws InvalidDocument */
    public static function currency(Node $document): ?Currency
    {
        $given = $document->find('currency');

        return $given === null ? null : EarningsReader::currency($given);
    }

    /** @throws InvalidDocument */
    public static function locale(Node $document): ?ReadLocale
    {
        $given = $document->find('locale');

        return $given === null ? null : ReadLocale::of($given->string()) ?? throw $given->expected('a locale such as "de-DE"');
    }
}
