<?php

declare(strict_types=1);

namespace App\Watching\Imports;

use App\Catalogue\Imports\RefusedRow;
use App\Catalogue\Imports\RowReader;
use App\Channels\Outgoing\ForbiddenAddress;
use App\Support\Messages\Message;
use App\Watching\Actions\AddWatches;
use App\Watching\Schedules\ScheduleText;
use Carbon\CarbonImmutable;
use PhpOffice\PhpSpreadsheet\Shared\Date;

/** Reads the cells of one row of a file of pages. */
final readonly class WatchRowReader
{
    private const LONGEST = 255;

    /** Day numbers of a workbook that stand for a day of this century. */
    private const DAY_NUMBERS = '/^(?:3[7-9]|[4-6]\d)\d{3}$/';

    public function __construct(private RowReader $cells, private AddWatches $add)
    {
    }

    /** @param  list<string>  $row */
    public function sku(array $row): string
    {
        return $this->cells->cell($row, 'sku');
    }

    /** @param  list<string>  $row */
    public function channel(array $row): string
    {
        return mb_strtolower($this->cells->cell($row, 'channel'));
    }

    /**
     * @param  list<string>  $row
     *
     * @throws RefusedRow
     */
    public function url(array $row): string
    {
        $url = $this->cells->cell($row, 'url');
        if ($url === '') {
            throw new RefusedRow(Message::of('row_no_address'), 'url');
        }
        try {
            return $this->add->spelled($url)->url;
        } catch (ForbiddenAddress $e) {
            throw new RefusedRow($e->said(), 'url');
        }
    }

    /**
     * @param  list<string>  $row
     *
     * @throws RefusedRow
     */
    public function text(array $row, string $field): ?string
    {
        $text = $this->cells->cell($row, $field);
        if (mb_strlen($text) > self::LONGEST) {
            throw new RefusedRow(
                Message::of('row_field_too_long', field: Message::of("field_{$field}"), most: self::LONGEST),
                $field,
            );
        }

        return $text === '' ? null : $text;
    }

    /**
     * @param  list<string>  $row
     * @return string|null as ScheduleText writes it
     *
     * @throws RefusedRow
     */
    public function interval(array $row): ?string
    {
        $text = $this->cells->cell($row, 'interval');
        if ($text === '') {
            return null;
        }
        $schedule = ScheduleText::read($text) ?? throw new RefusedRow(Message::of('row_interval', text: $text), 'interval');

        return ScheduleText::of($schedule);
    }

    /**
     * @param  list<string>  $row
     * @return string|null such as 2026-12-31
     *
     * @throws RefusedRow
     */
    public function activeUntil(array $row): ?string
    {
        $text = $this->cells->cell($row, 'active_until');
        if ($text === '') {
            return null;
        }
        if (preg_match(self::DAY_NUMBERS, $text) === 1) {
            return Date::excelToDateTimeObject((int) $text)->format('Y-m-d');
        }
        foreach (['!Y-m-d', '!j.n.Y'] as $format) {
            if (CarbonImmutable::canBeCreatedFromFormat($text, $format)) {
                return (string) CarbonImmutable::createFromFormat($format, $text)?->toDateString();
            }
        }
        throw new RefusedRow(Message::of('row_day', text: $text), 'active_until');
    }
}
