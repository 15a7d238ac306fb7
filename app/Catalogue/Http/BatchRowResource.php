<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Support\Messages\Message;
use OpenApi\Attributes as OA;
use stdClass;
use Wrasse\Core\Money\Currency;

/** What becomes of one row. */
#[OA\Schema(schema: 'BatchRow')]
final readonly class BatchRowResource
{
    /** @param  list<FieldChange>  $changes */
    public function __construct(
        #[OA\Property] public int $position,
        #[OA\Property(description: 'Of the file.')] public ?int $line,
        #[OA\Property] public string $sku,
        #[OA\Property(description: 'Of the product, where there is one.')] public ?string $title,
        #[OA\Property(enum: ['create', 'change', 'same', 'refused'])] public string $verdict,
        #[OA\Property(
            description: 'Why it is refused, or was left alone.',
            ref: '#/components/schemas/Message',
            nullable: true,
        )]
        public ?Message $why,
        #[OA\Property(type: 'array', items: new OA\Items(ref: FieldChange::class))] public array $changes,
        #[OA\Property] public ?string $floor_before,
        #[OA\Property] public ?string $floor_after,
        #[OA\Property(description: 'In percent of the floor before.')] public ?string $floor_move,
        #[OA\Property(description: 'What became of it.', nullable: true, enum: ['done', 'left', 'undone', 'kept'])]
        public ?string $state,
    ) {
    }

    public static function of(stdClass $row, Currency $currency): self
    {
        $amount = fn (?int $minor) => $minor === null ? null : $currency->format($minor);

        return new self(
            $row->position,
            $row->line,
            $row->sku,
            $row->title,
            $row->verdict,
            isset($row->note) || isset($row->why) ? Message::fromStored($row->note ?? $row->why) : null,
            FieldChange::all($row->before, $row->after, $currency),
            $amount($row->floor_before),
            $amount($row->floor_after),
            $row->floor_move,
            $row->state,
        );
    }
}
