<?php

declare(strict_types=1);

namespace App\Catalogue\Models;

use Illuminate\Database\Eloquent\Model;
use Wrasse\Core\Money\Currency;

/**
 * @property int $id
 * @property string $name
 * @property string $currency
 * @property string $tax_percent
 * @property string $brake_listings_percent a run that moves more than this part of its listings
 * @property string $brake_move_percent by more than this part of their price waits for a person
 * @property array{from: string, to: string, time_zone: string}|null $freeze hours in which no price is sent
 * @property bool $tax_included
 * @property bool $repricing_on
 * @property string $floor_alarm_percent a bulk change that moves a floor by more asks first
 * @property array{floor: list<array<string, string>>, ceiling: list<array<string, string>>} $limits
 */
final class Workspace extends Model
{
    protected $attributes = ['brake_listings_percent' => '30', 'brake_move_percent' => '25'];

    protected function casts(): array
    {
        return ['tax_included' => 'bool', 'repricing_on' => 'bool', 'limits' => 'array', 'freeze' => 'array'];
    }

    public function money(): Currency
    {
        return Currency::of($this->currency);
    }
}
