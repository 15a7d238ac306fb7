<?php

declare(strict_types=1);

namespace App\Screens\Summaries;

/** One figure of a week beside that of the week before. */
final readonly class SummaryFigure
{
    /** Null where it is known of one week at most. */
    public ?string $difference;

    /**
     * @param  string|null  $before  decimal
     * @param  string|null  $now  decimal
     * @param  string  $unit  stands after it, with its space
     */
    public function __construct(public string $name, public ?string $before, public ?string $now, public string $unit = '')
    {
        $digits = strlen(strrchr($now ?? '', '.') ?: '.') - 1;
        $difference = $before === null || $now === null ? null : bcsub($now, $before, $digits);
        $this->difference = $difference === null ? null : self::shown(bccomp($difference, '0', $digits) > 0 ? "+{$difference}" : $difference);
    }

    /** "12345.60 EUR" as a person reads it: "12,345.60 EUR"; a dash where nothing is known. */
    public function say(?string $figure): string
    {
        return $figure === null ? '–' : self::shown($figure).$this->unit;
    }

    private static function shown(string $decimal): string
    {
        $grouped = preg_replace('/\d(?=(?:\d{3})+(?:\.|$))/', '$0,', preg_replace('/\..*/', '', $decimal) ?? '') ?? '';

        return str_replace('-', '−', $grouped).(strrchr($decimal, '.') ?: '');
    }
}
