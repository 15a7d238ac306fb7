<?php

declare(strict_types=1);

namespace App\Watching\Imports;

use App\Catalogue\Batches\BatchRows;
use App\Catalogue\Batches\BatchWriter;
use App\Catalogue\Models\Batch;
use App\Catalogue\Models\Listing;
use App\Channels\Outgoing\ForbiddenAddress;
use App\Support\Messages\Message;
use App\Watching\Actions\AddWatches;
use App\Watching\Actions\ChangeWatches;
use App\Watching\Models\Watch;
use App\Watching\Schedules\ScheduleText;
use Illuminate\Validation\ValidationException;

/** Watches the pages that a file names, or ends them again. What someone has changed meanwhile is left as it is. */
final readonly class WatchWriter implements BatchWriter
{
    private const ROWS = 250;

    public function __construct(
        private Batch $batch,
        private bool $isUndo,
        private AddWatches $add,
        private ChangeWatches $change,
    ) {
    }

    public function next(int $most): ?array
    {
        $rows = BatchRows::of($this->batch)
            ->where('position', '>', $this->batch->cursor)
            ->when(
                $this->isUndo,
                fn ($query) => $query->where('state', 'done'),
                fn ($query) => $query->whereNull('state')->whereIn('verdict', ['create', 'change']),
            )
            ->orderBy('position')
            ->limit(min($most, self::ROWS))
            ->get(['position', 'verdict', 'before', 'after']);
        if ($rows->isEmpty()) {
            return null;
        }
        foreach ($rows as $row) {
            $before = $row->before === null ? null : self::watch($row->before);
            $after = self::watch($row->after);
            $why = match (true) {
                $before === null => $this->isUndo ? $this->end($after) : $this->begin($after),
                $this->isUndo => $this->rewrite($after, $before),
                default => $this->rewrite($before, $after),
            };
            BatchRows::of($this->batch)
                ->where('position', $row->position)
                ->update(
                    $why === null
                        ? ['state' => $this->isUndo ? 'undone' : 'done']
                        : ['state' => $this->isUndo ? 'kept' : 'left', 'note' => $why->stored()],
                );
        }

        return ['listings' => [], 'prices' => [], 'cursor' => (int) $rows->max('position')];
    }

    /**
     * @param  array<string, mixed>  $wanted
     * @return Message|null why not
     */
    private function begin(array $wanted): ?Message
    {
        $listing = $wanted['listing_id'] === null ? null : Listing::query()->find($wanted['listing_id']);
        if ($wanted['listing_id'] !== null && $listing === null) {
            return Message::of('kept_changed_meanwhile');
        }
        try {
            $this->add->add(
                $this->batch->workspace_id,
                $listing,
                $this->add->spelled($wanted['url']),
                [
                    'variant' => $wanted['variant'],
                    'note' => $wanted['note'] ?? null,
                    'active_until' => $wanted['active_until'] ?? null,
                    'schedule' => ScheduleText::read($wanted['interval'])?->document() ?? [],
                ],
            );
        } catch (ValidationException) {
            return Message::of('watch_exists');
        } catch (ForbiddenAddress $e) {
            return $e->said();
        }

        return null;
    }

    /** @param  array<string, mixed>  $made */
    private function end(array $made): null
    {
        $watch = self::find($made);
        if ($watch !== null) {
            $this->change->remove($this->batch->workspace_id, [$watch->id]);
        }

        return null;
    }

    /**
     * @param  array<string, mixed>  $from
     * @param  array<string, mixed>  $to
     * @return Message|null why not
     */
    private function rewrite(array $from, array $to): ?Message
    {
        $watch = self::find($from);
        $terms = array_diff_key($from, ['listing_id' => true, 'url' => true, 'variant' => true]);
        if ($watch === null || array_intersect_key(WatchFile::terms($watch), $terms) != $terms) {
            return Message::of($this->isUndo ? 'kept_changed_since' : 'kept_changed_meanwhile');
        }
        $wanted = array_intersect_key($to, ['note' => true, 'active_until' => true]);
        if (isset($to['interval'])) {
            $wanted['schedule'] = ScheduleText::read($to['interval'])?->document() ?? [];
        }
        $this->change->change($this->batch->workspace_id, [$watch->id], $wanted);

        return null;
    }

    /** @param  array<string, mixed>  $row */
    private static function find(array $row): ?Watch
    {
        return Watch::query()
            ->where('listing_id', $row['listing_id'])
            ->where('url', $row['url'])
            ->where('variant', $row['variant'])
            ->first();
    }

    /** @return array<string, mixed> */
    private static function watch(string $json): array
    {
        return json_decode($json, true, 8, JSON_THROW_ON_ERROR)['watch'];
    }
}
