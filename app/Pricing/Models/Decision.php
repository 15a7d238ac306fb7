<?php

declare(strict_types=1);

namespace App\Pricing\Models;

use App\Catalogue\Events\Cause;
use App\Pricing\Deciding\DecisionInputs;
use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Wrasse\Core\Decision\Evaluation;
use Wrasse\Core\Document\DecisionWriter;
use Wrasse\Core\Document\InvalidDocument;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RequestReader;
use Wrasse\Core\Trail\Reason;

/**
 * What was decided on a listing, and from what. The steps follow from that: the core gives the same answer each time.
 *
 * @property int $id
 * @property int $listing_id
 * @property int $rule_version_id
 * @property int|null $run_id
 * @property Cause $cause
 * @property string $outcome
 * @property Reason $reason
 * @property int|null $from_minor
 * @property int|null $price_minor
 * @property int|null $floor_minor
 * @property int|null $ceiling_minor
 * @property string $input what it was made from, as DecisionInputs::text() writes it; the rule is that of its version
 * @property CarbonImmutable $decided_at
 * @property RuleVersion $ruleVersion
 */
final class Decision extends Model
{
    use BelongsToWorkspace;

    public $timestamps = false;

    protected function casts(): array
    {
        return ['cause' => Cause::class, 'reason' => Reason::class, 'decided_at' => 'immutable_datetime'];
    }

    /** @return BelongsTo<RuleVersion, $this> */
    public function ruleVersion(): BelongsTo
    {
        return $this->belongsTo(RuleVersion::class);
    }

    /** @return array<string, mixed> all that it was made from */
    public function document(): array
    {
        return DecisionInputs::fromText($this->input, $this->ruleVersion->document);
    }

    /**
     * As it was made, with its steps.
     *
     * @return array<string, mixed>
     *
     * @throws InvalidDocument if what was kept can no longer be read
     */
    public function asMade(): array
    {
        return (new DecisionWriter(hasMessages: true))->write(Evaluation::of((new RequestReader())->read(Node::of($this->document()))));
    }
}
