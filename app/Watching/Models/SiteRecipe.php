<?php

declare(strict_types=1);

namespace App\Watching\Models;

use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RecipeReader;
use Wrasse\Core\Reading\Recipe\Recipe;

/**
 * A version of how the pages of a site are read; it never changes.
 *
 * @property int $id
 * @property int $workspace_id
 * @property int $site_id
 * @property int $number from 1
 * @property array{version: int, fields: array<string, list<array<string, mixed>>>} $document
 * @property CarbonImmutable $created_at
 * @property string|null $created_by
 */
final class SiteRecipe extends Model
{
    use BelongsToWorkspace;

    public const UPDATED_AT = null;

    protected $table = 'recipes';

    protected $fillable = ['site_id', 'number', 'document', 'created_by'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['document' => 'array', 'created_at' => 'immutable_datetime'];
    }

    public function recipe(): Recipe
    {
        return (new RecipeReader())->read(Node::of($this->document, 'recipe'));
    }
}
