<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching\Distinctions;

use Wrasse\Core\Matching\Agreement;
use Wrasse\Core\Matching\TitleText;

use function array_keys;
use function implode;

/** "Mk II", "2nd gen", "v3": which of several that came one after the other. */
final readonly class Generation implements Distinction
{
    private const NUMBERS = [
        'i' => '1', 'ii' => '2', 'iii' => '3', 'iv' => '4', 'vi' => '6', 'vii' => '7', 'viii' => '8', 'ix' => '9',
        'first' => '1', 'second' => '2', 'third' => '3', 'fourth' => '4', 'fifth' => '5', 'erste' => '1', 'zweite' => '2', 'dritte' => '3', 'vierte' => '4', 'fuenfte' => '5', 'v' => '5',
    ];

    public function kind(): string
    {
        return 'generation';
    }

    public function takenFrom(TitleText $title): array
    {
        $words = implode('|', array_keys(self::NUMBERS));
        $found = [];
        foreach (
            [
                "/(?<![\\p{L}\\p{N}])(?:mk|mark|gen|generation|version|ver|vers|rev|revision)[. -]{0,2}(\\d{1,2}(?:\\.\\d)?|{$words})(?![\\p{L}\\p{N}])/u",
                "/(?<![\\p{L}\\p{N}])(\\d{1,2}|{$words})(?:st|nd|rd|th|te|ter|tes)?[. -]{0,2}(?:gen|generation|edition|auflage)(?![\\p{L}\\p{N}])\\.?/u",
                '/(?<![\p{L}\p{N}])v[. ]?(\d{1,2}(?:\.\d)?)(?![\p{L}\p{N}]|[.,]\d)/u',
                '/(?<=\p{L} )(ii|iii|iv|vi|vii|viii|ix)(?![\p{L}\p{N}])/u',
            ] as $pattern
        ) {
            foreach ($title->take($pattern) as $one) {
                $number = self::NUMBERS[$one[1]] ?? $one[1];
                $found[] = preg_replace('/\.0\z/', '', $number) ?? $number;
            }
        }
        $found = array_values(array_unique($found));
        sort($found);

        return $found;
    }

    /** Who says nothing of it may mean the first. */
    public function agreement(array $ours, array $theirs): ?Agreement
    {
        return Agreement::ofSets($ours, $theirs);
    }
}
