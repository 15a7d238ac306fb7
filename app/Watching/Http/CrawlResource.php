<?php

declare(strict_types=1);

namespace App\Watching\Http;

use App\Support\Messages\Message;
use App\Watching\Models\Crawl;
use App\Watching\Models\CrawlState;
use OpenApi\Attributes as OA;

/** A shop that is read through: how far that is, and what was found. */
#[OA\Schema(schema: 'Crawl')]
final readonly class CrawlResource
{
    private function __construct(
        #[OA\Property] public int $id,
        #[OA\Property(description: 'The shop.')] public int $site_id,
        #[OA\Property] public string $start_url,
        #[OA\Property(description: 'Pages that are asked for in a round, at most.')] public int $most_pages,
        #[OA\Property(description: 'Links away from the start page, at most; where the shop has no sitemap.')] public int $most_depth,
        #[OA\Property(description: 'Hours that a round may take.')] public int $most_hours,
        #[OA\Property(description: 'It is read through again after so many days; null: not by itself.')] public ?int $every_days,
        #[OA\Property(description: 'Whether what is surely the same is watched without a look.')] public bool $links_same,
        #[OA\Property(description: 'From which score, in hundredths.')] public int $link_from,
        #[OA\Property(description: 'Matches of a lower score are not shown, in hundredths.')] public int $show_from,
        #[OA\Property(enum: ['running', 'done', 'stopped'])] public string $state,
        #[OA\Property(description: 'Whether pages are found by links, as there is no sitemap.')] public bool $follows_links,
        #[OA\Property(format: 'date-time')] public string $begun_at,
        #[OA\Property(format: 'date-time')] public ?string $ended_at,
        #[OA\Property(description: 'Why it ended before everything was read, or found nothing.', ref: Message::class, nullable: true)]
        public ?Message $ended_because,
        #[OA\Property(format: 'date-time')] public ?string $next_at,
        #[OA\Property(description: 'Pages read in this round.')] public int $read,
        #[OA\Property(description: 'Pages that are known and not read yet.')] public int $waiting,
        #[OA\Property(description: 'Pages that could not be had.')] public int $failed,
        #[OA\Property(description: 'Of all that were read: those that sell one product.')] public int $product_pages,
        #[OA\Property(description: 'Of all that were read: the others.')] public int $other_pages,
        #[OA\Property(description: 'Products that it sells.')] public int $products,
        #[OA\Property(description: 'Of them: those that were seen for the first time in this round.')] public int $new_products,
        #[OA\Property(description: 'Matches that wait for a person.')] public int $proposed,
        #[OA\Property(description: 'Matches that were accepted.')] public int $accepted,
        #[OA\Property(description: 'What is left takes at least so long, at the pace that the shop is asked at.')] public ?int $minutes_left,
        #[OA\Property] public int $revision,
    ) {
    }

    public static function of(Crawl $crawl, CrawlCounts $counts): self
    {
        $isRunning = $crawl->state === CrawlState::Running;
        $left = min($counts->waiting, max(0, $crawl->most_pages - $crawl->asked));

        return new self(
            $crawl->id,
            $crawl->site_id,
            $crawl->start_url,
            $crawl->most_pages,
            $crawl->most_depth,
            $crawl->most_hours,
            $crawl->every_days,
            $crawl->links_same,
            $crawl->link_from,
            $crawl->show_from,
            $crawl->state->value,
            $crawl->follows_links,
            $crawl->begun_at->toRfc3339String(),
            $crawl->ended_at?->toRfc3339String(),
            $crawl->ended_because,
            $crawl->next_at?->toRfc3339String(),
            $counts->read,
            $counts->waiting,
            $counts->failed,
            $counts->productPages,
            $counts->otherPages,
            $counts->products,
            $counts->newProducts,
            $counts->proposed,
            $counts->accepted,
            $isRunning ? (int) ceil($left * $crawl->site->delay_seconds / 60) : null,
            $crawl->revision,
        );
    }
}
