<?php

declare(strict_types=1);

// Stands in for whoever publishes exchange rates: sixty days of made-up ones, for one euro, in the layout of the European
// Central Bank. Two slow waves, so that a chart has something to show and no day moves far.
header('Content-Type: text/csv; charset=utf-8');
echo "Date,USD,CHF,\n";
for ($back = 0; $back <= 60; $back++) {
    $day = new DateTimeImmutable("-{$back} days", new DateTimeZone('UTC'));
    if ($day->format('N') <= 5) {
        $number = intdiv($day->getTimestamp(), 86_400);
        printf(
            "%s,%.4f,%.4f,\n",
            $day->format('Y-m-d'),
            1.084 + 0.014 * sin($number / 9) + 0.004 * cos($number / 2.3),
            0.951 + 0.006 * sin($number / 13),
        );
    }
}
