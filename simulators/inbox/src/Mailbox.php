<?php

declare(strict_types=1);

namespace Simulators\Inbox;

/**
 * What has come, in a folder. As mailboxes do, it keeps one of each Message-ID (RFC 5322, 3.6.4), and of webhooks one of each
 * webhook-id; how often each came is counted.
 */
final class Mailbox
{
    public Mood $mood = Mood::Well;

    /** @var array<string, true> who has tried before */
    private array $seen = [];

    public function __construct(private readonly string $folder)
    {
    }

    /** @return bool false: it has to come again */
    public function welcomes(string $envelope): bool
    {
        $isKnown = isset($this->seen[$envelope]);
        $this->seen[$envelope] = true;

        return $isKnown;
    }

    /** @param  string|null  $key  by which it is known again; null: by nothing */
    public function keep(string $content, string $extension, ?string $key): void
    {
        $counts = $this->counts();
        $key ??= bin2hex(random_bytes(8));
        $counts[$key] = ($counts[$key] ?? 0) + 1;
        $this->write('counts.json', json_encode($counts, JSON_THROW_ON_ERROR));
        if ($counts[$key] === 1) {
            $this->write(sprintf('%s-%s.%s', gmdate('Ymd-His'), bin2hex(random_bytes(4)), $extension), $content);
        }
    }

    /** @return array<string, int> how often each came */
    public function counts(): array
    {
        $file = "{$this->folder}/counts.json";

        return is_file($file) ? (array) json_decode((string) file_get_contents($file), true) : [];
    }

    /** @return list<Received> the newest first */
    public function received(int $most): array
    {
        $files = array_slice(array_reverse(glob("{$this->folder}/*.{eml,hook}", GLOB_BRACE) ?: []), 0, $most);

        return array_map(fn (string $file) => Received::parse(basename($file), (string) file_get_contents($file)), $files);
    }

    public function find(string $name): ?Received
    {
        $file = "{$this->folder}/".basename($name);

        return is_file($file) ? Received::parse(basename($file), (string) file_get_contents($file)) : null;
    }

    private function write(string $name, string $content): void
    {
        file_put_contents("{$this->folder}/{$name}.part", $content);
        rename("{$this->folder}/{$name}.part", "{$this->folder}/{$name}");
    }
}
