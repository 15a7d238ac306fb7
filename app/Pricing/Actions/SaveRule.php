<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Events\Cause;
use App\Catalogue\Events\ListingsTouched;
use App\Catalogue\Models\Listing;
use App\Channels\Models\Channel;
use App\Pricing\Models\Rule;
use App\Pricing\Models\RuleVersion;
use App\Pricing\Times\RuleTimes;
use App\Support\Http\DocumentField;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Conflict;
use App\Support\Messages\Message;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RuleReader;

/** Makes a rule or changes it. A changed document is a new version; the old ones stay. */
final readonly class SaveRule
{
    /** What decides which listings are on a rule and repriced by it. */
    private const ASSIGNING = ['assigned', 'priority', 'default_channel_id', 'only_listings', 'only_percent'];

    public function __construct(private AssignRules $assign)
    {
    }

    /**
     * @param  array{
     *     name?: string,
     *     is_on?: bool,
     *     document?: array<mixed>,
     *     every_minutes?: int|null,
     *     times?: array<mixed>,
     *     stale_minutes?: int,
     *     assigned?: array<string, mixed>|null,
     *     priority?: int,
     *     default_channel_id?: int|null,
     *     only_listings?: int|null,
     *     only_percent?: int|null,
     * }  $wanted
     * @param  int|null  $basedOn  the version number that was edited, where a document is given for a rule that exists
     * @param  int|null  $revision  that of the name, switch and settings that were edited; null: whatever it is
     *
     * @throws ValidationException
     * @throws Conflict if someone saved something else meanwhile
     */
    public function handle(
        Workspace $workspace,
        ?int $ruleId,
        array $wanted,
        ?int $basedOn,
        ?int $userId,
        ?int $revision = null,
    ): Rule {
        if (isset($wanted['document'])) {
            self::check($workspace, $wanted['document']);
        }

        return DB::transaction(function () use ($workspace, $ruleId, $wanted, $basedOn, $userId, $revision): Rule {
            $rule =
                $ruleId === null
                    ? new Rule(['is_on' => false, 'every_minutes' => 15])
                    : Rule::query()->lockForUpdate()->with('latest')->findOrFail($ruleId);
            $this->checkName($rule, $wanted['name'] ?? null);
            $this->set($rule, array_diff_key($wanted, ['document' => true]), $revision);
            $isAssigned = $rule->isDirty(self::ASSIGNING);
            $rule->save();
            if (isset($wanted['document'])) {
                $this->addVersion($rule, $wanted['document'], $basedOn, $userId);
            }
            if ($isAssigned) {
                $this->assign->handle($workspace->id);
            }
            $listings = Listing::ids(['rule_id' => $rule->id]);
            if ($listings !== []) {
                event(new ListingsTouched($workspace->id, $listings, Cause::Rule));
            }
            Announce::change($workspace->id, Topic::Rules, [$rule->id]);

            return $rule->load('latest');
        });
    }

    /** @param  array<string, mixed>  $wanted */
    private function set(Rule $rule, array $wanted, ?int $revision): void
    {
        if (isset($wanted['times'])) {
            $wanted['times'] = RuleTimes::check((array) $wanted['times']);
        }
        if (isset($wanted['default_channel_id'])) {
            Channel::query()->findOrFail((int) $wanted['default_channel_id']);
            Rule::query()
                ->where('default_channel_id', (int) $wanted['default_channel_id'])
                ->whereKeyNot($rule->id ?? 0)
                ->update(['default_channel_id' => null]);
        }
        if (isset($wanted['only_listings'])) {
            $wanted['only_percent'] = null;
        } elseif (isset($wanted['only_percent'])) {
            $wanted['only_listings'] = null;
        }
        $rule->edit($wanted, $revision);
        if (! $rule->exists || $rule->isDirty(['times', 'every_minutes', 'is_on'])) {
            $rule->times_set_at = now()->toImmutable();
        }
        if ($rule->isDirty(['only_listings', 'only_percent'])) {
            $rule->limited_since =
                $rule->only_listings === null && $rule->only_percent === null ? null : now()->toImmutable();
        }
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
        if (
            $name !== null &&
            Rule::query()
                ->where('name', $name)
                ->when($rule->exists, fn ($query) => $query->whereKeyNot($rule->id))
                ->exists()
        ) {
            throw ValidationException::withMessages(['name' => Message::of('rule_name_taken')]);
        }
    }

    /** @param  array<mixed>  $document */
    private function addVersion(Rule $rule, array $document, ?int $basedOn, ?int $userId): void
    {
        $latest = RuleVersion::query()->where('rule_id', $rule->id)->orderByDesc('number')->first();
        if ($latest !== null && $basedOn !== null && $latest->number !== $basedOn) {
            throw new Conflict(
                Message::of('conflict_rule', number: $latest->number, based_on: $basedOn),
            );
        }
        if ($latest?->document == $document) {
            return;
        }
        RuleVersion::query()->create([
            'rule_id' => $rule->id,
            'number' => ($latest->number ?? 0) + 1,
            'document' => $document,
            'user_id' => $userId,
            'created_at' => now(),
        ]);
    }
}
