<?php

declare(strict_types=1);

// Adds up, gzipped, the scripts that the first view loads: the entry, what it imports, and the listings page.
$most = (int) ($argv[1] ?? 250);
$build = __DIR__.'/../../public/build';
/** @var array<string, array{file: string, imports?: list<string>}> $manifest */
$manifest = json_decode((string) file_get_contents("{$build}/manifest.json"), true, 16, JSON_THROW_ON_ERROR);
$wanted = ['resources/js/main.tsx', 'resources/js/screens/listings/ListingsPage.tsx'];
$files = [];
while (($name = array_pop($wanted)) !== null) {
    if (! isset($files[$name])) {
        $files[$name] = strlen((string) gzencode((string) file_get_contents("{$build}/{$manifest[$name]['file']}"), 6));
        array_push($wanted, ...($manifest[$name]['imports'] ?? []));
    }
}
$kb = array_sum($files) / 1000;
printf("%d scripts, %.1f kB gzip, at most %d kB\n", count($files), $kb, $most);
exit($kb < $most ? 0 : 1);
