<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Workspace;
use App\Pricing\Models\Rule;
use Carbon\CarbonImmutable;

/** What its rule says of one listing at this moment; with no rule, how it compares with the cheapest. Nothing is stored. */
final readonly class DecideNow
{
    public function __construct(private Decider $decider)
    {
    }

    /** @param  Listing  $listing  with channel, product and its supplier */
    public function of(Workspace $workspace, Listing $listing): Decided
    {
        $rule = $listing->rule_id === null ? null : Rule::query()->with('latest')->find($listing->rule_id);
        $document = $rule === null ? RuleDocument::usual() : new RuleDocument($rule->latest->document);
        [$decided] = $this->decider->decide($workspace, collect([$listing]), fn () => $document, CarbonImmutable::now());

        return $decided;
    }
}
