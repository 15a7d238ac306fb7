<?php

declare(strict_types=1);

namespace App\Catalogue\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Events\Cause;
use App\Catalogue\Events\ListingsTouched;
use App\Catalogue\Limits\Scope;
use App\Catalogue\Models\LimitScope;
use App\Support\Http\DocumentField;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Conflict;
use App\Support\Messages\Message;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use Wrasse\Core\Document\LimitsReader;
use Wrasse\Core\Document\Node;

/** Sets the limits of a channel, supplier, category, brand or product; without any term they are taken away. */
final readonly class SetScopeLimits
{
    /**
     * @param  array<mixed>  $limits
     * @param  int  $version  the version that was edited; 0 = there was none
     *
     * @throws ValidationException if a term is not valid, or no listing is meant
     * @throws Conflict if someone changed them meanwhile
     */
    public function handle(Workspace $workspace, Scope $scope, string $name, array $limits, int $version): ?LimitScope
    {
        DocumentField::check(fn () => (new LimitsReader($workspace->money()))->read(Node::of($limits, '$.limits')));
        $limits = [
            'floor' => array_values((array) ($limits['floor'] ?? [])),
            'ceiling' => array_values((array) ($limits['ceiling'] ?? [])),
        ];

        return DB::transaction(function () use ($workspace, $scope, $name, $limits, $version): ?LimitScope {
            $listings = $scope->listings($name, $workspace->id)->orderBy('l.id')->pluck('l.id')->all();
            if ($listings === []) {
                throw ValidationException::withMessages(['name' => Message::of(
                    'scope_unknown',
                    scope: $scope->value,
                    name: $name,
                )]);
            }
            $set = LimitScope::query()->lockForUpdate()->where('scope', $scope)->where('name', $name)->first();
            if (($set->version ?? 0) !== $version) {
                throw new Conflict(
                    Message::of('conflict_limits'),
                );
            }
            $set = $this->store($set, $scope, $name, $limits);
            event(new ListingsTouched($workspace->id, array_map(intval(...), array_values($listings)), Cause::Limits));
            Announce::change($workspace->id, Topic::Workspace);

            return $set;
        });
    }

    /** @param  array{floor: list<mixed>, ceiling: list<mixed>}  $limits */
    private function store(?LimitScope $set, Scope $scope, string $name, array $limits): ?LimitScope
    {
        if ($limits === ['floor' => [], 'ceiling' => []]) {
            $set?->delete();

            return null;
        }
        if ($set === null) {
            return LimitScope::query()->create([
                'scope' => $scope,
                'name' => $name,
                'limits' => $limits,
                'version' => 1,
            ]);
        }
        $set->update(['limits' => $limits, 'version' => $set->version + 1]);

        return $set;
    }
}
