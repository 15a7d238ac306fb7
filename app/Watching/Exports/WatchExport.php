<?php

declare(strict_types=1);

namespace App\Watching\Exports;

use App\Catalogue\Exports\CsvResponse;
use App\Watching\Imports\WatchColumns;
use App\Watching\Models\Watch;
use App\Watching\Schedules\ScheduleText;
use App\Watching\Trust\CountedOffers;
use Generator;
use Illuminate\Database\Eloquent\Builder;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Wrasse\Core\Money\Currency;

/** Pages as a file, in the columns in which files of pages are taken in, followed by the newest price of each. */
final readonly class WatchExport
{
    private const CHUNK = 500;

    private const NEWEST = [
        'Title',
        'Our price',
        'Our currency',
        'Shop',
        'Name on the page',
        'Price',
        'Currency',
        'Shipping',
        'With shipping, as ours',
        'Availability',
        'Counts',
        'Last reading',
        'Result',
        'Why not',
    ];

    /** @param  Builder<Watch>  $watches */
    public function __construct(private Builder $watches)
    {
    }

    public function file(string $name): StreamedResponse
    {
        $head = array_map(fn (array $names): string => $names[0], array_values(WatchColumns::NAMES));

        return CsvResponse::of($name, [...$head, ...self::NEWEST], $this->rows());
    }

    /** @return Generator<list<string|int|null>> */
    private function rows(): Generator
    {
        $chunks = $this->watches->with(['listing.channel', 'site'])->lazyById(self::CHUNK)->chunk(self::CHUNK);
        foreach ($chunks as $watches) {
            $landed = CountedOffers::landed($watches->collect());
            foreach ($watches as $watch) {
                yield self::row($watch, $landed[$watch->id] ?? null);
            }
        }
    }

    /** @return list<string|int|null> */
    private static function row(Watch $watch, ?string $landed): array
    {
        $listing = $watch->listing;
        $offer = $watch->latest->offer ?? $watch->good;

        return [
            $watch->url,
            $listing?->sku,
            $listing?->channel->name,
            $watch->variant,
            $watch->note,
            ScheduleText::of($watch->schedule()),
            $watch->active_until,
            $listing?->title,
            $listing === null ? null : Currency::of($listing->channel->currency)->format($listing->price_minor),
            $listing?->channel->currency,
            $watch->site->name,
            $offer?->name,
            $offer?->price,
            $offer?->currency,
            $offer?->shipping,
            $landed,
            $offer?->availability->value,
            $landed === null ? 'no' : 'yes',
            $watch->latest?->readAt->utc()->toIso8601ZuluString(),
            $watch->latest?->verdict->value,
            $watch->latest?->problem === null ? null : (string) $watch->latest->problem,
        ];
    }
}
