<?php

declare(strict_types=1);

namespace Wrasse\Core\Money;

use Symfony\Component\Intl\Currencies;

use function abs;
use function preg_match;
use function str_pad;
use function strlen;
use function substr;

/** An ISO 4217 currency: how many digits its minor unit has, and how amounts of it are read and written. */
final class Currency
{
    /** The largest amount that is read, in minor units. */
    public const LARGEST = 100_000_000_000;

    /** @var array<string, self> */
    private static array $known = [];

    private function __construct(public readonly string $code, public readonly int $digits)
    {
    }

    /** @throws InvalidAmount if the code is not one of ISO 4217 */
    public static function of(string $code): self
    {
        if (isset(self::$known[$code])) {
            return self::$known[$code];
        }
        if (! Currencies::exists($code)) {
            throw new InvalidAmount('a three-letter ISO 4217 currency code', 'currency');
        }

        return self::$known[$code] = new self($code, Currencies::getFractionDigits($code));
    }

    /** Minor units in one major unit: 1, 10, 100, 1000 or 10000. */
    public function unit(): int
    {
        return 10 ** $this->digits;
    }

    /**
     * Minor units of a plain decimal such as "24.90"; never rounds.
     *
     * @throws InvalidAmount if it is no decimal, has more digits than the currency, or is beyond the largest amount
     */
    public function parse(string $text): int
    {
        if (preg_match('/^(-?)(\d{1,13})(?:\.(\d{1,8}))?\z/', $text, $part) !== 1) {
            throw new InvalidAmount('an amount such as "24.90"', 'amount');
        }
        $fraction = $part[3] ?? '';
        if (strlen($fraction) > $this->digits) {
            throw $this->tooManyDecimals();
        }
        $minor = (int) ($part[2].str_pad($fraction, $this->digits, '0'));
        if ($minor > self::LARGEST) {
            throw new InvalidAmount(
                'an amount of at most '.$this->format(self::LARGEST),
                'too_large',
                ['most' => $this->format(self::LARGEST)],
            );
        }

        return $part[1] === '-' ? -$minor : $minor;
    }

    /** The plain decimal with all digits of the currency, such as "24.90". */
    public function format(int $minor): string
    {
        $sign = $minor < 0 ? '-' : '';
        $text = str_pad((string) abs($minor), $this->digits + 1, '0', STR_PAD_LEFT);

        return $this->digits === 0
            ? $sign.$text
            : $sign.substr($text, 0, -$this->digits).'.'.substr($text, -$this->digits);
    }

    public function tooManyDecimals(): InvalidAmount
    {
        return new InvalidAmount(
            "an amount with at most {$this->digits} decimals ({$this->code})",
            'decimals',
            ['digits' => $this->digits, 'currency' => $this->code],
        );
    }
}
