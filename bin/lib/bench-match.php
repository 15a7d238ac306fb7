<?php

declare(strict_types=1);

// How well and how fast products are told apart, on the pairs of the tests.

use Wrasse\Core\Document\MatchPairReader;
use Wrasse\Core\Document\Node;

require __DIR__.'/../../vendor/autoload.php';

const PAIRS = 10_000;

$pairs = array_map(
    fn (string $line): array => json_decode($line, true, 16, JSON_THROW_ON_ERROR),
    file(__DIR__.'/../../core/tests/Matching/pairs.jsonl', FILE_IGNORE_NEW_LINES) ?: [],
);
$reader = new MatchPairReader;
$verdicts = [];
foreach ($pairs as ['label' => $label, 'ours' => $ours, 'theirs' => $theirs]) {
    $verdict = $reader->read(Node::of(['ours' => $ours, 'theirs' => $theirs]))['verdict'];
    $verdicts[$label][$verdict] = ($verdicts[$label][$verdict] ?? 0) + 1;
}
$right = $verdicts['same']['same'] ?? 0;
$wrong = $verdicts['different']['same'] ?? 0;
printf(
    "%d pairs: of those called the same %.2f %% are; of the same %.1f %% found, %.1f %% left to a person, %.1f %% called different\n",
    count($pairs),
    100 * $right / ($right + $wrong),
    100 * $right / array_sum($verdicts['same']),
    100 * ($verdicts['same']['perhaps'] ?? 0) / array_sum($verdicts['same']),
    100 * ($verdicts['same']['different'] ?? 0) / array_sum($verdicts['same']),
);
$begun = hrtime(true);
for ($i = 0; $i < PAIRS; $i++) {
    ['ours' => $ours, 'theirs' => $theirs] = $pairs[$i % count($pairs)];
    $reader->read(Node::of(['ours' => $ours, 'theirs' => $theirs]));
}
printf("%d pairs in %.1f s by one process, %.0f MB\n", PAIRS, (hrtime(true) - $begun) / 1e9, memory_get_peak_usage(true) / 1_048_576);
