<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching;

use function array_filter;
use function array_keys;
use function array_map;
use function array_values;
use function explode;
use function implode;
use function preg_match;
use function preg_quote;
use function str_contains;
use function str_replace;
use function strlen;
use function strrpos;
use function substr_count;
use function usort;

/** Measures in a title: each with its dimension, so that 0.5 l, 500 ml and 50 cl are the same. */
final class Measures
{
    /** By unit: dimension, factors to the base unit (several where a unit has several meanings), and whether it is inch, ounce and the like. */
    private const UNITS = [
        'ml' => ['volume', [0.001]], 'cl' => ['volume', [0.01]], 'dl' => ['volume', [0.1]], 'hl' => ['volume', [100.0]], 'l' => ['volume', [1.0]], 'ltr' => ['volume', [1.0]], 'lt' => ['volume', [1.0]],
        'liter' => ['volume', [1.0]], 'litre' => ['volume', [1.0]], 'liters' => ['volume', [1.0]], 'litres' => ['volume', [1.0]], 'milliliter' => ['volume', [0.001]], 'millilitre' => ['volume', [0.001]], 'cc' => ['volume', [0.001]], 'ccm' => ['volume', [0.001]],
        'fl oz' => ['volume', [0.0295735, 0.0284131], true], 'fl. oz' => ['volume', [0.0295735, 0.0284131], true], 'floz' => ['volume', [0.0295735, 0.0284131], true], 'gal' => ['volume', [3.785412, 4.54609], true], 'gallon' => ['volume', [3.785412, 4.54609], true], 'gallons' => ['volume', [3.785412, 4.54609], true],
        'pint' => ['volume', [0.473176, 0.568261], true], 'pints' => ['volume', [0.473176, 0.568261], true], 'qt' => ['volume', [0.946353, 1.136523], true], 'quart' => ['volume', [0.946353, 1.136523], true],
        'kg' => ['weight', [1000.0]], 'kilo' => ['weight', [1000.0]], 'kilogram' => ['weight', [1000.0]], 'kilogramm' => ['weight', [1000.0]], 'g' => ['weight', [1.0]], 'gr' => ['weight', [1.0]], 'gramm' => ['weight', [1.0]], 'gram' => ['weight', [1.0]], 'grams' => ['weight', [1.0]],
        'mg' => ['weight', [0.001]], 'ug' => ['weight', [0.000001]], 'mcg' => ['weight', [0.000001]], 'oz' => ['weight', [28.349523], true], 'ounce' => ['weight', [28.349523], true], 'ounces' => ['weight', [28.349523], true], 'lb' => ['weight', [453.59237], true], 'lbs' => ['weight', [453.59237], true],
        'pound' => ['weight', [453.59237], true], 'pounds' => ['weight', [453.59237], true],
        'mm' => ['length', [0.001]], 'cm' => ['length', [0.01]], 'dm' => ['length', [0.1]], 'm' => ['length', [1.0]], 'meter' => ['length', [1.0]], 'metre' => ['length', [1.0]], 'meters' => ['length', [1.0]], 'metres' => ['length', [1.0]], 'mtr' => ['length', [1.0]], 'km' => ['length', [1000.0]],
        'in' => ['length', [0.0254], true], 'inch' => ['length', [0.0254], true], 'inches' => ['length', [0.0254], true], 'zoll' => ['length', [0.0254], true], '"' => ['length', [0.0254], true], 'ft' => ['length', [0.3048], true], 'feet' => ['length', [0.3048], true], 'foot' => ['length', [0.3048], true], 'yd' => ['length', [0.9144], true],
        'm2' => ['area', [1.0]], 'qm' => ['area', [1.0]], 'cm2' => ['area', [0.0001]],
        'w' => ['power', [1.0]], 'watt' => ['power', [1.0]], 'watts' => ['power', [1.0]], 'kw' => ['power', [1000.0]], 'v' => ['voltage', [1.0]], 'volt' => ['voltage', [1.0]], 'volts' => ['voltage', [1.0]], 'kv' => ['voltage', [1000.0]],
        'ah' => ['charge', [1.0]], 'mah' => ['charge', [0.001]], 'wh' => ['energy', [1.0]], 'kwh' => ['energy', [1000.0]], 'a' => ['current', [1.0]], 'amp' => ['current', [1.0]], 'ma' => ['current', [0.001]],
        'tb' => ['storage', [1000.0]], 'gb' => ['storage', [1.0]], 'mb' => ['storage', [0.001]], 'hz' => ['frequency', [1.0]], 'khz' => ['frequency', [1000.0]], 'mhz' => ['frequency', [1000000.0]], 'ghz' => ['frequency', [1000000000.0]],
        'bar' => ['pressure', [1.0]], 'psi' => ['pressure', [0.0689476], true], 'lm' => ['light', [1.0]], 'lumen' => ['light', [1.0]], 'lumens' => ['light', [1.0]], 'kelvin' => ['light colour', [1.0]], 'rpm' => ['turns', [1.0]], 'mp' => ['pixels', [1.0]], 'megapixel' => ['pixels', [1.0]], 'dpi' => ['resolution', [1.0]],
        '°c' => ['temperature', [1.0]], '%' => ['share', [1.0]], 'percent' => ['share', [1.0]], 'prozent' => ['share', [1.0]], 'ply' => ['layers', [1.0]], 'lagig' => ['layers', [1.0]], 'micron' => ['grain', [1.0]], 'mesh' => ['mesh', [1.0]], 'gsm' => ['paper', [1.0]], 'g/m2' => ['paper', [1.0]],
        'persons' => ['persons', [1.0]], 'person' => ['persons', [1.0]], 'personen' => ['persons', [1.0]], 'people' => ['persons', [1.0]], 'den' => ['denier', [1.0]], 'denier' => ['denier', [1.0]], 'pin' => ['pins', [1.0]], 'pins' => ['pins', [1.0]],
    ];

    private static ?string $unit = null;

    private function __construct()
    {
    }

    /** @return list<Measure> what it says, taken out of it, each once */
    public static function takenFrom(TitleText $title, int $count = 1): array
    {
        $number = Measure::NUMBER;
        $unit = self::unit();
        $measures = [];
        // Sides that are laid beside each other share a unit, unless each has its own: "20 x 30 cm", "2 m x 20 mm".
        foreach ($title->take("/(?<![\\p{L}\\p{N}.,])({$number})(?: ?-?({$unit})(?!\\p{L}))?(?: ?x ?({$number})(?: ?-?({$unit})(?!\\p{L}))?)(?: ?x ?({$number}))? ?-?({$unit})(?![\\p{L}\\p{N}])/u") as $found) {
            foreach ([[$found[1], $found[2]], [$found[3], $found[4]], [$found[5], '']] as [$one, $own]) {
                if ($one !== '') {
                    $measures[] = self::measure($one, $own === '' ? $found[6] : $own);
                }
            }
        }
        foreach ($title->take("/(?<![\\p{L}\\p{N}.,])({$number}) ?-?({$unit})(?![\\p{L}\\p{N}]|-\\d| ?\\d+ ?(?:in|er)(?!\\p{L}))/u") as [, $value, $name]) {
            $measures[] = self::measure($value, $name);
        }

        return self::eachOnce(array_values(array_filter($measures)), $count);
    }

    /**
     * @param  list<Measure>  $measures
     * @return list<Measure> without what is said twice, or is the sum of the pack
     */
    private static function eachOnce(array $measures, int $count): array
    {
        $kept = [];
        foreach ($measures as $measure) {
            $isKnown = false;
            foreach ($kept as $one) {
                $isKnown = $isKnown || $one->dimension === $measure->dimension && $measure->dimension !== 'length' && $one->equals($measure);
            }
            if (! $isKnown) {
                $kept[] = $measure;
            }
        }

        return array_values(array_filter($kept, function (Measure $measure) use ($kept, $count): bool {
            foreach ($kept as $one) {
                if ($measure->isTimes($one, $count)) {
                    return false;
                }
            }

            return true;
        }));
    }

    private static function unit(): string
    {
        if (self::$unit === null) {
            $units = array_map(strval(...), array_keys(self::UNITS));
            usort($units, fn (string $a, string $b): int => strlen($b) <=> strlen($a));
            self::$unit = '(?:'.implode('|', array_map(fn (string $unit): string => preg_quote($unit, '/'), $units)).')';
        }

        return self::$unit;
    }

    private static function measure(string $number, string $unit): ?Measure
    {
        [$dimension, $factors] = self::UNITS[$unit];
        $isImperial = self::UNITS[$unit][2] ?? false;
        $values = [];
        foreach (self::values($number) as $value) {
            foreach ($factors as $factor) {
                $values[] = $value * $factor;
            }
        }
        // All of it: says nothing.
        $isWhole = $dimension === 'share' && $values === [100.0];

        return $values === [] || $isWhole ? null : new Measure($dimension, $values, $isImperial, "{$number} {$unit}");
    }

    /** @return list<float> as the number can be read: "1.500" with thousands and with decimals */
    private static function values(string $number): array
    {
        $number = str_replace(' ', '', $number);
        if (str_contains($number, '/')) {
            [$over, $under] = explode('/', $number);

            return (float) $under > 0 ? [(float) str_replace(',', '.', $over) / (float) $under] : [];
        }
        if (substr_count($number, '.') + substr_count($number, ',') > 1) {
            $at = max((int) strrpos($number, '.'), (int) strrpos($number, ','));
            $isThousands = preg_match('/^\d{1,3}([.,])\d{3}(?:\1\d{3})+\z/', $number) === 1;
            $whole = str_replace(['.', ','], '', substr($number, 0, $at));

            return $isThousands ? [(float) str_replace(['.', ','], '', $number)] : [(float) ($whole.'.'.substr($number, $at + 1))];
        }
        $decimal = (float) str_replace(',', '.', $number);

        return preg_match('/^[1-9]\d{0,2}[.,]\d{3}\z/', $number) === 1 ? [(float) str_replace(['.', ','], '', $number), $decimal] : [$decimal];
    }
}
