<?php

declare(strict_types=1);

namespace App\Alerts\Models;

use App\Support\Database\CountsEdits;
use App\Support\Messages\Message;
use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;

/**
 * Where messages go.
 *
 * @property int $id
 * @property int $workspace_id
 * @property DestinationKind $kind
 * @property string $name
 * @property string $address of e-mail, or of a web server
 * @property string|null $template of a chat: JSON with {title}, {text} and {link}
 * @property string|null $secret of a webhook, encrypted where it is kept
 * @property bool $gets_summary whether a summary of each week goes there; e-mail alone
 * @property int $failures in a row
 * @property CarbonImmutable|null $paused_at
 * @property Message|null $paused_because null: it is not paused, or by hand
 * @property int $revision
 */
final class AlertDestination extends Model
{
    use BelongsToWorkspace, CountsEdits;

    public const UPDATED_AT = null;

    /** After so many failures in a row nothing is sent there any more. */
    public const MOST_FAILURES = 10;

    protected $attributes = ['revision' => 1, 'failures' => 0, 'gets_summary' => false];

    protected $fillable = ['kind', 'name', 'address', 'template', 'secret', 'gets_summary'];

    protected $hidden = ['secret'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return [
            'kind' => DestinationKind::class,
            'secret' => 'encrypted',
            'gets_summary' => 'bool',
            'paused_at' => 'immutable_datetime',
            'paused_because' => Message::class,
        ];
    }
}
