<?php

declare(strict_types=1);

namespace App\Support\Messages;

use Illuminate\Contracts\Database\Eloquent\Castable;
use JsonSerializable;
use OpenApi\Attributes as OA;
use Stringable;
use Wrasse\Core\Identity\InvalidGtin;
use Wrasse\Core\Money\InvalidAmount;
use Wrasse\Core\Trail\Message as Phrased;
use Wrasse\Core\Trail\Phrase;

/**
 * Something said to a person: which message it is, and the values in it. The English words stand in the catalogue of
 * the interface, which says them in other languages from the code.
 */
#[OA\Schema(
    schema: 'Message',
    required: ['code', 'values', 'text'],
    properties: [
        new OA\Property(property: 'code', description: 'Which message it is; stays the same.', type: 'string'),
        new OA\Property(
            property: 'values',
            description: 'What is put into it, by name: texts, numbers, or other messages.',
            type: 'object',
            additionalProperties: new OA\AdditionalProperties(
                oneOf: [
                    new OA\Schema(type: 'string'),
                    new OA\Schema(type: 'integer'),
                    new OA\Schema(ref: '#/components/schemas/Message'),
                    new OA\Schema(ref: '#/components/schemas/Phrase'),
                ],
            ),
        ),
        new OA\Property(property: 'text', description: 'In English.', type: 'string'),
    ],
)]
final readonly class Message implements Castable, JsonSerializable, Stringable
{
    /** @param  array<string, string|int|self|Phrased>  $values */
    private function __construct(public string $code, public array $values)
    {
    }

    public static function of(string $code, string|int|self|Phrased ...$values): self
    {
        /** @var array<string, string|int|self|Phrased> $values */
        return new self($code, $values);
    }

    /** What another system said, in its own words. */
    public static function quoting(string $text): self
    {
        return new self('quoted', ['text' => $text]);
    }

    /** Why an amount or a number cannot be read, as the core says it. */
    public static function because(InvalidAmount|InvalidGtin $e): self
    {
        return new self(($e instanceof InvalidGtin ? 'gtin_' : 'amount_').$e->reason, $e->values);
    }

    /** @param  non-empty-list<self>  $messages */
    public static function listing(array $messages): self
    {
        return array_reduce(
            array_slice($messages, 1),
            fn (self $first, self $next) => self::of('listed', first: $first, next: $next),
            $messages[0],
        );
    }

    /** @return array{code: string, values: object, text: string} */
    public function jsonSerialize(): array
    {
        return ['code' => $this->code, 'values' => (object) $this->values, 'text' => (string) $this];
    }

    public function __toString(): string
    {
        return Catalogue::english()->say(
            $this->code,
            array_map(
                fn (string|int|self|Phrased $value) => match (true) {
                    $value instanceof self => (string) $value,
                    $value instanceof Phrased => $value->english(),
                    default => $value,
                },
                $this->values,
            ),
        );
    }

    /** As a column keeps it. */
    public function stored(): string
    {
        return json_encode($this->bare(), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
    }

    /** What a column keeps; text that is no message is what another system said. */
    public static function fromStored(string $stored): self
    {
        $bare = json_decode($stored, true);

        return is_array($bare) && isset($bare['code']) ? self::fromBare($bare) : self::quoting($stored);
    }

    /** @param  array<string, string>  $arguments */
    public static function castUsing(array $arguments): MessageCast
    {
        return new MessageCast();
    }

    /** @return array{code: string, values?: array<string, mixed>} */
    private function bare(): array
    {
        $values = array_map(
            fn (string|int|self|Phrased $value) => match (true) {
                $value instanceof self => $value->bare(),
                $value instanceof Phrased => ['phrase' => $value],
                default => $value,
            },
            $this->values,
        );

        return ['code' => $this->code, ...$values === [] ? [] : ['values' => $values]];
    }

    /** @param  array<mixed>  $bare */
    private static function fromBare(array $bare): self
    {
        return new self(
            $bare['code'],
            array_map(
                fn (string|int|array $value) => match (true) {
                    ! is_array($value) => $value,
                    isset($value['phrase']) => self::phrased($value['phrase']),
                    default => self::fromBare($value),
                },
                $bare['values'] ?? [],
            ),
        );
    }

    /** @param  array<mixed>  $kept */
    private static function phrased(array $kept): Phrased
    {
        return new Phrased(
            Phrase::from($kept['code']),
            array_map(
                fn (string|int|array $value) => is_array($value) ? self::phrased($value) : $value,
                $kept['values'] ?? [],
            ),
        );
    }
}
