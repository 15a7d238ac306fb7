<?php

declare(strict_types=1);

use Wrasse\Core\Document\InvalidDocument;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\PageDocumentReader;

/**
 * bin/wrasse read-page --html FILE: one page from a file.
 *
 * @var list<string> $argv without --trace
 * @var bool $isTraced
 * @var Closure(InvalidDocument): string $inWords
 */
$given = [];
for ($at = 2; $at < count($argv); $at += 2) {
    $name = substr($argv[$at], 2);
    if (! in_array($argv[$at], ['--html', '--url', '--variant', '--recipe'], true) || ! isset($argv[$at + 1])) {
        fwrite(STDERR, USAGE);

        return 2;
    }
    $given[$name] = $argv[$at + 1];
}
foreach (['html', 'recipe'] as $file) {
    if (isset($given[$file]) && ! (is_file($given[$file]) && is_readable($given[$file]))) {
        fwrite(STDERR, "cannot read {$given[$file]}\n");

        return 2;
    }
}
try {
    $document = [
        'html_base64' => base64_encode((string) file_get_contents($given['html'])),
        ...array_intersect_key($given, ['url' => true, 'variant' => true]),
        ...isset($given['recipe']) ? ['recipe' => Node::decode((string) file_get_contents($given['recipe']))->raw()] : [],
    ];
    echo json_encode((new PageDocumentReader)->read(Node::of($document), $isTraced), JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES)."\n";
} catch (InvalidDocument $e) {
    fwrite(STDERR, $inWords($e)."\n");

    return 2;
}

return 0;
