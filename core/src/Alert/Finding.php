<?php

declare(strict_types=1);

namespace Wrasse\Core\Alert;

/** What a condition has found: something that has happened, or how something stands. */
final readonly class Finding
{
    /**
     * @param  string  $code  what it is, such as price_down
     * @param  bool  $isEvent  it has happened since the last look; otherwise it stands so
     * @param  string|null  $seller  of whom; null: of us
     * @param  string  $subject  whose price it is asked for; what stands so is told once of each
     * @param  int|null  $from  in minor units, or a rank
     * @param  int|null  $to  the same
     */
    public function __construct(
        public string $code,
        public bool $isEvent,
        public ?string $seller = null,
        public ?int $from = null,
        public ?int $to = null,
        public ?string $detail = null,
        public string $subject = '',
    ) {
    }

    public function key(): string
    {
        return "{$this->code}:{$this->subject}:{$this->detail}";
    }
}
