<?php

declare(strict_types=1);

namespace App\Channels\Models;

use App\Channels\Connection;
use App\Support\Database\CountsEdits;
use App\Support\Messages\Message;
use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;

/**
 * A place prices go to and offers come from.
 *
 * @property int $id
 * @property int $workspace_id
 * @property string $key public: part of the address the channel sends notifications to
 * @property string $driver one of DriverRegistry
 * @property string $name
 * @property string $currency ISO 4217
 * @property string|null $country whose buyers it sells to; ISO 3166-1
 * @property string|null $language of what stands there; BCP 47
 * @property array<string, string> $settings how it is reached, by the fields of its driver
 * @property array<string, string> $secrets those of the fields that are never told again
 * @property string $webhook_secret
 * @property list<array<string, string|null>> $fees
 * @property array<string, array{fees: list<array<string, mixed>>|null, tax_percent: string|null}> $categories whose
 *     fees or tax differ
 * @property string|null $tax_percent null where it is that of the workspace
 * @property bool|null $tax_included whether its prices contain the tax; null where it is as in the workspace
 * @property bool $automation_on
 * @property CarbonImmutable|null $synced_at when its listings were last read to the end
 * @property string|null $orders_cursor
 * @property Message|null $problem what the last call that failed said
 * @property int $failures calls in a row that failed
 * @property CarbonImmutable|null $quiet_until not to be called before
 * @property-read string $seller our name there, as its offers have it
 */
final class Channel extends Model
{
    use BelongsToWorkspace;
    use CountsEdits;

    protected $attributes = [
        'revision' => 1,
        'settings' => '{}',
        'fees' => '[]',
        'categories' => '{}',
        'automation_on' => true,
        'failures' => 0,
        'problem' => null,
        'quiet_until' => null,
        'synced_at' => null,
        'orders_cursor' => null,
        'tax_percent' => null,
        'tax_included' => null,
        'country' => null,
        'language' => null,
    ];

    protected $hidden = ['secrets', 'webhook_secret'];

    /** For signing, as the Standard Webhooks specification has it. */
    public static function newSecret(): string
    {
        return 'whsec_'.base64_encode(random_bytes(24));
    }

    public function connection(): Connection
    {
        return new Connection(
            $this->key,
            $this->name,
            $this->currency,
            $this->settings,
            $this->secrets ?? [],
            $this->webhook_secret,
        );
    }

    /** Whether it is not to be called now. */
    public function isCircuitOpen(): bool
    {
        return $this->quiet_until?->isFuture() ?? false;
    }

    public function getSellerAttribute(): string
    {
        return $this->settings['seller'] ?? '';
    }

    protected function casts(): array
    {
        return [
            'problem' => Message::class,
            'settings' => 'array',
            'secrets' => 'encrypted:array',
            'webhook_secret' => 'encrypted',
            'fees' => 'array',
            'categories' => 'array',
            'automation_on' => 'bool',
            'tax_included' => 'bool',
            'synced_at' => 'immutable_datetime',
            'quiet_until' => 'immutable_datetime',
        ];
    }
}
