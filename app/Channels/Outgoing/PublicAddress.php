<?php

declare(strict_types=1);

namespace App\Channels\Outgoing;

use Closure;
use Illuminate\Contracts\Validation\ValidationRule;

/** A web address that can be reached from here and may be: checked once more whenever it is asked. */
final readonly class PublicAddress implements ValidationRule
{
    public function __construct(private AddressGuard $guard)
    {
    }

    /** @param  Closure(string): mixed  $fail */
    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        try {
            $this->guard->addresses(WebAddress::parse(is_string($value) ? $value : '')->host);
        } catch (ForbiddenAddress|UnknownHost $e) {
            $fail($e->said()->stored());
        }
    }
}
