<?php

declare(strict_types=1);

namespace App\Watching\Trust;

use Carbon\CarbonImmutable;
use Wrasse\Core\Reading\Data\Availability;

/** What a page offers, as it was read. Amounts are decimals with the digits of their currency. */
final readonly class FoundOffer implements KeptAsDocument
{
    /** As exact as the database has it. */
    private const TIME = 'Y-m-d\TH:i:s.uP';

    /**
     * @param  int  $reading  its number
     * @param  string|null  $shipping  as the page says it
     * @param  bool|null  $taxIncluded  as the page says it
     * @param  string  $source  where the price stood
     * @param  int  $confidence  in hundredths
     * @param  string|null  $promotion  in the words of the page
     */
    public function __construct(
        public int $reading,
        public CarbonImmutable $readAt,
        public string $price,
        public string $currency,
        public ?string $shipping,
        public ?bool $taxIncluded,
        public Availability $availability,
        public string $condition,
        public ?string $name,
        public ?string $variant,
        public string $source,
        public int $confidence,
        public ?string $promotion = null,
    ) {
    }

    public function at(int $reading, CarbonImmutable $readAt): self
    {
        return self::of([...$this->document(), 'reading' => $reading, 'read_at' => $readAt->format(self::TIME)]);
    }

    /** The same, but that there are none to be had. */
    public function soldOut(Availability $availability): self
    {
        return self::of([...$this->document(), 'availability' => $availability->value]);
    }

    /** Whether a buyer meets the same offer. */
    public function agreesWith(self $other): bool
    {
        return $this->price === $other->price &&
            $this->currency === $other->currency &&
            $this->variant === $other->variant &&
            $this->hasSameName($other);
    }

    /**
     * Whether a page that was read like this makes this offer.
     *
     * @param  array{price: string|null, currency: string|null, variant: string|null, name: string|null}  $reading  as the reader has it
     */
    public function isOf(array $reading): bool
    {
        return $this->price === $reading['price'] &&
            $this->currency === $reading['currency'] &&
            $this->variant === $reading['variant'] &&
            $this->name === $reading['name'];
    }

    public function hasSameName(self $other): bool
    {
        return self::plain($this->name) === self::plain($other->name);
    }

    public function isInStock(): bool
    {
        return in_array(
            $this->availability,
            [Availability::InStock, Availability::Limited, Availability::Unknown],
            true,
        );
    }

    public function document(): array
    {
        return [
            'reading' => $this->reading,
            'read_at' => $this->readAt->format(self::TIME),
            'price' => $this->price,
            'currency' => $this->currency,
            'shipping' => $this->shipping,
            'tax_included' => $this->taxIncluded,
            'availability' => $this->availability->value,
            'condition' => $this->condition,
            'name' => $this->name,
            'variant' => $this->variant,
            'source' => $this->source,
            'confidence' => $this->confidence,
            'promotion' => $this->promotion,
        ];
    }

    public static function of(array $document): self
    {
        return new self(
            $document['reading'],
            CarbonImmutable::parse($document['read_at']),
            $document['price'],
            $document['currency'],
            $document['shipping'],
            $document['tax_included'],
            Availability::from($document['availability']),
            $document['condition'],
            $document['name'],
            $document['variant'],
            $document['source'],
            $document['confidence'],
            $document['promotion'] ?? null,
        );
    }

    private static function plain(?string $name): string
    {
        return mb_strtolower((string) preg_replace('/\s+/u', ' ', trim((string) $name)));
    }
}
