<?php

declare(strict_types=1);

namespace App\Catalogue\Models;

use App\Support\Live\Announce;
use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;

/**
 * @property int $id
 * @property int $workspace_id
 * @property string $key
 * @property string $name
 * @property string $currency
 * @property string $seller
 * @property string $base_url
 * @property string $token
 * @property string $webhook_secret
 * @property list<array<string, string|null>> $fees
 * @property bool $automation_on
 * @property CarbonImmutable|null $synced_at
 * @property int $orders_after
 * @property string|null $problem
 * @property CarbonImmutable|null $quiet_until
 */
final class Channel extends Model
{
    use BelongsToWorkspace;

    protected $hidden = ['token', 'webhook_secret'];

    /** Remembers what the last call that failed said, or that the calls go through again, and tells open windows. */
    public function report(?string $problem): void
    {
        if ($this->problem !== $problem) {
            $this->update(['problem' => $problem]);
            Announce::change($this->workspace_id, 'workspace');
        }
    }

    protected function casts(): array
    {
        return [
            'token' => 'encrypted', 'webhook_secret' => 'encrypted', 'fees' => 'array', 'automation_on' => 'bool',
            'synced_at' => 'immutable_datetime', 'quiet_until' => 'immutable_datetime',
        ];
    }
}
