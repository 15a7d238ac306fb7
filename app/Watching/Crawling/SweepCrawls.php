<?php

declare(strict_types=1);

namespace App\Watching\Crawling;

use App\Support\Schedule\Sweeper;
use App\Support\Tenancy\AcrossWorkspaces;
use App\Support\Tenancy\EachWorkspace;
use App\Watching\Fetching\ClaimTurns;
use App\Watching\Jobs\MatchProductsJob;
use App\Watching\Jobs\ReadPagesJob;
use App\Watching\Models\Crawl;
use App\Watching\Models\CrawlPage;
use App\Watching\Models\CrawlState;
use App\Watching\Models\Watch;
use Carbon\CarbonImmutable;
use Illuminate\Database\Query\Builder;

/** Keeps crawls going: begins rounds that are due, takes up pages whose process has died, and has what was found compared with ours. */
final readonly class SweepCrawls implements Sweeper
{
    private const MOST = 500;

    public function __construct(
        private EachWorkspace $each,
        private StartCrawl $start,
        private RecordCrawledPage $record,
        private EndCrawl $end,
    ) {
    }

    public function sweep(): void
    {
        $now = CarbonImmutable::now();
        $this->each->of(
            AcrossWorkspaces::query(Crawl::class)->where('next_at', '<=', $now->format(Watch::TIME))->where('state', '<>', CrawlState::Running)->limit(self::MOST)->get(),
            fn (Crawl $crawl) => $this->start->handle($crawl),
        );
        $this->each->of(
            AcrossWorkspaces::query(CrawlPage::class)
                ->where('asked_at', '<', $now->subSeconds(2 * ClaimTurns::LONGEST_TURN_SECONDS)->format(Watch::TIME))
                ->limit(self::MOST)
                ->get(),
            fn (CrawlPage $page) => $this->record->interrupted($page),
        );
        $this->each->of(
            AcrossWorkspaces::query(Crawl::class)->where('state', CrawlState::Running)->get(),
            fn (Crawl $crawl) => $this->end->ifDue($crawl->site_id),
        );
        $this->readDue($now);
        $this->matchNew();
    }

    private function readDue(CarbonImmutable $now): void
    {
        $workspaces = AcrossWorkspaces::table('crawls')
            ->join('sites', 'sites.id', '=', 'crawls.site_id')
            ->join('web_hosts', 'web_hosts.host', '=', 'sites.host')
            ->where('crawls.state', CrawlState::Running->value)
            ->where('web_hosts.next_at', '<=', $now->format(Watch::TIME))
            ->whereNull('sites.paused_at')
            ->distinct()
            ->pluck('crawls.workspace_id');
        foreach ($workspaces as $workspaceId) {
            ReadPagesJob::dispatch((int) $workspaceId);
        }
    }

    /** New products of ours, or of theirs. */
    private function matchNew(): void
    {
        $theirs = AcrossWorkspaces::table('site_products')->whereNull('matched_at')->distinct()->pluck('workspace_id');
        $ours = AcrossWorkspaces::table('product_texts')
            ->whereNull('matched_at')
            ->whereExists(fn (Builder $query) => $query->from('site_products')->whereColumn('site_products.workspace_id', 'product_texts.workspace_id'))
            ->distinct()
            ->pluck('workspace_id');
        foreach ($theirs->merge($ours)->unique() as $workspaceId) {
            MatchProductsJob::dispatch((int) $workspaceId);
        }
    }
}
