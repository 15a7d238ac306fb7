<?php

declare(strict_types=1);

namespace App\Watching\Fetching;

use App\Channels\Outgoing\PageAnswer;
use App\Support\Messages\Message;
use App\Watching\Models\Site;
use App\Watching\Trust\FoundOffer;
use Carbon\CarbonImmutable;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Reading\Data\Availability;
use Wrasse\Core\Reading\Page\PageReader;
use Wrasse\Core\Reading\Page\PageReading;

/** Says what an answer means, in words where it is no offer. */
final readonly class ReadAnswer
{
    private const PAGES = '#^\s*(?:text/html|application/xhtml\+xml|text/plain|application/xml|)\s*(?:;|$)#i';

    public function __construct(private PageReader $reader)
    {
    }

    /** @param  string|null  $variant  of those on the page the one that is meant */
    public function handle(Site $site, ?string $variant, PageAnswer $answer, CarbonImmutable $at): PageOutcome
    {
        $status = $answer->status;
        $host = $site->host;

        return match (true) {
            $answer->failure !== null => self::failed($answer->failure, isTrouble: $status === null),
            $status === 304 => new PageOutcome(null, null, isUnchanged: true),
            $status === 429, $status === 503 => self::failed(Message::of('page_slow_down', host: $host), isTrouble: true),
            $status === 401, $status === 403, $status === 451 => self::refused($host, $status),
            $status === 404, $status === 410 => self::failed(Message::of('page_gone')),
            $status >= 500 => self::failed(Message::of('page_out_of_order', host: $host, status: (string) $status), isTrouble: true),
            $status !== 200 => self::failed(Message::of('page_status', status: (string) $status)),
            preg_match(self::PAGES, $answer->contentType) !== 1 => self::failed(Message::of('page_no_web_page', type: mb_strimwidth($answer->contentType, 0, 60, '…'))),
            default => $this->read($site, $variant, $answer, $at),
        };
    }

    private function read(Site $site, ?string $variant, PageAnswer $answer, CarbonImmutable $at): PageOutcome
    {
        $reading = $this->reader->read(
            $answer->body,
            $answer->contentType,
            $answer->url,
            $site->currency === null ? null : Currency::of($site->currency),
            variant: $variant,
            recipe: $site->recipe?->recipe(),
        );
        if ($reading->page === 'refused') {
            return new PageOutcome(null, Message::of('page_access_check', host: $site->host), $reading, isRefusal: true);
        }
        $isSoldOut = in_array($reading->availability, [Availability::OutOfStock, Availability::Discontinued], true);
        if ($reading->page === 'product' && $reading->price === null && $isSoldOut && $reading->range === null) {
            return new PageOutcome(null, Message::of('page_sold_out'), $reading, soldOut: $reading->availability);
        }
        $problem = self::problem($reading, $variant);

        return new PageOutcome($problem === null ? self::offer($reading, $at) : null, $problem, $reading);
    }

    /** Why its price cannot be used; the plainest reason first. */
    private static function problem(PageReading $reading, ?string $variant): ?Message
    {
        $has = fn (string ...$codes): bool => array_intersect($codes, $reading->problems) !== [];

        return match (true) {
            $reading->page === 'maintenance' => Message::of('page_maintenance'),
            $reading->page === 'not_found' => Message::of('page_gone'),
            $reading->page === 'several' => Message::of('page_several'),
            $reading->page !== 'product' => Message::of('page_no_product'),
            $reading->price !== null && $reading->currency === null => Message::of('page_currency_unknown'),
            $reading->price !== null => null,
            $has('variant_not_found') => Message::of('page_variant_gone', variant: (string) $variant),
            $has('choose_variant') => Message::of('page_choose_variant'),
            $has('range_only', 'range', 'from_price') => Message::of('page_range'),
            $has('several_prices', 'several_products', 'sources_disagree') => Message::of('page_several_prices'),
            $has('currency_differs') => Message::of('page_currency_differs'),
            default => Message::of('page_no_price'),
        };
    }

    private static function offer(PageReading $reading, CarbonImmutable $at): FoundOffer
    {
        return new FoundOffer(
            0,
            $at,
            (string) $reading->price,
            (string) $reading->currency,
            $reading->shipping,
            $reading->taxIncluded,
            $reading->availability,
            $reading->condition->value ?? 'new',
            $reading->name,
            $reading->variant,
            $reading->foundBy['price'] ?? 'markup',
            $reading->confidence,
            $reading->promotion,
        );
    }

    private static function failed(Message $problem, bool $isTrouble = false): PageOutcome
    {
        return new PageOutcome(null, $problem, isTrouble: $isTrouble);
    }

    private static function refused(string $host, int $status): PageOutcome
    {
        return new PageOutcome(
            null,
            Message::of('page_refused', host: $host, status: (string) $status),
            isRefusal: true,
        );
    }
}
