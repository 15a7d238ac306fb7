<?php

declare(strict_types=1);

namespace App\Catalogue\Edits;

use App\Support\Messages\Message;
use Illuminate\Validation\ValidationException;

/** All that can be done in bulk. Parts that come after the catalogue add theirs under the tag. */
final readonly class BulkEdits
{
    public const TAG = 'bulk-edits';

    /** @param  iterable<BulkEdit>  $edits */
    public function __construct(private iterable $edits)
    {
    }

    /** @throws ValidationException if there is none of that name */
    public function of(string $name): BulkEdit
    {
        foreach ($this->edits as $edit) {
            if ($edit->name() === $name) {
                return $edit;
            }
        }
        throw ValidationException::withMessages(['edit' => Message::of('edit_unknown')]);
    }
}
