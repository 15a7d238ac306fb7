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
 * @property bool $tax_included
 * @property bool $repricing_on
 * @property string $floor_alarm_percent a bulk change that moves a floor by more asks first
 * @property array{floor: list<array<string, string>>, ceiling: list<array<string, string>>} $limits
 */
final class Workspace extends Model
{
    protected function casts(): array
    {
        return ['tax_included' => 'bool', 'repricing_on' => 'bool', 'limits' => 'array'];
    }

    public function money(): Currency
    {
        return Currency::of($this->currency);
    }
}
