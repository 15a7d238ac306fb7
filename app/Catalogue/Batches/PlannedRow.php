<?php

declare(strict_types=1);

namespace App\Catalogue\Batches;

use App\Support\Messages\Message;

/** What is to become of one product or listing. */
final readonly class PlannedRow
{
    /**
     * @param  string  $verdict  create, change, same or refused
     * @param  Message|null  $why  it is refused
     * @param  array{product?: array<string, mixed>, listing?: array<string, mixed>}  $before  columns as they are; a
     *     part that is to be made is left out
     * @param  array{product?: array<string, mixed>, listing?: array<string, mixed>}  $after
     * @param  int|null  $line  of the file it comes from
     * @param  string|null  $key  that must not come twice
     * @param  list<string>|null  $cells  as they stand in the file, where they are to be given back
     */
    public function __construct(
        public string $sku,
        public string $verdict,
        public ?Message $why = null,
        public ?int $productId = null,
        public ?int $listingId = null,
        public array $before = [],
        public array $after = [],
        public ?int $line = null,
        public ?string $key = null,
        public ?array $cells = null,
    ) {
    }

    public static function refused(string $sku, Message $why, ?int $productId = null, ?int $listingId = null): self
    {
        return new self($sku, 'refused', $why, $productId, $listingId);
    }

    public function refusedBecause(Message $why): self
    {
        return new self(
            $this->sku,
            'refused',
            $why,
            $this->productId,
            $this->listingId,
            line: $this->line,
            key: $this->key,
            cells: $this->cells,
        );
    }

    /** In minor units; null where it sets no price, or that of a listing that is yet to be made. */
    public function price(): ?int
    {
        return $this->listingId === null ? null : $this->after['listing']['price_minor'] ?? null;
    }

    /**
     * Only what differs is kept.
     *
     * @param  "product"|"listing"  $part
     * @param  array<string, mixed>  $before
     * @param  array<string, mixed>  $after
     */
    public static function change(
        string $sku,
        ?int $productId,
        ?int $listingId,
        string $part,
        array $before,
        array $after,
    ): self {
        $after = array_filter(
            $after,
            fn (mixed $value, string $column) => $value !== $before[$column],
            ARRAY_FILTER_USE_BOTH,
        );

        return $after === []
            ? new self($sku, 'same', null, $productId, $listingId)
            : new self(
                $sku,
                'change',
                null,
                $productId,
                $listingId,
                [$part => array_intersect_key($before, $after)],
                [$part => $after],
            );
    }
}
