<?php

declare(strict_types=1);

namespace App\Support\Messages;

use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;
use Illuminate\Validation\Validator;

/** What a validator says of each field, as messages. */
final readonly class FieldErrors
{
    /** Rules that say different things of texts, numbers and lists, as the validator has them. */
    private const SIZES = ['min', 'max', 'between', 'size'];

    /** @return array<string, list<Message>> */
    public static function of(ValidationException $e): array
    {
        /** @var array<string, list<string|Message>> $errors */
        $errors = $e->errors();
        $messages = [];
        foreach ($errors as $field => $said) {
            $rules = array_keys($e->validator instanceof Validator ? $e->validator->failed()[$field] ?? [] : []);
            foreach ($said as $i => $one) {
                $messages[$field][] = match (true) {
                    $one instanceof Message => $one,
                    str_starts_with($one, '{"code":') => Message::fromStored($one),
                    default => self::ofRule($e->validator, $field, (string) ($rules[$i] ?? ''), $one),
                };
            }
        }

        return $messages;
    }

    /** Of the framework's own rules. */
    private static function ofRule(mixed $validator, string $field, string $rule, string $text): Message
    {
        $name = Str::snake($rule);
        if (! $validator instanceof Validator) {
            return Message::quoting($text);
        }
        $parameters = $validator->failed()[$field][$rule] ?? [];
        $code = 'invalid_'.$name.(in_array($name, self::SIZES, true) ? '_'.self::kind($validator, $field) : '');
        if (! Catalogue::english()->has($code)) {
            return Message::quoting($text);
        }
        $values = array_filter([
            'min' => match ($name) {
                'min', 'between', 'size' => $parameters[0] ?? null,
                default => null,
            },
            'max' => match ($name) {
                'max' => $parameters[0] ?? null,
                'between' => $parameters[1] ?? null,
                default => null,
            },
        ], is_numeric(...));

        return Message::of($code, ...array_map(self::figure(...), $values));
    }

    private static function figure(string|int|float $value): string|int
    {
        return is_int($value + 0) ? (int) $value : (string) $value;
    }

    /** "text", "number" or "list". */
    private static function kind(Validator $validator, string $field): string
    {
        return match (true) {
            $validator->hasRule($field, ['Numeric', 'Integer', 'Decimal']) => 'number',
            $validator->hasRule($field, ['Array', 'List']) => 'list',
            default => 'text',
        };
    }
}
