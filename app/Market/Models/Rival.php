<?php

declare(strict_types=1);

namespace App\Market\Models;

use App\Support\Tenancy\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Model;

/**
 * @property int $id
 * @property int $channel_id
 * @property string $seller
 * @property string $name
 */
final class Rival extends Model
{
    use BelongsToWorkspace;

    public $timestamps = false;
}
