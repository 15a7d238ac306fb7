<?php

declare(strict_types=1);

namespace Simulators\Inbox;

/** A mail (RFC 5322, with the parts of RFC 2046), or what was posted to a webhook. */
final readonly class Received
{
    /** @param  array<string, string>  $headers  by name in small letters */
    private function __construct(
        public string $name,
        public array $headers,
        public string $text,
        public string $html,
    ) {
    }

    public static function parse(string $name, string $content): self
    {
        [$headers, $body] = self::split($content);
        [$text, $html] = self::texts($headers, $body);

        return new self($name, $headers, $text, $html);
    }

    public function header(string $name): string
    {
        return (string) iconv_mime_decode($this->headers[$name] ?? '', ICONV_MIME_DECODE_CONTINUE_ON_ERROR, 'UTF-8');
    }

    /** @return array{array<string, string>, string} */
    private static function split(string $content): array
    {
        [$head, $body] = explode("\n\n", str_replace("\r\n", "\n", $content), 2) + [1 => ''];
        $headers = [];
        foreach (explode("\n", (string) preg_replace('/\n[ \t]+/', ' ', $head)) as $line) {
            [$key, $value] = explode(':', $line, 2) + [1 => ''];
            $headers[strtolower(trim($key))] = trim($value);
        }

        return [$headers, $body];
    }

    /**
     * @param  array<string, string>  $headers
     * @return array{string, string} plain and HTML
     */
    private static function texts(array $headers, string $body): array
    {
        $type = $headers['content-type'] ?? 'text/plain';
        if (preg_match('/^multipart\/.*boundary="?([^";]+)"?/i', $type, $found) === 1) {
            $texts = ['', ''];
            foreach (array_slice(explode("--{$found[1]}", $body), 1) as $part) {
                [$text, $html] = self::texts(...self::split(ltrim($part, "\n")));
                $texts = [$texts[0].$text, $texts[1].$html];
            }

            return $texts;
        }
        $decoded = match (strtolower($headers['content-transfer-encoding'] ?? '')) {
            'quoted-printable' => quoted_printable_decode($body),
            'base64' => (string) base64_decode($body, false),
            default => $body,
        };

        return match (true) {
            str_starts_with($type, 'text/html') => ['', $decoded],
            str_starts_with($type, 'text/plain'), str_starts_with($type, 'application/json') => [$decoded, ''],
            default => ['', ''],
        };
    }
}
