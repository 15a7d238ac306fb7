<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Price\Claims;

use Wrasse\Core\Reading\Price\Amount;
use Wrasse\Core\Reading\Price\Role;
use Wrasse\Core\Reading\Price\Sentence;

use function in_array;

/** "£12.99 – £15.99", "from 9.99", "zwischen 5 und 8 €". */
final readonly class Ranges implements Claim
{
    private const TO = '(?:[-–~]|to|bis(?: zu)?|à|hasta|tot|do|a|al|till|until|through|up to|jusqu\'à|fino a)';

    private const AND = '(?:and|und|et|y|e|en|i|a)';

    private const FROM = '(?:from|starting (?:at|from)|starts at|as low as|beginning at|(?:schon |bereits )?ab|à partir de|a partir de|a partire da|d(?:è|e)s|desde|vanaf|v\.?a\.?|(?:już |juz )?od|da|fra|från|von)';

    public function on(Sentence $sentence): void
    {
        foreach (
            [
                '(?<from>N) ?'.self::TO.' ?(?<to>N)',
                '(?:between|zwischen|entre|tra|tussen|pomi(?:ę|e)dzy|mi(?:ę|e)dzy) ?(?<from>N) ?'.self::AND.' ?(?<to>N)',
            ] as $pattern
        ) {
            foreach ($sentence->find($pattern) as $found) {
                [$from, $to] = [$found['from'], $found['to']];
                if (! $from instanceof Amount || ! $to instanceof Amount || ! $this->isFree($from) || ! $this->isFree($to)) {
                    continue;
                }
                if (($from->looksLikePrice() || $to->mark !== null) && ($to->looksLikePrice() || $from->mark !== null)) {
                    [$from->role, $to->role] = [Role::RangeFrom, Role::RangeTo];
                }
            }
        }
        $from = '(?<!\p{L})'.self::FROM.'[ :]*(?:nur |only |just |seulement |solo |s(?:ó|o)lo |slechts |tylko |jetzt |now )?(?<from>N)';
        foreach ($sentence->find($from) as ['from' => $one]) {
            if ($one instanceof Amount && $this->isFree($one)) {
                $one->role = Role::RangeFrom;
            }
        }
        foreach ($sentence->find('(?<from>N) ?(?:\+(?! ?\p{L})|and up|und mehr|et plus|y m(?:á|a)s|and above|upwards)(?![^N]*N)') as ['from' => $one]) {
            if ($one instanceof Amount && $this->isFree($one) && ! $sentence->has('N ?\+ ?(?:vat|tax|mwst|ust|iva|tva|btw)')) {
                $one->role = Role::RangeFrom;
            }
        }
    }

    private function isFree(Amount $amount): bool
    {
        return in_array($amount->role, [Role::Plain, Role::Now], true);
    }
}
