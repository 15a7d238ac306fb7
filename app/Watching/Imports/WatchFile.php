<?php

declare(strict_types=1);

namespace App\Watching\Imports;

use App\Accounts\Models\Workspace;
use App\Catalogue\Batches\BatchRows;
use App\Catalogue\Batches\BatchWriter;
use App\Catalogue\Batches\PlannedRow;
use App\Catalogue\Batches\WritesItsRows;
use App\Catalogue\Imports\FileRows;
use App\Catalogue\Imports\RefusedRow;
use App\Catalogue\Imports\RowReader;
use App\Catalogue\Models\Batch;
use App\Catalogue\Models\Import;
use App\Catalogue\Models\Listing;
use App\Channels\Models\Channel;
use App\Support\Messages\Message;
use App\Watching\Actions\AddWatches;
use App\Watching\Actions\ChangeWatches;
use App\Watching\Models\Watch;
use App\Watching\Schedules\ScheduleDocument;
use App\Watching\Schedules\ScheduleText;
use Illuminate\Database\Eloquent\Collection;

/** A file with pages to be watched, worked out against those that are watched already. */
final readonly class WatchFile implements WritesItsRows
{
    public const KIND = 'watches';

    private const ROWS = 500;

    private FileRows $file;

    public function __construct(private AddWatches $add, private ChangeWatches $change)
    {
        $this->file = new FileRows();
    }

    public function next(Batch $batch): ?array
    {
        $import = Import::query()->findOrFail($batch->import_id);
        $records = $this->file->next($import, $batch->cursor, self::ROWS);
        if ($records === []) {
            return null;
        }
        $money = Workspace::query()->findOrFail($batch->workspace_id)->money();
        $reader = new WatchRowReader(new RowReader($batch->spec['columns'], $money, null), $this->add);
        $channels = Channel::query()
            ->get(['id', 'name'])
            ->mapWithKeys(fn (Channel $channel) => [mb_strtolower($channel->name) => $channel->id])
            ->all();
        $listings = Listing::query()
            ->whereIn('sku', array_values(array_unique(array_map($reader->sku(...), $records))))
            ->get(['id', 'sku', 'channel_id', 'product_id'])
            ->groupBy('sku');
        $rows = [];
        foreach ($records as $line => $record) {
            $sku = mb_substr($reader->sku($record), 0, 255);
            try {
                $listing = $this->listing($reader, $record, $listings[$sku] ?? null, $channels, $batch->spec['channel'] ?? null);
                $rows[] = $this->plan($reader, $record, $sku, $listing, $line);
            } catch (RefusedRow $e) {
                $rows[] = new PlannedRow($sku, 'refused', $e->said(), line: $line, cells: $record);
            }
        }

        return ['rows' => $this->once($batch, $rows, $records), 'cursor' => $batch->cursor + count($records)];
    }

    public function movesFloors(Batch $batch): bool
    {
        return false;
    }

    public function writer(Batch $batch, bool $isUndo): BatchWriter
    {
        return new WatchWriter($batch, $isUndo, $this->add, $this->change);
    }

    /**
     * @param  list<string>  $record
     * @param  Collection<int, Listing>|null  $named  those of its SKU
     * @param  array<string, int>  $channels
     * @return Listing|null null: the row names none, it is proposed once the page has been read
     *
     * @throws RefusedRow
     */
    private function listing(
        WatchRowReader $reader,
        array $record,
        ?Collection $named,
        array $channels,
        ?int $usual,
    ): ?Listing {
        if ($reader->sku($record) === '') {
            return null;
        }
        if ($named === null) {
            throw new RefusedRow(Message::of('row_listing_unknown'), 'sku');
        }
        $name = $reader->channel($record);
        if ($name !== '' && ! isset($channels[$name])) {
            throw new RefusedRow(
                Message::of(
                    'row_channel_unknown',
                    name: $name,
                    many: count($channels),
                    channels: implode(', ', array_map(ucfirst(...), array_keys($channels))),
                ),
                'channel',
            );
        }
        $channel = $name === '' ? $usual : $channels[$name];
        $found = $channel === null ? $named : $named->where('channel_id', $channel);

        return match ($found->count()) {
            0 => throw new RefusedRow(Message::of('row_not_on_channel'), 'channel'),
            1 => $found->first(),
            default => throw new RefusedRow(Message::of('row_watch_channel'), 'channel'),
        };
    }

    /**
     * @param  list<string>  $record
     *
     * @throws RefusedRow
     */
    private function plan(WatchRowReader $reader, array $record, string $sku, ?Listing $listing, int $line): PlannedRow
    {
        $same = [
            'listing_id' => $listing?->id,
            'url' => $reader->url($record),
            'variant' => $reader->text($record, 'variant'),
        ];
        $given = array_filter([
            'note' => $reader->text($record, 'note'),
            'interval' => $reader->interval($record),
            'active_until' => $reader->activeUntil($record),
        ], is_string(...));
        $watch = Watch::query()->where($same)->first();
        $known = $watch === null ? [] : self::terms($watch);
        $after = array_filter($given, fn (string $value, string $field) => $value !== ($known[$field] ?? null), ARRAY_FILTER_USE_BOTH);
        $usual = ['interval' => ScheduleText::of(ScheduleDocument::read(ScheduleDocument::USUAL))];

        return new PlannedRow(
            $sku,
            match (true) {
                $watch === null => 'create',
                $after === [] => 'same',
                default => 'change',
            },
            null,
            $listing?->product_id,
            $listing?->id,
            $watch === null || $after === [] ? [] : ['watch' => [...$same, ...array_intersect_key($known, $after)]],
            match (true) {
                $watch === null => ['watch' => [...$same, ...$usual, ...$given]],
                $after === [] => [],
                default => ['watch' => [...$same, ...$after]],
            },
            $line,
            hash('xxh128', json_encode(array_values($same), JSON_THROW_ON_ERROR)),
            $record,
        );
    }

    /**
     * What a file can say of a watch.
     *
     * @return array{note: string|null, interval: string, active_until: string|null}
     */
    public static function terms(Watch $watch): array
    {
        return [
            'note' => $watch->note,
            'interval' => ScheduleText::of($watch->schedule()),
            'active_until' => $watch->active_until,
        ];
    }

    /**
     * Refuses what stands in the file a second time.
     *
     * @param  list<PlannedRow>  $rows
     * @param  array<int, list<string>>  $records
     * @return list<PlannedRow>
     */
    private function once(Batch $batch, array $rows, array $records): array
    {
        $keys = array_values(array_filter(array_map(fn (PlannedRow $row) => $row->key, $rows)));
        $lines = BatchRows::of($batch)->whereIn('key', $keys)->pluck('line', 'key')->all();
        $once = [];
        foreach ($rows as $row) {
            $earlier = $row->key === null ? null : ($lines[$row->key] ?? null);
            if ($row->key !== null) {
                $lines[$row->key] ??= $row->line;
            }
            $once[] = $earlier === null
                ? $row
                : new PlannedRow(
                    $row->sku,
                    'refused',
                    Message::of('row_same_page', line: $earlier),
                    line: $row->line,
                    cells: $records[(int) $row->line],
                );
        }

        return $once;
    }
}
