<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching\Distinctions;

use Wrasse\Core\Matching\Agreement;
use Wrasse\Core\Matching\TitleText;

use function array_map;
use function implode;
use function preg_match;
use function str_repeat;
use function str_replace;
use function strlen;

/** Of clothes and the like: S, XL, EU 42. Systems are not converted into each other. */
final readonly class Size implements Distinction
{
    private const WORDS = ['small' => 's', 'medium' => 'm', 'large' => 'l', 'klein' => 's', 'mittel' => 'm', 'gross' => 'l', 'kleine' => 's', 'grosse' => 'l', 'kleiner' => 's', 'grosser' => 'l', 'x large' => 'xl', 'extra large' => 'xl', 'x small' => 'xs'];

    public function kind(): string
    {
        return 'size';
    }

    public function takenFrom(TitleText $title): array
    {
        $found = [];
        foreach ($title->take('/(?<![\p{L}\p{N}])(?:size|groesse|gr\.?|sz) ?:? ?(eu|uk|us)? ?(\d{1,3}(?:[.,]5|[\/-]\d{1,3})?|\d?x{0,4}[sl]|m)(?![\p{L}\p{N}])/u') as $one) {
            $found[] = self::value($one[1], $one[2]);
        }
        foreach ($title->take('/(?<![\p{L}\p{N}])(eu|uk|us) ?-?(\d{1,2}(?:[.,]5)?)(?![\p{L}\p{N}]|[.,]\d)/u') as $one) {
            $found[] = self::value($one[1], $one[2]);
        }
        foreach ($title->take('/(?<![\p{L}\p{N}\-.,])(\d?x{1,4}[sl]|[sml])(?![\p{L}\p{N}\-])/u') as $one) {
            $found[] = self::value('', $one[1]);
        }
        foreach ($title->take('/(?<![\p{L}\p{N}])(x[ -]large|extra large|x[ -]small|small|medium|large|kleiner?|mittel|grosser?)(?![\p{L}\p{N}])/u') as $one) {
            $found[] = self::value('', self::WORDS[str_replace('-', ' ', $one[1])]);
        }
        $found = array_values(array_unique($found));
        sort($found);

        return $found;
    }

    public function agreement(array $ours, array $theirs): ?Agreement
    {
        $agreement = Agreement::ofSets($ours, $theirs);
        if ($agreement !== Agreement::Differs) {
            return $agreement;
        }
        if (self::areNumbers($ours) !== self::areNumbers($theirs)) {
            return Agreement::OneSided;
        }
        [$a, $b] = [self::system($ours[0]), self::system($theirs[0])];
        if ($a === '' || $b === '') {
            // A number without a system is most likely the same one.
            return Agreement::ofSets(array_map(self::bare(...), $ours), array_map(self::bare(...), $theirs));
        }

        return $a === $b ? Agreement::Differs : Agreement::OneSided;
    }

    /** @param  list<string>  $sizes */
    private static function areNumbers(array $sizes): bool
    {
        return preg_match('/\d/', implode('', $sizes)) === 1;
    }

    /** Empty where none is said. */
    private static function system(string $size): string
    {
        return preg_match('/^(\D+) /', $size, $found) === 1 ? $found[1] : '';
    }

    private static function bare(string $size): string
    {
        return (string) preg_replace('/^\D+ /', '', $size);
    }

    private static function value(string $system, string $size): string
    {
        if (preg_match('/^(\d)x([sl])\z/', $size, $found) === 1) {
            $size = str_repeat('x', (int) $found[1]).$found[2];
        }
        $size = str_replace(',', '.', $size);

        return strlen($system) > 0 ? "{$system} {$size}" : $size;
    }
}
