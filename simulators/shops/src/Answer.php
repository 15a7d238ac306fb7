<?php

declare(strict_types=1);

namespace Simulators\Shops;

/** What a shop answers. */
final readonly class Answer
{
    /** @param  array<string, string>  $headers */
    public function __construct(public int $status, public string $body = '', public array $headers = [])
    {
    }

    public static function html(string $body, int $status = 200): self
    {
        return new self($status, $body, ['Content-Type' => 'text/html; charset=utf-8']);
    }

    public static function text(string $body): self
    {
        return new self(200, $body, ['Content-Type' => 'text/plain; charset=utf-8']);
    }

    public function send(): void
    {
        http_response_code($this->status);
        foreach ($this->headers as $name => $value) {
            header("{$name}: {$value}");
        }
        echo $this->body;
    }
}
