<?php

declare(strict_types=1);

namespace App\Channels;

use App\Support\Messages\Message;

/**
 * One thing that has to be known to reach a channel. Drivers list theirs; the form, its checks and what is stored
 * follow from them.
 */
final readonly class ConnectionField
{
    /**
     * @param  array<string, Message>  $options  of a choice: labels by value; the first is taken where nothing is
     *     chosen
     * @param  array{string, string}|null  $when  name and value of the choice with which it is needed
     * @param  string|null  $unless  name of the field that may be given instead
     * @param  string|null  $placeholder  an example, or what is taken where nothing is given
     */
    public function __construct(
        public string $name,
        public Message $label,
        public FieldType $type = FieldType::Text,
        public bool $isRequired = true,
        public array $options = [],
        public ?array $when = null,
        public ?string $unless = null,
        public ?string $placeholder = null,
    ) {
    }

    /** @param  array<string, mixed>  $given */
    public function appliesTo(array $given): bool
    {
        return $this->when === null || ($given[$this->when[0]] ?? null) === $this->when[1];
    }
}
