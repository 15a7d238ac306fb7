<?php

declare(strict_types=1);

namespace App\Support\Http;

use Illuminate\Foundation\Http\FormRequest;

/**
 * A request that may say which revision was edited, as CountsEdits counts them.
 *
 * @phpstan-require-extends FormRequest
 */
trait NamesRevision
{
    private const REVISION_RULES = ['sometimes', 'integer'];

    /** The revision that was edited; null: whatever it is. */
    public function revision(): ?int
    {
        $revision = $this->validated('revision');

        return $revision === null ? null : (int) $revision;
    }
}
