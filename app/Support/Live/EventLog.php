<?php

declare(strict_types=1);

namespace App\Support\Live;

/**
 * The last events of each workspace, numbered, so that whoever was away for a moment can catch up. Numbers begin anew
 * when the process does; the name of the log, which is part of every id, tells them apart.
 */
final class EventLog
{
    private const KEPT = 500;

    private int $last = 0;

    /** @var array<int, array<int, string>> what was told, by workspace and number */
    private array $events = [];

    /** @var array<int, int> number of the last event that is not kept any more, by workspace */
    private array $dropped = [];

    public function __construct(private readonly string $name)
    {
    }

    /** @param  list<int>  $ids */
    public function add(int $workspaceId, string $topic, array $ids): string
    {
        $number = ++$this->last;
        $data = json_encode(['topic' => $topic, 'ids' => $ids], JSON_THROW_ON_ERROR);
        $this->events[$workspaceId][$number] = $event = "id: {$this->name}-{$number}\nevent: change\ndata: {$data}\n\n";
        if (count($this->events[$workspaceId]) > self::KEPT) {
            $oldest = (int) array_key_first($this->events[$workspaceId]);
            unset($this->events[$workspaceId][$oldest]);
            $this->dropped[$workspaceId] = $oldest;
        }

        return $event;
    }

    /**
     * What someone missed.
     *
     * @param  string|null  $lastId  of the last event they received; null where they are new
     */
    public function since(int $workspaceId, ?string $lastId): string
    {
        if ($lastId === null || $lastId === '') {
            return "id: {$this->name}-{$this->last}\nevent: ready\ndata: {}\n\n";
        }
        $isOurs = preg_match('/^([0-9a-f]+)-(\d{1,18})$/D', $lastId, $part) === 1 && $part[1] === $this->name;
        if (! $isOurs || (int) $part[2] < ($this->dropped[$workspaceId] ?? 0)) {
            return "id: {$this->name}-{$this->last}\nevent: reset\ndata: {}\n\n";
        }

        return implode(
            '',
            array_filter(
                $this->events[$workspaceId] ?? [],
                fn (int $number) => $number > (int) $part[2],
                ARRAY_FILTER_USE_KEY,
            ),
        );
    }
}
