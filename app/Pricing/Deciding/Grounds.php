<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Accounts\Models\Repricing;
use App\Accounts\Models\Workspace;
use App\Catalogue\Events\Cause;
use App\Pricing\Models\PriceHold;
use App\Pricing\Models\Rule;
use App\Pricing\PriceWars\IgnoredRivals;
use App\Pricing\Runs\OpenPrice;
use App\Support\Database\IdArray;
use App\Support\Messages\Message;
use Carbon\CarbonImmutable;
use Wrasse\Core\Trail\Outcome;

/**
 * What prices of listings rest on besides their market: rules, switches and prices set by hand, as they are at this
 * moment. Says of a price that is on its way whether it still holds.
 */
final class Grounds
{
    private readonly bool $areRulesPaused;

    /** @var array<int, Message|null> why a rule reprices none of its listings, by rule */
    private array $off = [];

    /**
     * @var array<string, array{Message|null, int, Message}> by cause and rule: why it may do nothing now; since when a
     *     market must have been seen, in seconds since 1970; what is said where it was not
     */
    private array $now = [];

    /**
     * @param  array<int, Rule>  $rules
     * @param  array<int, RuleDocument>  $documents  by rule
     * @param  array<int, PriceHold>  $holds  by listing
     */
    private function __construct(
        private readonly Workspace $workspace,
        public readonly array $rules,
        private readonly array $documents,
        private readonly RuleDocument $usual,
        private readonly array $holds,
        private readonly IgnoredRivals $ignored,
    ) {
        $this->areRulesPaused = $workspace->repricing === Repricing::RulesPaused;
        foreach ($rules as $id => $rule) {
            $this->off[$id] = $rule->is_on ? null : Message::of('rule_off', rule: $rule->name);
        }
    }

    /** @param  list<ListingRow>  $rows  listings as ListingRows::withMarket() reads them */
    public static function of(Workspace $workspace, array $rows): self
    {
        $ids = array_map(fn (ListingRow $row) => $row->id, $rows);
        $ruleIds = array_unique(array_filter(array_column($rows, 'rule_id')));
        $rules =
            $ruleIds === [] ? [] : Rule::query()->whereIn('id', $ruleIds)->with('latest')->get()->keyBy('id')->all();

        return new self(
            $workspace,
            $rules,
            array_map(fn (Rule $rule) => new RuleDocument($rule->latest->document, $workspace->currency), $rules),
            RuleDocument::usual($workspace->currency),
            PriceHold::query()
                ->whereRaw('listing_id = ANY(?)', [IdArray::of($ids)])
                ->get()
                ->keyBy('listing_id')
                ->all(),
            IgnoredRivals::on($ids),
        );
    }

    public static function setByHand(): Message
    {
        return Message::of('price_set_by_hand');
    }

    /** The rule for a listing; where it has none, what it is looked at with. */
    public function document(ListingRow $row): RuleDocument
    {
        return $this->ignored->leftOut($row->id, $this->documents[$row->rule_id ?? 0] ?? $this->usual);
    }

    /** The price that someone set by hand, as long as it stands. */
    public function hold(ListingRow $row): ?PriceHold
    {
        $hold = $this->holds[$row->id] ?? null;
        $isOver = $hold !== null && $this->whyIdle($row) === null && $hold->isOver($row->market_changed_at);

        return $isOver ? null : $hold;
    }

    /** @return list<int> listings whose prices set by hand stand no longer */
    public function endedHolds(ListingRow $row): array
    {
        return isset($this->holds[$row->id]) && $this->hold($row) === null ? [$row->id] : [];
    }

    /** Why no rule reprices a listing; null where one does. */
    public function whyIdle(ListingRow $row): ?Message
    {
        return match (true) {
            $row->rule_id === null => Message::of('rule_none'),
            $this->areRulesPaused => Message::of('rules_paused'),
            ! $row->automation_on => Message::of('listing_paused'),
            (bool) $row->is_compared => Message::of('listing_held_back'),
            default => $this->off[$row->rule_id],
        };
    }

    /**
     * Why the rule of a listing may not change its price at this moment. What a person does or says is not held up by
     * the times of a rule; nothing is done on a market that was seen too long ago.
     *
     * @param  Cause  $cause  of the decision
     */
    public function whyNotNow(ListingRow $row, Cause $cause): ?Message
    {
        [$why, $seenSince, $stale] = $this->now["{$cause->value}:{$row->rule_id}"] ??= $this->ofRule(
            $this->rules[$row->rule_id],
            $cause,
        );

        return $why ?? ($row->seen_at !== null && $row->seen_at < $seenSince ? $stale : null);
    }

    /** @return array{Message|null, int, Message} worked out once for all listings of a rule */
    private function ofRule(Rule $rule, Cause $cause): array
    {
        $now = CarbonImmutable::now();
        $times = $rule->times($this->workspace->time_zone);
        $isByPerson = $cause->isByPerson();
        $why = match (true) {
            ! $isByPerson && ! $times->allow($now) => Message::of('rule_not_at_this_time', rule: $rule->name),
            $cause->isOfMarket() && ! $times->followsTheMarket() => Message::of(
                'rule_not_on_market',
                rule: $rule->name,
            ),
            default => null,
        };

        return [
            $why,
            $now->subMinutes($rule->stale_minutes)->getTimestamp(),
            Message::of('market_too_old', stale_minutes: $rule->stale_minutes),
        ];
    }

    /**
     * Why a price that has not left yet no longer holds, after its listing was decided on again; null where it does.
     *
     * @param  Cause|null  $cause  of the decision that the price comes from, where its times are to be looked at too
     */
    public function against(OpenPrice $open, EvaluatedListing $one, ?Cause $cause = null): ?Message
    {
        $row = $one->row;
        $decision = $one->decision;
        $outside = PriceCheck::says($open->price, $decision->listing, $decision->limits);
        if ($outside !== null) {
            return $outside;
        }
        $hold = $this->hold($row);
        if ($hold !== null) {
            return $hold->price_minor === $open->price ? null : self::setByHand();
        }
        $why = $this->whyIdle($row);
        if ($why !== null) {
            return $why;
        }
        $isApproved = $open->userId !== null;
        $isSaid = $decision->price === $open->price && ($decision->outcome === Outcome::Change || $isApproved);

        return $isSaid ? ($cause === null ? null : $this->whyNotNow($row, $cause)) : self::says($one);
    }

    private static function says(EvaluatedListing $one): Message
    {
        $decision = $one->decision;
        if ($decision->price !== null) {
            $price = $decision->listing->currency->format($decision->price);

            return $decision->outcome === Outcome::Review
                ? Message::of('decided_asks_person', price: $price)
                : Message::of('decided_other_price', price: $price);
        }
        $steps = $decision->steps();

        return Message::of('decided_again', step: $steps[array_key_last($steps)]->message);
    }
}
