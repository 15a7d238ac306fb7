<?php

declare(strict_types=1);

// Prints which part of the lines in a folder the tests have run, from a report in Clover's format, and ends with 1
// where it is less than wanted. usage: php bin/lib/coverage.php REPORT FOLDER PERCENT

[, $report, $folder, $least] = $argv;
$root = dirname(__DIR__, 2).'/';
$lines = $run = 0;
$poorest = [];
foreach ((new SimpleXMLElement((string) file_get_contents($report)))->xpath('//file') ?: [] as $file) {
    if (! str_starts_with((string) $file['name'], $root.$folder.'/')) {
        continue;
    }
    $of = (int) $file->metrics['statements'];
    $did = (int) $file->metrics['coveredstatements'];
    $lines += $of;
    $run += $did;
    if ($of - $did >= 10) {
        $poorest[substr((string) $file['name'], strlen($root))] = $of - $did;
    }
}
$percent = $lines === 0 ? 0.0 : 100 * $run / $lines;
printf("%s: %.1f %% of %d lines run by tests, %s %% wanted\n", $folder, $percent, $lines, $least);
arsort($poorest);
foreach (array_slice($poorest, 0, 10) as $name => $missing) {
    printf("  %4d not run in %s\n", $missing, $name);
}
exit($percent >= (float) $least ? 0 : 1);
