<?php

declare(strict_types=1);

namespace Simulators\Common;

final readonly class Response
{
    /**
     * @param  array<mixed>  $body
     * @param  array<string, string>  $headers
     */
    public function __construct(public int $status, public array $body, public array $headers = [])
    {
    }

    public static function problem(int $status, string $message): self
    {
        return new self($status, ['error' => $message]);
    }

    public function send(): void
    {
        http_response_code($this->status);
        header('Content-Type: application/json');
        foreach ($this->headers as $name => $value) {
            header("{$name}: {$value}");
        }
        echo json_encode($this->body, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
    }
}
