<?php

declare(strict_types=1);

namespace Simulators\Inbox;

/** Shows what has come, and takes webhooks (HTTP/1.1, one request a connection). */
final class HttpSession extends Session
{
    protected function work(): bool
    {
        $end = strpos($this->received, "\r\n\r\n");
        if ($end === false) {
            return false;
        }
        $head = substr($this->received, 0, $end);
        $length = preg_match('/^Content-Length: *(\d+)/mi', $head, $found) === 1 ? (int) $found[1] : 0;
        if (strlen($this->received) < $end + 4 + $length) {
            return false;
        }
        $body = substr($this->received, $end + 4, $length);
        [$method, $target] = explode(' ', $head) + [1 => '/'];
        [$status, $type, $content] = $this->answer($method, (string) parse_url($target, PHP_URL_PATH), $head, $body);
        if ($status === 0) {
            $this->hangUp();

            return true;
        }
        $this->say("HTTP/1.1 {$status} -\r\nContent-Type: {$type}; charset=utf-8\r\nContent-Length: ".strlen($content)."\r\nContent-Security-Policy: default-src 'none'; style-src 'unsafe-inline'\r\nConnection: close\r\n\r\n{$content}");
        $this->isOver = true;

        return true;
    }

    /** @return array{int, string, string} */
    private function answer(string $method, string $path, string $head, string $body): array
    {
        if ($method === 'POST' && $path === '/-/mood') {
            $wanted = json_decode($body, true);
            $this->mailbox->mood = Mood::tryFrom((string) ($wanted['mood'] ?? '')) ?? Mood::Well;

            return [200, 'application/json', json_encode(['mood' => $this->mailbox->mood->value], JSON_THROW_ON_ERROR)];
        }
        if ($method === 'GET' && $path === '/-/counts') {
            return [200, 'application/json', json_encode((object) $this->mailbox->counts(), JSON_THROW_ON_ERROR)];
        }
        if ($method === 'POST' && str_starts_with($path, '/hook/')) {
            return $this->take($path, $head, $body);
        }
        $one = $path === '/' ? null : $this->mailbox->find(basename($path));

        return match (true) {
            $path === '/' => [200, 'text/html', InboxPage::all($this->mailbox->received(200))],
            $one !== null => [200, 'text/html', InboxPage::one($one)],
            default => [404, 'text/plain', 'Nothing is here.'],
        };
    }

    /** @return array{int, string, string} */
    private function take(string $path, string $head, string $body): array
    {
        if ($this->mailbox->mood === Mood::Refusing) {
            return [410, 'text/plain', 'gone'];
        }
        $id = preg_match('/^webhook-id: *(\S+)/mi', $head, $found) === 1 ? $found[1] : null;
        if ($this->mailbox->mood === Mood::Greylisting && ! $this->mailbox->welcomes($path.$id)) {
            return [503, 'text/plain', 'come again later'];
        }
        $lines = explode("\r\n", $head);
        array_shift($lines);
        $this->mailbox->keep("Subject: {$path}\n".implode("\n", $lines)."\n\n{$body}", 'hook', $id);

        return $this->mailbox->mood === Mood::Cutting ? [0, '', ''] : [200, 'text/plain', 'taken'];
    }
}
