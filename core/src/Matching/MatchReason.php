<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching;

use function sprintf;

/** One thing that speaks for or against two products being the same. */
final readonly class MatchReason
{
    private const NAMES = [
        'gtin' => 'GTIN', 'part_number' => 'Part number', 'brand' => 'Brand', 'title' => 'Title', 'measure' => 'Measure', 'pack' => 'Number in the pack',
        'model' => 'Model', 'generation' => 'Generation', 'year' => 'Year', 'colour' => 'Colour', 'size' => 'Size', 'side' => 'Side', 'audience' => 'Made for',
        'connector' => 'Connector', 'language' => 'Language', 'condition' => 'Condition', 'accessory' => 'Accessory', 'tier' => 'Version', 'price' => 'Price',
    ];

    /**
     * @param  string  $kind  a key of NAMES
     * @param  string  $ours  what ours says; empty: nothing
     * @param  float  $weight  positive speaks for the same, negative against
     */
    public function __construct(
        public string $kind,
        public Agreement $agreement,
        public string $ours,
        public string $theirs,
        public float $weight,
    ) {
    }

    /** In English, with the values as the titles have them. */
    public function says(): string
    {
        $name = self::NAMES[$this->kind];

        return match ($this->agreement) {
            Agreement::Equal => "{$name}: {$this->ours} on both sides",
            Agreement::Differs => "{$name} differs: {$this->ours} here, {$this->theirs} there",
            Agreement::OneSided => match (true) {
                $this->theirs === '' => "{$name}: {$this->ours} is said here only",
                $this->ours === '' => "{$name}: {$this->theirs} is said there only",
                default => "{$name}: {$this->ours} here, {$this->theirs} there",
            },
        };
    }

    /** @return array{kind: string, says: string, weight: float} */
    public function document(): array
    {
        return ['kind' => $this->kind, 'says' => $this->says(), 'weight' => (float) sprintf('%.2f', $this->weight)];
    }
}
