<?php

declare(strict_types=1);

namespace App\Channels\Http;

use App\Channels\ConnectionField;
use App\Channels\DriverRegistry;
use App\Channels\FieldType;
use App\Channels\Outgoing\AddressGuard;
use App\Channels\Outgoing\ForbiddenAddress;
use App\Channels\Outgoing\HostName;
use App\Channels\Outgoing\UnknownHost;
use App\Channels\Outgoing\WebAddress;
use App\Support\Messages\Message;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;

/** Checks what was entered to reach a channel against the fields of its driver, each at its place. */
final readonly class ConnectionRules
{
    public function __construct(private AddressGuard $guard)
    {
    }

    /** @return array<string, string> what the validator says, by rule */
    public static function messages(): array
    {
        return array_map(fn (Message $message) => $message->stored(), [
            'required_without' => Message::of('setting_password_or_key_missing'),
            'regex' => Message::of('setting_host_key_invalid'),
            'not_regex' => Message::of('setting_folder_invalid'),
        ]);
    }

    /**
     * @param  bool  $isNew  whether the channel is connected for the first time: later, secrets may be left out
     * @return array<string, string> what was entered, addresses and hosts in their usual spelling
     *
     * @throws ValidationException
     */
    public function check(Request $request, string $driver, bool $isNew): array
    {
        $given = $request->input('settings');
        $fields = array_filter(
            DriverRegistry::named($driver)::fields(),
            fn (ConnectionField $field) => $field->appliesTo(is_array($given) ? $given : []),
        );
        $rules = ['settings' => ['required', 'array']];
        foreach ($fields as $field) {
            $rules["settings.{$field->name}"] = $this->rules($field, $isNew);
        }
        /** @var array<string, string|int|null> $checked */
        $checked = $request->validate($rules, self::messages())['settings'];
        $checked = array_filter(array_map(strval(...), $checked), fn (string $value) => $value !== '');
        foreach ($fields as $field) {
            if (isset($checked[$field->name])) {
                $checked[$field->name] = $this->reachable($field, $checked[$field->name]);
            }
        }

        return $checked;
    }

    /** @return list<mixed> */
    private function rules(ConnectionField $field, bool $isNew): array
    {
        $presence = match (true) {
            ! $field->isRequired || ($field->type->isSecret() && ! $isNew) => 'nullable',
            $field->unless !== null => "required_without:settings.{$field->unless}",
            default => 'required',
        };
        $choice = $field->type === FieldType::Choice ? [Rule::in(array_keys($field->options))] : [];

        return [$presence, ...$field->type->rules(), ...$choice];
    }

    private function reachable(ConnectionField $field, string $value): string
    {
        try {
            if ($field->type === FieldType::Address) {
                $address = WebAddress::parse($value);
                $this->guard->addresses($address->host);

                return rtrim($address->url, '/');
            }
            if ($field->type === FieldType::Host) {
                $this->guard->addresses($value);

                return HostName::normalized($value);
            }
        } catch (ForbiddenAddress|UnknownHost $e) {
            throw ValidationException::withMessages(["settings.{$field->name}" => $e->said()]);
        }

        return $value;
    }
}
