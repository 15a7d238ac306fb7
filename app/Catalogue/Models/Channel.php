<?php

declare(strict_types=1);

namespace App\Catalogue\Models;

use App\Catalogue\Channels\ChannelKind;
use App\Catalogue\Channels\ChannelUnavailable;
use App\Support\Live\Announce;
use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Wrasse\Core\Money\Percent;

/**
 * @property int $id
 * @property int $workspace_id
 * @property string $key
 * @property ChannelKind $kind
 * @property array<string, string>|null $delivery of a file channel: way (folder, email or sftp) and what that way needs
 * @property string $name
 * @property string $currency
 * @property string $seller
 * @property string $base_url
 * @property string $token
 * @property string $webhook_secret
 * @property list<array<string, string|null>> $fees
 * @property array<string, array{fees: list<array<string, mixed>>|null, tax_percent: string|null}> $categories whose fees or tax differ
 * @property string|null $tax_percent null where it is that of the workspace
 * @property bool|null $tax_included whether its prices contain the tax; null where it is as in the workspace
 * @property bool $automation_on
 * @property CarbonImmutable|null $synced_at
 * @property int $orders_after
 * @property string|null $problem
 * @property int $failures calls in a row that failed
 * @property CarbonImmutable|null $quiet_until not to be called before
 */
final class Channel extends Model
{
    use BelongsToWorkspace;

    protected $attributes = ['kind' => 'marketplace', 'failures' => 0];

    protected $hidden = ['token', 'webhook_secret', 'delivery'];

    /** Of the delivery, what is never told again. */
    public const DELIVERY_SECRETS = ['password', 'key'];

    /** Calls in a row that may fail before the channel is left alone for a while. */
    private const PATIENCE = 4;

    private const LONGEST_REST_SECONDS = 300;

    /** No call takes longer. */
    private const PROBE_SECONDS = 12;

    /** For signing, as the Standard Webhooks specification has it. */
    public static function newSecret(): string
    {
        return 'whsec_'.base64_encode(random_bytes(24));
    }

    /** A call went through: whatever the last ones said is over. */
    public function answered(): void
    {
        if ($this->problem !== null || $this->failures > 0 || $this->quiet_until !== null) {
            $this->update(['problem' => null, 'failures' => 0, 'quiet_until' => null]);
            Announce::change($this->workspace_id, 'workspace');
        }
    }

    /** The channel said no to what was asked; that says nothing about the next call. */
    public function refused(string $problem): void
    {
        $this->remember(['problem' => $problem]);
    }

    /**
     * A call failed. The channel is left alone for as long as it asks; with each failure in a row a moment longer, and after several of them it
     * is tried with a single call before all others follow.
     */
    public function failed(ChannelUnavailable $why): void
    {
        $failures = $this->failures + 1;
        $rest = max($why->isAsked ? $why->retryAfter : 0, $failures < self::PATIENCE ? $failures - 1 : min(self::LONGEST_REST_SECONDS, 5 * 2 ** min(10, $failures - self::PATIENCE)));
        $this->remember(['problem' => $why->getMessage(), 'failures' => $failures, ...($rest > 0 ? ['quiet_until' => now()->addSeconds($rest)] : [])]);
    }

    /** Whether nothing should be begun with it now. */
    public function isQuiet(): bool
    {
        return $this->quiet_until?->isFuture() ?? false;
    }

    /**
     * Asked right before a call: whether it must not be made. When the rest of a channel that had failed is over, one caller gets through, and
     * the others are held off until that call has come back.
     */
    public function rests(): bool
    {
        if ($this->quiet_until === null || $this->failures < self::PATIENCE) {
            return $this->isQuiet();
        }
        $isFirst = self::query()->whereKey($this->id)->where('quiet_until', '<=', now())->update(['quiet_until' => now()->addSeconds(self::PROBE_SECONDS)]) === 1;

        return ! $isFirst;
    }

    /** @param  array<string, mixed>  $what */
    private function remember(array $what): void
    {
        $isNews = $this->problem !== $what['problem'];
        $this->update($what);
        if ($isNews) {
            Announce::change($this->workspace_id, 'workspace');
        }
    }

    /**
     * What is taken of a sale of something of that category: its own fees and tax where it has any, else those of the channel and the workspace.
     *
     * @return array{fees: list<array<string, mixed>>, tax: array{percent: string, included: bool}}
     */
    public function termsOf(?string $category, Workspace $workspace): array
    {
        $own = $category === null ? null : $this->categories[$category] ?? null;

        return [
            'fees' => $own['fees'] ?? $this->fees,
            'tax' => [
                'percent' => (string) Percent::parse($own['tax_percent'] ?? $this->tax_percent ?? $workspace->tax_percent),
                'included' => $this->tax_included ?? $workspace->tax_included,
            ],
        ];
    }

    protected function casts(): array
    {
        return [
            'kind' => ChannelKind::class, 'delivery' => 'encrypted:array', 'token' => 'encrypted', 'webhook_secret' => 'encrypted', 'fees' => 'array', 'categories' => 'array', 'automation_on' => 'bool', 'tax_included' => 'bool',
            'synced_at' => 'immutable_datetime', 'quiet_until' => 'immutable_datetime',
        ];
    }
}
