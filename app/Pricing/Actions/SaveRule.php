<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Catalogue\Events\ListingsTouched;
use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Workspace;
use App\Pricing\Models\Rule;
use App\Pricing\Models\RuleVersion;
use App\Support\Http\DocumentField;
use App\Support\Live\Announce;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RuleReader;

/** Makes a rule or changes it. A changed document is a new version; the old ones stay. */
final readonly class SaveRule
{
    /**
     * @param  array{name?: string, is_on?: bool, every_minutes?: int, document?: array<mixed>}  $wanted
     * @param  int|null  $basedOn  the version number that was edited, where a document is given for a rule that exists
     *
     * @throws ValidationException
     * @throws ConflictHttpException if someone saved another version meanwhile
     */
    public function handle(Workspace $workspace, ?int $ruleId, array $wanted, ?int $basedOn, ?int $userId): Rule
    {
        if (isset($wanted['document'])) {
            self::check($workspace, $wanted['document']);
        }

        return DB::transaction(function () use ($workspace, $ruleId, $wanted, $basedOn, $userId): Rule {
            $rule = $ruleId === null ? new Rule(['is_on' => false, 'every_minutes' => 15]) : Rule::query()->lockForUpdate()->with('latest')->findOrFail($ruleId);
            $this->checkName($rule, $wanted['name'] ?? null);
            $rule->fill(array_diff_key($wanted, ['document' => true]))->save();
            if (isset($wanted['document'])) {
                $this->addVersion($rule, $wanted['document'], $basedOn, $userId);
            }
            $listings = array_values(Listing::query()->where('rule_id', $rule->id)->orderBy('id')->pluck('id')->all());
            if ($listings !== []) {
                event(new ListingsTouched($workspace->id, $listings, 'rule'));
            }
            Announce::change($workspace->id, 'rules', [$rule->id]);

            return $rule->load('latest');
        });
    }

    /**
     * @param  array<mixed>  $document
     *
     * @throws ValidationException
     */
    public static function check(Workspace $workspace, array $document): void
    {
        DocumentField::check(fn () => (new RuleReader($workspace->money()))->read(Node::of($document, '$.document')));
    }

    private function checkName(Rule $rule, ?string $name): void
    {
        if ($name !== null && Rule::query()->where('name', $name)->when($rule->exists, fn ($query) => $query->whereKeyNot($rule->id))->exists()) {
            throw ValidationException::withMessages(['name' => 'Another rule has this name.']);
        }
    }

    /** @param  array<mixed>  $document */
    private function addVersion(Rule $rule, array $document, ?int $basedOn, ?int $userId): void
    {
        $latest = RuleVersion::query()->where('rule_id', $rule->id)->orderByDesc('number')->first();
        if ($latest !== null && $basedOn !== null && $latest->number !== $basedOn) {
            throw new ConflictHttpException("Someone saved version {$latest->number} while you were editing version {$basedOn}. Reload to see it; your sentence is still here.");
        }
        if ($latest?->document == $document) {
            return;
        }
        RuleVersion::query()->create([
            'rule_id' => $rule->id, 'number' => ($latest->number ?? 0) + 1, 'document' => $document, 'user_id' => $userId, 'created_at' => now(),
        ]);
    }
}
