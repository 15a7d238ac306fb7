<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Recipe;

use const JSON_UNESCAPED_SLASHES;
use const JSON_UNESCAPED_UNICODE;

use DOMElement;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Reading\Data\Availability;
use Wrasse\Core\Reading\Html\HtmlPage;
use Wrasse\Core\Reading\Price\PriceReading;
use Wrasse\Core\Reading\Price\ReadLocale;

use function array_is_list;
use function is_array;
use function is_float;
use function is_int;
use function is_string;
use function json_encode;
use function mb_strimwidth;
use function trim;

/** What goes from step to step: at first the page, then an element, a text, a number, or what was read. */
final readonly class Value
{
    private function __construct(
        public HtmlPage $page,
        public ?Currency $currency,
        public ?ReadLocale $locale,
        public mixed $of,
        public bool $isPage = false,
    ) {
    }

    public static function page(HtmlPage $page, ?Currency $currency, ?ReadLocale $locale): self
    {
        return new self($page, $currency, $locale, null, true);
    }

    public function with(mixed $of): self
    {
        return new self($this->page, $this->currency, $this->locale, $of);
    }

    public function nothing(): self
    {
        return $this->with(null);
    }

    public function isNothing(): bool
    {
        return ! $this->isPage && ($this->of === null || $this->of === '' || $this->of === []);
    }

    public function element(): ?DOMElement
    {
        return $this->of instanceof DOMElement ? $this->of : null;
    }

    /** Of an element its visible text, of a number its digits, of a list its first; null of anything else. */
    public function text(): ?string
    {
        $of = is_array($this->of) && array_is_list($this->of) ? $this->of[0] ?? null : $this->of;

        return match (true) {
            $this->isPage => $this->page->text($this->page->document),
            is_string($of) => $of,
            is_int($of) => (string) $of,
            is_float($of) => (string) json_encode($of),
            $of instanceof DOMElement => $this->page->text($of),
            default => null,
        };
    }

    public function price(): ?PriceReading
    {
        return $this->of instanceof PriceReading ? $this->of : null;
    }

    public function availability(): ?Availability
    {
        return $this->of instanceof Availability ? $this->of : null;
    }

    /** As a person is shown it, in so many characters at most; null: nothing. */
    public function shown(int $most): ?string
    {
        $shown = match (true) {
            $this->of instanceof PriceReading => $this->of->price === null
                ? null
                : trim("{$this->of->price} {$this->of->currency?->code}"),
            $this->of instanceof Availability => $this->of->value,
            is_array($this->of) => (string) json_encode($this->of, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES),
            default => $this->text(),
        };

        return $shown === null ? null : mb_strimwidth($shown, 0, $most, '…', 'UTF-8');
    }
}
