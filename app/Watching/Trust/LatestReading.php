<?php

declare(strict_types=1);

namespace App\Watching\Trust;

use App\Support\Messages\Message;
use App\Watching\Models\Verdict;
use Carbon\CarbonImmutable;

/** What came of reading a page the last time. */
final readonly class LatestReading implements KeptAsDocument
{
    /** As exact as the database has it. */
    private const TIME = 'Y-m-d\TH:i:s.uP';

    /**
     * @param  FoundOffer|null  $offer  null: no price came of it
     * @param  Message|null  $problem  why none did
     * @param  list<string>  $problems  as the reader names them
     * @param  list<Doubt>  $doubts
     * @param  list<array{name: string, price: string|null, availability: string}>  $variants  that the page has
     * @param  string|null  $currency  of their prices
     */
    public function __construct(
        public int $reading,
        public CarbonImmutable $readAt,
        public Verdict $verdict,
        public ?FoundOffer $offer,
        public ?Message $problem,
        public array $problems = [],
        public array $doubts = [],
        public array $variants = [],
        public ?string $gtin = null,
        public ?string $mpn = null,
        public ?string $currency = null,
    ) {
    }

    /** The same after a person has said what it is good for. */
    public function judged(Verdict $verdict): self
    {
        return self::of([...$this->document(), 'verdict' => $verdict->value, 'doubts' => []]);
    }

    public function document(): array
    {
        return [
            'reading' => $this->reading,
            'read_at' => $this->readAt->format(self::TIME),
            'verdict' => $this->verdict->value,
            'offer' => $this->offer?->document(),
            'problem' => $this->problem?->stored(),
            'problems' => $this->problems,
            'doubts' => array_map(fn (Doubt $doubt) => $doubt->value, $this->doubts),
            'variants' => $this->variants,
            'gtin' => $this->gtin,
            'mpn' => $this->mpn,
            'currency' => $this->currency,
        ];
    }

    public static function of(array $document): self
    {
        return new self(
            $document['reading'],
            CarbonImmutable::parse($document['read_at']),
            Verdict::from($document['verdict']),
            $document['offer'] === null ? null : FoundOffer::of($document['offer']),
            $document['problem'] === null ? null : Message::fromStored($document['problem']),
            $document['problems'],
            array_map(Doubt::from(...), $document['doubts']),
            $document['variants'],
            $document['gtin'],
            $document['mpn'],
            $document['currency'] ?? null,
        );
    }
}
