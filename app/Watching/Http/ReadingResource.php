<?php

declare(strict_types=1);

namespace App\Watching\Http;

use App\Support\Messages\Message;
use App\Watching\Models\Verdict;
use Carbon\CarbonImmutable;
use OpenApi\Attributes as OA;
use stdClass;

/** One attempt to read a page. */
#[OA\Schema(schema: 'Reading')]
final readonly class ReadingResource
{
    /** @param  list<string>  $redirects */
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property(format: 'date-time')] public string $read_at,
        #[OA\Property(enum: Verdict::class)] public string $verdict,
        #[OA\Property(description: 'Why no price came of it.', ref: Message::class, nullable: true)]
        public ?Message $problem,
        #[OA\Property(description: 'Of HTTP; null: no answer came, or none was asked for.')] public ?int $status,
        #[OA\Property(description: 'Of the page.')] public int $bytes,
        #[OA\Property] public int $milliseconds,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $redirects,
        #[OA\Property] public ?string $price,
        #[OA\Property(description: 'ISO 4217.')] public ?string $currency,
        #[OA\Property(description: 'Where the price stood.')] public ?string $source,
        #[OA\Property(description: '0 to 100; null: nothing was read.')] public ?int $confidence,
        #[OA\Property(description: 'Whether the page is kept as it was.')] public bool $has_page,
    ) {
    }

    public static function of(stdClass $row): self
    {
        /** @var array{price?: string|null, currency?: string|null, found_by?: array<string, string>, confidence?: float|int}|null $read */
        $read = $row->document === null ? null : json_decode($row->document, true, 16, JSON_THROW_ON_ERROR);

        return new self(
            $row->id,
            CarbonImmutable::parse($row->read_at)->toRfc3339String(),
            $row->verdict,
            $row->problem === null ? null : Message::fromStored($row->problem),
            $row->status,
            $row->bytes,
            $row->milliseconds,
            json_decode($row->redirects, true, 4, JSON_THROW_ON_ERROR),
            $read['price'] ?? null,
            $read['currency'] ?? null,
            $read['found_by']['price'] ?? null,
            isset($read['confidence']) ? (int) round(100 * $read['confidence']) : null,
            $row->is_kept,
        );
    }
}
