<?php

declare(strict_types=1);

namespace App\Publishing\Models;

use App\Support\Messages\Message;
use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;

/**
 * Price changes sent together. Its id is the idempotency key: sent twice, it is one feed to the marketplace.
 *
 * @property string $id
 * @property int $workspace_id
 * @property int $channel_id
 * @property FeedState $state
 * @property string|null $channel_ref
 * @property int $attempts in the present state
 * @property CarbonImmutable $due_at not to be touched before; moved ahead by whoever works on it
 * @property Message|null $problem
 */
final class Feed extends Model
{
    use BelongsToWorkspace, HasUuids;

    /** A feed is looked at several times a second. */
    public const TIME = 'Y-m-d H:i:s.v';

    /** A step takes less; after so long whoever took it is taken for dead. */
    public const HELD_SECONDS = 15;

    /** A job is put off for no longer; what takes longer is taken up by the sweep. */
    private const LONGEST_DELAY_SECONDS = 4;

    protected $dateFormat = self::TIME;

    /** @return CarbonImmutable|null when a job should look at it again; null where the sweep will see to it */
    public function nextJobAt(): ?CarbonImmutable
    {
        $now = CarbonImmutable::now();

        return match (true) {
            $this->due_at <= $now => $now,
            $this->due_at > $now->addSeconds(self::LONGEST_DELAY_SECONDS) => null,
            // The queue counts in whole seconds, from the one that has begun.
            default => $this->due_at->addSecond()->startOfSecond(),
        };
    }

    protected function casts(): array
    {
        return ['problem' => Message::class, 'state' => FeedState::class, 'due_at' => 'immutable_datetime'];
    }
}
