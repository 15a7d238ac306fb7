<?php

declare(strict_types=1);

namespace App\Channels\Actions;

use App\Channels\DriverRegistry;
use App\Channels\Events\ChannelAdded;
use App\Channels\FieldType;
use App\Channels\Models\Channel;
use App\Channels\Outgoing\WebAddress;
use App\Channels\Ports\ChangeQueue;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Conflict;
use App\Support\Messages\Message;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;

/** Adds a channel, or changes how one is reached. */
final readonly class ConnectChannel
{
    /**
     * @param  array<string, string>  $given  checked by ConnectionRules, secrets among them
     * @param  int|null  $copyFrom  channel whose listings are offered there as well
     * @param  string|null  $country  ISO 3166-1
     * @param  string|null  $language  BCP 47
     *
     * @throws ValidationException if the listings to be copied are in another currency
     */
    public function add(
        string $driver,
        string $name,
        string $currency,
        array $given,
        ?int $copyFrom = null,
        ?string $country = null,
        ?string $language = null,
    ): Channel {
        return DB::transaction(function () use (
            $driver,
            $name,
            $currency,
            $given,
            $copyFrom,
            $country,
            $language,
        ): Channel {
            $this->requireSameCurrency($copyFrom, $currency);
            [$settings, $secrets] = $this->split($driver, $given);
            $channel = Channel::query()->create([
                'key' => (string) Str::uuid7(),
                'driver' => $driver,
                'name' => $name,
                'currency' => $currency,
                'country' => $country,
                'language' => $language,
                'settings' => $settings,
                'secrets' => $secrets,
                'webhook_secret' => Channel::newSecret(),
                'fetch_at' => is_subclass_of(DriverRegistry::named($driver), ChangeQueue::class) ? now() : null,
            ]);
            event(new ChannelAdded($channel->workspace_id, $channel->id, $copyFrom));
            Announce::change($channel->workspace_id, Topic::Workspace);

            return $channel;
        });
    }

    /**
     * Secrets belong to the server they were entered for: with another server they have to be given again, and ours for
     * signing is renewed.
     *
     * @param  array<string, string>  $given  all settings, and those secrets that change
     * @param  int|null  $seen  the revision that was edited; null: whatever it is
     *
     * @throws Conflict if someone changed the channel meanwhile
     * @throws ValidationException if the server is another one and a secret is missing
     */
    public function change(int $channelId, array $given, ?int $seen = null): Channel
    {
        return DB::transaction(function () use ($channelId, $given, $seen): Channel {
            $channel = Channel::query()->lockForUpdate()->findOrFail($channelId);
            [$settings, $secrets] = $this->split($channel->driver, $given);
            if ($this->server($channel->driver, $settings) !== $this->server($channel->driver, $channel->settings)) {
                $this->requireSecrets($channel->driver, $given);
                $channel->webhook_secret = Channel::newSecret();
            } else {
                $secrets += $this->secretsThatApply($channel, $given);
            }
            $channel->edit(['settings' => $settings, 'secrets' => $secrets], $seen);
            $channel->fill(['problem' => null, 'failures' => 0, 'quiet_until' => null])->save();
            Announce::change($channel->workspace_id, Topic::Workspace);

            return $channel;
        });
    }

    /** Whoever knows the old secret can sign for us no longer. */
    public function renewSecret(int $channelId): Channel
    {
        $channel = Channel::query()->findOrFail($channelId);
        $channel->update(['webhook_secret' => Channel::newSecret()]);

        return $channel;
    }

    /** @throws ValidationException where prices would be taken over into another currency */
    private function requireSameCurrency(?int $copyFrom, string $currency): void
    {
        $other = $copyFrom === null ? null : Channel::query()->findOrFail($copyFrom);
        if ($other !== null && $other->currency !== $currency) {
            throw ValidationException::withMessages([
                'copy_from' => [Message::of('copy_other_currency', currency: $other->currency)],
            ]);
        }
    }

    /**
     * @param  array<string, string>  $given
     * @return array{array<string, string>, array<string, string>} settings and secrets
     */
    private function split(string $driver, array $given): array
    {
        $settings = $secrets = [];
        foreach (DriverRegistry::named($driver)::fields() as $field) {
            $value = $given[$field->name] ?? '';
            if ($value !== '' && $field->appliesTo($given)) {
                $field->type->isSecret() ? ($secrets[$field->name] = $value) : ($settings[$field->name] = $value);
            }
        }

        return [$settings, $secrets];
    }

    /**
     * To which server, or by which way, the connection leads.
     *
     * @param  array<string, string>  $settings
     * @return list<string>
     */
    private function server(string $driver, array $settings): array
    {
        $parts = [];
        foreach (DriverRegistry::named($driver)::fields() as $field) {
            $value = $settings[$field->name] ?? '';
            if ($field->type->leadsToServer()) {
                $parts[] =
                    $field->type === FieldType::Address && $value !== ''
                        ? WebAddress::parse($value)->origin()
                        : strtolower($value);
            }
        }

        return $parts;
    }

    /** @param  array<string, string>  $given */
    private function requireSecrets(string $driver, array $given): void
    {
        foreach (DriverRegistry::named($driver)::fields() as $field) {
            $isGiven =
                ($given[$field->name] ?? '') !== '' ||
                ($field->unless !== null && ($given[$field->unless] ?? '') !== '');
            if ($field->type->isSecret() && $field->isRequired && $field->appliesTo($given) && ! $isGiven) {
                throw ValidationException::withMessages([
                    "settings.{$field->name}" => Message::of('secret_of_other_server'),
                ]);
            }
        }
    }

    /**
     * @param  array<string, string>  $given
     * @return array<string, string>
     */
    private function secretsThatApply(Channel $channel, array $given): array
    {
        $fields = array_filter(
            DriverRegistry::named($channel->driver)::fields(),
            fn ($field) => $field->type->isSecret() && $field->appliesTo($given),
        );

        return array_intersect_key($channel->secrets ?? [], array_flip(array_map(fn ($field) => $field->name, $fields)));
    }
}
