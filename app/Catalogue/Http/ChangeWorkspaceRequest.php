<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Accounts\Models\Notation;
use App\Accounts\Models\OldRates;
use App\Accounts\Models\Repricing;
use App\Accounts\Models\StandsUntil;
use App\Catalogue\Prices\HandPriceTerm;
use App\Channels\Outgoing\PublicAddress;
use App\Support\Http\NamesRevision;
use App\Support\Messages\Message;
use App\Support\Schedule\HoursOfDay;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Arr;
use Illuminate\Validation\Rule;

final class ChangeWorkspaceRequest extends FormRequest
{
    use NamesRevision;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'revision' => self::REVISION_RULES,
            'tax_percent' => ['sometimes', 'string', 'max:12'],
            'tax_included' => ['sometimes', 'boolean'],
            'repricing' => ['sometimes', Rule::enum(Repricing::class)],
            'repricing_on' => ['sometimes', 'boolean', 'prohibits:repricing'],
            'time_zone' => ['sometimes', 'timezone:all'],
            'locale' => ['sometimes', Rule::enum(Notation::class)],
            'hand_price_stands' => ['sometimes', Rule::enum(StandsUntil::class)],
            'hand_price_hours' => ['sometimes', 'integer', 'between:1,'.HandPriceTerm::MOST_HOURS],
            'limits' => ['sometimes', 'array'],
            'floor_alarm_percent' => ['sometimes', 'string', 'max:12'],
            'freeze' => ['sometimes', 'nullable', 'array:from,to,time_zone', 'required_array_keys:from,to'],
            'freeze.from' => ['required_with:freeze', 'string', 'regex:'.HoursOfDay::TIME],
            'freeze.to' => ['required_with:freeze', 'string', 'regex:'.HoursOfDay::TIME, 'different:freeze.from'],
            'freeze.time_zone' => ['sometimes', 'timezone:all'],
            'brake_listings_percent' => ['sometimes', 'string', 'max:12'],
            'brake_move_percent' => ['sometimes', 'string', 'max:12'],
            'rate_margin_percent' => ['sometimes', 'string', 'max:12'],
            'rate_step_percent' => ['sometimes', 'string', 'max:12'],
            'rate_days' => ['sometimes', 'integer', 'between:1,366'],
            'old_rates' => ['sometimes', Rule::enum(OldRates::class)],
            'rates_address' => ['sometimes', 'nullable', 'string', 'max:2000', app(PublicAddress::class)],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'freeze.required_array_keys' => Message::of('freeze_times_needed')->stored(),
            'freeze.*.regex' => Message::of('expected_time_of_day')->stored(),
            'freeze.to.different' => Message::of('expected_other_time')->stored(),
        ];
    }

    /**
     * @return array{
     *     tax_percent?: string,
     *     tax_included?: bool,
     *     repricing?: string,
     *     time_zone?: string,
     *     locale?: string,
     *     hand_price_stands?: string,
     *     hand_price_hours?: int,
     *     floor_alarm_percent?: string,
     *     brake_listings_percent?: string,
     *     brake_move_percent?: string,
     *     rate_margin_percent?: string,
     *     rate_step_percent?: string,
     *     rate_days?: int,
     *     old_rates?: string,
     *     rates_address?: string|null,
     *     freeze?: array{from: string, to: string, time_zone?: string}|null,
     *     limits?: array<mixed>,
     * } limits as they were sent
     */
    public function wanted(): array
    {
        $wanted = Arr::except($this->validated(), 'revision');
        if (isset($wanted['repricing_on'])) {
            $wanted['repricing'] = ($this->boolean('repricing_on') ? Repricing::Running : Repricing::Stopped)->value;
            unset($wanted['repricing_on']);
        }
        if (is_array($this->input('limits'))) {
            $wanted['limits'] = $this->input('limits');
        }

        return $wanted;
    }
}
