<?php

declare(strict_types=1);

namespace App\Accounts\Models;

use App\Support\Database\CountsEdits;
use App\Support\Messages\Message;
use App\Support\Schedule\HoursOfDay;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Wrasse\Core\Money\Currency;

/**
 * @property int $id
 * @property string $name
 * @property string $currency
 * @property string $tax_percent
 * @property string $brake_listings_percent a run that moves more than this part of its listings
 * @property string $brake_move_percent by more than this part of their price waits for a person
 * @property array<string, mixed>|null $freeze hours in which no price is sent
 * @property bool $tax_included
 * @property Repricing $repricing
 * @property string $time_zone of the IANA time zone database: hours, days and dates are meant there
 * @property Notation $locale how figures, days and times are written
 * @property StandsUntil $hand_price_stands what ends a price set by hand, where nothing else was said
 * @property int $hand_price_hours with StandsUntil::Hours
 * @property string $floor_alarm_percent a bulk change that moves a floor by more asks first
 * @property string $rate_margin_percent put on top of costs that are converted
 * @property string $rate_step_percent a rate holds until another is further from it than this
 * @property int $rate_days rates that were published longer ago are old
 * @property OldRates $old_rates
 * @property string|null $rates_address where rates are fetched from twice a day
 * @property CarbonImmutable|null $rates_fetched_at
 * @property Message|null $rates_problem why the last look there brought nothing
 * @property CarbonImmutable|null $rivals_gathered_at when it was worked out where rivals stand
 * @property CarbonImmutable|null $words_counted_at when it was counted which words the titles of products have
 * @property int $words_counted in so many products
 * @property string|null $robot_contact e-mail address for sites whose pages are read; null: that of the first person
 * @property array{floor: list<array<string, string>>, ceiling: list<array<string, string>>} $limits
 */
final class Workspace extends Model
{
    use CountsEdits;

    protected $attributes = [
        'revision' => 1,
        'brake_listings_percent' => '30',
        'brake_move_percent' => '25',
        'repricing' => 'stopped',
        'time_zone' => 'UTC',
        'locale' => 'en-GB',
        'hand_price_stands' => 'market',
        'hand_price_hours' => 24,
        'rate_margin_percent' => '2',
        'rate_step_percent' => '1',
        'rate_days' => 7,
        'old_rates' => 'warn',
        'words_counted' => 0,
    ];

    protected function casts(): array
    {
        return [
            'rates_problem' => Message::class,
            'tax_included' => 'bool',
            'repricing' => Repricing::class,
            'locale' => Notation::class,
            'hand_price_stands' => StandsUntil::class,
            'limits' => LimitTermsCast::class,
            'freeze' => 'array',
            'old_rates' => OldRates::class,
            'rates_fetched_at' => 'immutable_datetime',
            'rivals_gathered_at' => 'immutable_datetime',
            'words_counted_at' => 'immutable_datetime',
        ];
    }

    /** A day, or a day and a time, as people write them here: the day begins when it does where the workspace is. */
    public function moment(string $written): CarbonImmutable
    {
        return CarbonImmutable::parse($written, $this->time_zone);
    }

    /** @return HoursOfDay|null the hours in which no price is sent */
    public function quietHours(): ?HoursOfDay
    {
        $hours = $this->freeze;
        if (! is_string($hours['from'] ?? null) || ! is_string($hours['to'] ?? null)) {
            return null;
        }

        return new HoursOfDay($hours['from'], $hours['to'], $hours['time_zone'] ?? $this->time_zone);
    }

    public function money(): Currency
    {
        return Currency::of($this->currency);
    }
}
