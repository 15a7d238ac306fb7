<?php

declare(strict_types=1);

namespace App\Catalogue\Prices;

use App\Accounts\Models\StandsUntil;
use App\Accounts\Models\Workspace;
use App\Support\Messages\Message;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\Validator;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;

/** How long a price set by hand stands. */
final readonly class HandPriceTerm
{
    public const MOST_HOURS = 2_160;

    /** @param  int|null  $hours  1 to MOST_HOURS with StandsUntil::Hours, else null */
    public function __construct(public StandsUntil $until, public ?int $hours = null)
    {
    }

    public static function usual(Workspace $workspace): self
    {
        return $workspace->hand_price_stands === StandsUntil::Hours
            ? self::hours($workspace->hand_price_hours)
            : new self($workspace->hand_price_stands);
    }

    public static function hours(int $hours): self
    {
        return new self(StandsUntil::Hours, $hours);
    }

    /**
     * @param  array<string, mixed>  $wanted  stands and hours; without stands it is as the workspace has it
     *
     * @throws ValidationException
     */
    public static function wanted(Workspace $workspace, array $wanted): self
    {
        if (! isset($wanted['stands'])) {
            return self::usual($workspace);
        }
        Validator::make(
            $wanted,
            [
                'stands' => [Rule::enum(StandsUntil::class)],
                'hours' => ['required_if:stands,hours', 'nullable', 'integer', 'between:1,'.self::MOST_HOURS],
            ],
            ['hours.required_if' => Message::of('hours_missing')->stored()],
        )->validate();
        $until = StandsUntil::from((string) $wanted['stands']);

        return $until === StandsUntil::Hours ? self::hours((int) $wanted['hours']) : new self($until);
    }

    /** @return CarbonImmutable|null null where no time ends it */
    public function endsAt(): ?CarbonImmutable
    {
        return $this->hours === null ? null : CarbonImmutable::now()->addHours($this->hours);
    }
}
