<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use Wrasse\Core\Document\InvalidDocument;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RuleReader;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Rule\Rule;

/** A rule as it is kept, read once for each currency however many listings are on it. */
final class RuleDocument
{
    /** @var array<string, Rule> */
    private array $read = [];

    /** @var array<string, self> the same without some sellers */
    private array $without = [];

    /**
     * @param  array<string, mixed>  $document
     * @param  string  $own  the currency of its plain amounts: that of the workspace
     * @param  list<string>  $ignored  sellers that do not count for the moment, whatever the rule says
     */
    public function __construct(
        public readonly array $document,
        private readonly string $own,
        public readonly array $ignored = [],
    ) {
    }

    /**
     * The rule for a listing on which some rivals are not looked at for a while. A rule that does not look at rivals
     * one by one stays as it is.
     *
     * @param  list<string>  $sellers
     */
    public function ignoring(array $sellers): self
    {
        if ($sellers === [] || $this->document['kind'] !== 'competitive') {
            return $this;
        }
        $field = $this->document['field'] ?? [];

        return $this->without[implode("\0", $sellers)] ??= new self(
            [
                ...$this->document,
                'field' => [
                    ...$field,
                    'exclude_sellers' => array_values(array_unique([...$field['exclude_sellers'] ?? [], ...$sellers])),
                ],
            ],
            $this->own,
            $sellers,
        );
    }

    /** The rule by which a listing without one is evaluated: match the cheapest comparable offer. */
    public static function usual(string $own): self
    {
        return new self(['version' => 1, 'kind' => 'competitive', 'reference' => ['of' => 'lowest']], $own);
    }

    /**
     * For a listing in that currency.
     *
     * @return array<string, mixed>
     */
    public function for(string $currency): array
    {
        return $currency === $this->own ? $this->document : [...$this->document, 'currency' => $this->own];
    }

    /** @throws InvalidDocument */
    public function read(string $currency): Rule
    {
        return $this->read[$currency] ??= (new RuleReader(Currency::of($currency)))->read(
            Node::of($this->for($currency), '$.rule'),
        );
    }
}
