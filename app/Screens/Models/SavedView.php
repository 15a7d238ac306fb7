<?php

declare(strict_types=1);

namespace App\Screens\Models;

use App\Support\Tenancy\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Model;

/**
 * Filters, order and columns of the listing list that someone wants back.
 *
 * @property int $id
 * @property int $user_id
 * @property string $name
 * @property string $query as it stands in the address bar
 */
final class SavedView extends Model
{
    use BelongsToWorkspace;
}
