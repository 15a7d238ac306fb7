<?php

declare(strict_types=1);

namespace App\Channels\Outgoing;

use App\Support\Messages\Message;

/** What became of a request for a page. */
final readonly class PageAnswer
{
    /**
     * @param  int|null  $status  of the last answer; null where none came
     * @param  string  $url  whose answer it is, after redirects
     * @param  list<string>  $redirects  addresses that led there, the first one left out
     * @param  Message|null  $failure  why there is no answer, or it is not taken; null: see the status
     */
    public function __construct(
        public ?int $status,
        public string $body,
        public string $contentType,
        public ?string $etag,
        public ?string $lastModified,
        public ?int $retryAfterSeconds,
        public string $url,
        public array $redirects,
        public int $milliseconds,
        public ?Message $failure = null,
    ) {
    }
}
