<?php

declare(strict_types=1);

namespace App\Catalogue\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Models\Supplier;
use App\Support\Http\DocumentField;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Conflict;
use App\Support\Messages\Message;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use Wrasse\Core\Document\MarkupReader;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Rule\SupplierMarkup;

/**
 * Sets what the goods of suppliers are offered at. New drafts of theirs get it by themselves; listings that are there
 * stay as they are.
 */
final readonly class SetSupplierMarkup
{
    /**
     * @param  list<string>  $suppliers
     * @param  array<string, mixed>|null  $markup  null takes it away
     * @param  int|null  $seen  the revision that was edited, of the first supplier; null: whatever it is
     *
     * @throws Conflict if that one was edited since
     * @throws ValidationException if the markup is not valid or a supplier is not known
     */
    public function handle(Workspace $workspace, array $suppliers, ?array $markup, ?int $seen = null): void
    {
        if ($markup !== null) {
            self::check($workspace, $markup);
        }
        DB::transaction(function () use ($workspace, $suppliers, $markup, $seen): void {
            $known = Supplier::query()->whereIn('name', $suppliers)->lockForUpdate()->get();
            $unknown = array_diff($suppliers, $known->pluck('name')->all());
            if ($unknown !== []) {
                throw ValidationException::withMessages([
                    'suppliers' => Message::of('supplier_unknown', unknown: reset($unknown)),
                ]);
            }
            $known->each(function (Supplier $supplier) use ($suppliers, $markup, $seen): void {
                $supplier->edit(['markup' => $markup], $supplier->name === $suppliers[0] ? $seen : null);
                $supplier->save();
            });
            Announce::change($workspace->id, Topic::Workspace);
        });
    }

    /**
     * @param  array<mixed>  $markup
     *
     * @throws ValidationException
     */
    public static function check(Workspace $workspace, array $markup): SupplierMarkup
    {
        return DocumentField::check(
            fn () => (new MarkupReader($workspace->money()))->supplier(Node::of($markup, '$.markup')),
        );
    }
}
