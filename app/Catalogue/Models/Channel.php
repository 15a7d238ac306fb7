<?php

declare(strict_types=1);

namespace App\Catalogue\Models;

use App\Support\Live\Announce;
use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Wrasse\Core\Money\Percent;

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
 * @property array<string, array{fees: list<array<string, mixed>>|null, tax_percent: string|null}> $categories whose fees or tax differ
 * @property string|null $tax_percent null where it is that of the workspace
 * @property bool|null $tax_included whether its prices contain the tax; null where it is as in the workspace
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
            'token' => 'encrypted', 'webhook_secret' => 'encrypted', 'fees' => 'array', 'categories' => 'array', 'automation_on' => 'bool', 'tax_included' => 'bool',
            'synced_at' => 'immutable_datetime', 'quiet_until' => 'immutable_datetime',
        ];
    }
}
