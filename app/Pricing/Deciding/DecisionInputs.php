<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Accounts\Models\Workspace;
use App\Catalogue\Fees\ChannelTerms;
use App\Catalogue\Fees\SaleTerms;
use App\Catalogue\Limits\InheritedLimits;
use App\Market\WebOffers;
use Carbon\CarbonInterface;
use Wrasse\Core\Decision\Request;
use Wrasse\Core\Document\InvalidDocument;
use Wrasse\Core\Document\LimitsReader;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\OfferReader;
use Wrasse\Core\Document\PackedOffers;
use Wrasse\Core\Limits\LimitTerms;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Market\Offer;
use Wrasse\Core\Market\Offers;
use Wrasse\Core\Market\Sales;
use Wrasse\Core\Market\SalesDay;
use Wrasse\Core\Money\Currency;

/**
 * Gives the core what decisions are made from, straight from rows of the database: this runs for every listing on every
 * change. What many listings have in common is worked out once. The same as a document, to be kept or shown, is made
 * only when it is asked for.
 */
final class DecisionInputs
{
    private const MICROSECONDS = 1_000_000;

    /** What is kept of a row with a decision. */
    private const KEPT = [
        'sku',
        'price_minor',
        'shipping_minor',
        'stock',
        'condition',
        'fulfilment',
        'cost_minor',
        'cost_currency',
        'inbound_minor',
        'packaging_minor',
        'handling_minor',
        'shipping_cost_minor',
        'list_price_minor',
        'rrp_minor',
        'map_minor',
        'holds_buy_box',
        'last_changed_at',
        'seen_at',
    ];

    private readonly int $now;

    /** The calendar day of now where the workspace is. */
    private readonly string $today;

    private readonly InheritedLimits $limits;

    private readonly SaleTerms $sale;

    private readonly WebOffers $web;

    /** @var array<string, string> fees, tax and limits as JSON, of listings that have the same */
    private array $shared = [];

    /** @var array<string, LimitTerms> of listings that have the same */
    private array $limitTerms = [];

    /** @var array{ListingRow|null, string} */
    private array $lastKey = [null, ''];

    /**
     * @var array<string, array{LimitsReader, OfferReader}> by currency; what they have read before they remember from
     *     one job to the next
     */
    private static array $readers = [];

    public function __construct(private readonly Workspace $workspace, CarbonInterface $at)
    {
        $this->now = $at->getTimestamp() * self::MICROSECONDS;
        $this->today = $at->toImmutable()->setTimezone($workspace->time_zone)->toDateString();
        $this->limits = InheritedLimits::in($workspace);
        $this->sale = new SaleTerms($workspace, day: $this->today);
        $this->web = new WebOffers($this->sale->conversions);
    }

    public function terms(ListingRow $row): ChannelTerms
    {
        return $this->sale->of($row->channel_id, $row->category);
    }

    /**
     * @param  int  $changes  of its price in the last 24 hours
     * @param  list<array{date: string, units: int, in_stock: bool}>  $sales
     *
     * @throws InvalidDocument if the rule cannot be read
     */
    public function of(ListingRow $row, ChannelTerms $terms, RuleDocument $rule, int $changes, array $sales): Request
    {
        $currency = $terms->currency;
        [$limits, $offers] = self::$readers[$currency->code] ??= [
            new LimitsReader($currency),
            new OfferReader($currency),
        ];
        // Recommended and advertised prices are in the currency of the workspace, and never converted.
        $isOwn = $currency->code === $this->workspace->currency;
        $listing = new Listing(
            $row->sku,
            $currency,
            $terms->seller,
            $row->price_minor,
            $this->sale->earnings($row->costs(), $row->shipping_minor, $row->fulfilment, $terms),
            $row->stock,
            $row->condition,
            $row->fulfilment,
            $row->list_price_minor,
            $isOwn ? $row->rrp_minor : null,
            $isOwn ? $row->map_minor : null,
            $row->holds_buy_box,
            false,
            self::time($row->last_changed_at),
            $changes,
            self::sales($sales, $this->today),
        );

        return new Request(
            $this->now,
            $listing,
            $this->limitTerms($row, $terms, $limits),
            $this->market($row, $terms, $offers),
            $rule->read($currency->code),
        );
    }

    /**
     * The same as a document that the core reads.
     *
     * @param  list<array{date: string, units: int, in_stock: bool}>  $sales
     * @return array<string, mixed>
     */
    public function document(ListingRow $row, RuleDocument $rule, int $changes, array $sales): array
    {
        return [
            'now' => self::rfc3339($this->now),
            'today' => $this->today,
            'listing' => [
                ...self::listing(
                    $row,
                    $this->terms($row)->seller,
                    $this->terms($row)->currency,
                    $this->workspace->money(),
                    $changes,
                    $sales,
                ),
                'cost_conversion' => $this->sale->conversion($row->cost_currency, $this->terms($row)),
            ],
            ...$this->shared($row, $row->scopes($this->terms($row)->name)),
            'offers' => $this->offers($row),
            'rule' => $rule->for($this->terms($row)->currency->code),
        ];
    }

    /**
     * Fees, tax and limits: mostly the same for many listings.
     *
     * @param  array<string, string|null>  $names
     * @return array<string, mixed>
     */
    private function shared(ListingRow $row, array $names): array
    {
        return [
            ...$this->sale->document($this->terms($row)->channel, $row->category),
            'limits' => $this->limits->ofNames($names, $row->limits, $this->terms($row)->currency->code),
        ];
    }

    /**
     * @param  ListingRow  $row  with KEPT
     * @param  Currency  $own  that of the workspace: costs are in it where nothing else is said
     * @param  list<array{date: string, units: int, in_stock: bool}>  $sales
     * @return array<string, mixed>
     */
    private static function listing(
        ListingRow $row,
        string $seller,
        Currency $currency,
        Currency $own,
        int $changes,
        array $sales,
    ): array {
        $amount = fn (?int $minor): ?string => $minor === null ? null : $currency->format($minor);
        $costs = $row->cost_currency === null ? $own : Currency::of($row->cost_currency);
        $isOwn = $currency === $own;

        return [
            'sku' => $row->sku,
            'currency' => $currency->code,
            'seller' => $seller,
            'price' => $amount($row->price_minor),
            'shipping' => $amount($row->shipping_minor),
            'stock' => $row->stock,
            'condition' => $row->condition,
            'fulfilment' => $row->fulfilment,
            'cost' => $row->cost_minor === null ? null : $costs->format($row->cost_minor),
            'extra_costs' => self::extraCosts($row, $costs),
            'cost_currency' => $costs === $currency ? null : $costs->code,
            'list_price' => $amount($row->list_price_minor),
            'rrp' => $isOwn ? $amount($row->rrp_minor) : null,
            'map' => $isOwn ? $amount($row->map_minor) : null,
            'holds_buy_box' => $row->holds_buy_box,
            'last_changed_at' => self::rfc3339(self::time($row->last_changed_at)),
            'changes_last_24h' => $changes,
            'sales' => $sales,
        ];
    }

    /**
     * The same as text to be kept, without the rule: the row and the offers as they are stored, as few listings are
     * ever looked at as documents.
     *
     * @param  list<array{date: string, units: int, in_stock: bool}>  $sales
     * @param  list<string>  $ignored  sellers that were left out for a while
     */
    public function text(ListingRow $row, int $changes, array $sales, array $ignored): string
    {
        $kept = [];
        foreach (self::KEPT as $column) {
            $kept[] = $row->{$column};
        }
        $own = self::json([$this->now, $changes, $sales, $ignored, $kept, $this->today]);
        $terms = $this->terms($row);
        $key = "{$row->channel_id}\0{$row->category}\0{$row->cost_currency}\0{$this->limitsKey($row, $terms)}";
        $shared = $this->shared[$key] ??= substr(
            self::json([
                'seller' => $terms->seller,
                'currency' => $terms->currency->code,
                'own_currency' => $this->workspace->currency,
                'cost_conversion' => $this->sale->conversion($row->cost_currency, $terms),
                ...$this->shared($row, $row->scopes($terms->name)),
            ]),
            1,
            -1,
        );

        $web = $this->webDocuments($row);

        return "{\"own\":{$own},{$shared},".
            ($web === [] ? '' : '"web":'.self::json($web).',').
            ($row->packed === null ? '"offers":'.($row->offers ?? '[]') : "\"packed\":{$row->packed}").
            '}';
    }

    /**
     * What text() wrote, as a document that the core reads.
     *
     * @param  array<string, mixed>  $rule
     * @return array<string, mixed>
     */
    public static function fromText(string $text, array $rule): array
    {
        /**
         * @var array{
         *     own: array{
         *         int,
         *         int,
         *         list<array{date: string, units: int, in_stock: bool}>,
         *         list<string>,
         *         list<mixed>,
         *         5?: string,
         *     },
         *     seller: string,
         *     currency: string,
         *     own_currency?: string,
         *     cost_conversion?: array<string, mixed>|null,
         *     fees: mixed,
         *     tax: mixed,
         *     limits: mixed,
         *     offers?: list<array<string, mixed>>,
         *     packed?: list<mixed>,
         *     web?: list<array<string, mixed>>,
         * } $kept
         */
        $kept = json_decode($text, true, 32, JSON_THROW_ON_ERROR);
        [$now, $changes, $sales, $ignored, $values] = $kept['own'];
        $today = $kept['own'][5] ?? null;
        $row = ListingRow::of(self::kept($values));
        $currency = Currency::of($kept['currency']);
        $own = Currency::of($kept['own_currency'] ?? $kept['currency']);

        return [
            'now' => self::rfc3339($now),
            ...$today === null ? [] : ['today' => $today],
            'listing' => [
                ...self::listing($row, $kept['seller'], $currency, $own, $changes, $sales),
                'cost_conversion' => $kept['cost_conversion'] ?? null,
            ],
            'fees' => $kept['fees'],
            'tax' => $kept['tax'],
            'limits' => $kept['limits'],
            'offers' => [
                ...self::seenAt(
                    $row->seen_at,
                    isset($kept['packed']) ? PackedOffers::unpack($kept['packed'], $currency) : $kept['offers'] ?? [],
                ),
                ...$kept['web'] ?? [],
            ],
            'rule' => (new RuleDocument($rule, $own->code))->ignoring($ignored)->for($currency->code),
        ];
    }

    /**
     * @param  list<mixed>  $values  those kept before costs had a currency lack it
     * @return array<string, mixed> by column
     */
    private static function kept(array $values): array
    {
        $columns = self::KEPT;
        if (count($values) < count($columns)) {
            array_splice($values, (int) array_search('cost_currency', $columns, true), 0, [null]);
        }

        return array_combine($columns, $values);
    }

    /**
     * @param  'floor'|'ceiling'  $side
     * @return list<array{term: array<string, mixed>, from: string, name: string|null}> where each of its terms comes
     *     from
     */
    public function sources(ListingRow $row, string $side): array
    {
        return $this->limits->terms($row->scopes($this->terms($row)->name), $row->limits, $side, $this->terms($row)->currency->code);
    }

    /** The offers are mostly packed when they are observed; what came in another way is read as it stands. */
    private function market(ListingRow $row, ChannelTerms $terms, OfferReader $reader): Offers
    {
        $seenAt = self::time($row->seen_at);
        $offers =
            $row->packed === null
                ? $reader->all(
                    Node::of(json_decode($row->offers ?? '[]', true, 8, JSON_THROW_ON_ERROR), '$.offers'),
                    $seenAt,
                )
                : PackedOffers::read($row->packed, $seenAt);
        $web = $row->web === null || $row->web === '[]' ? [] : $this->web->offers($row->web, $terms);

        return $web === [] ? $offers : new Offers([...$offers->groups, ...Offers::of($web)->groups]);
    }

    /** @return list<array<string, mixed>> offers of other shops in the listing's own terms */
    private function webDocuments(ListingRow $row): array
    {
        if ($row->web === null || $row->web === '[]') {
            return [];
        }
        $terms = $this->terms($row);

        return array_map(
            fn (Offer $offer) => [
                ...WebOffers::document($offer, $terms->currency),
                'seen_at' => self::rfc3339($offer->seenAt),
            ],
            $this->web->offers($row->web, $terms),
        );
    }

    /** @return list<array<string, mixed>> */
    private function offers(ListingRow $row): array
    {
        /** @var list<mixed> $kept */
        $kept = json_decode($row->packed ?? ($row->offers ?? '[]'), true, 8, JSON_THROW_ON_ERROR);
        /** @var list<array<string, mixed>> $offers */
        $offers = $row->packed === null ? $kept : PackedOffers::unpack($kept, $this->terms($row)->currency);

        return [...self::seenAt($row->seen_at, $offers), ...$this->webDocuments($row)];
    }

    /**
     * @param  list<array<string, mixed>>  $offers
     * @return list<array<string, mixed>>
     */
    private static function seenAt(?int $seconds, array $offers): array
    {
        $seenAt = self::rfc3339(self::time($seconds));

        return array_map(fn (array $offer) => [...$offer, 'seen_at' => $seenAt], $offers);
    }

    private function limitTerms(ListingRow $row, ChannelTerms $terms, LimitsReader $reader): LimitTerms
    {
        return $this->limitTerms[$terms->currency->code.$this->limitsKey($row, $terms)] ??= $reader->read(
            Node::of($this->limits->ofNames($row->scopes($terms->name), $row->limits, $terms->currency->code), '$.limits'),
        );
    }

    /** A cache key, equal for listings with equal limits; remembered, as it is asked for twice in a row. */
    private function limitsKey(ListingRow $row, ChannelTerms $terms): string
    {
        if ($this->lastKey[0] !== $row) {
            $this->lastKey = [$row, $this->limits->key($row->scopes($terms->name), $row->limits)];
        }

        return $this->lastKey[1];
    }

    /** @param  list<array{date: string, units: int, in_stock: bool}>  $days */
    private static function sales(array $days, string $today): Sales
    {
        $number = fn (string $date): int => intdiv((int) strtotime("{$date} UTC"), 86_400);

        return new Sales(
            array_map(fn (array $day) => new SalesDay($number($day['date']), $day['units'], $day['in_stock']), $days),
            $number($today),
        );
    }

    /** @return list<array{label: string, amount: string}> */
    private static function extraCosts(ListingRow $row, Currency $currency): array
    {
        $listed = [];
        foreach (
            array_combine(
                ['inbound', 'packaging', 'handling', 'own shipping'],
                $row->costs()->onTop($row->fulfilment),
            ) as $label => $minor
        ) {
            if ($minor !== 0) {
                $listed[] = ['label' => $label, 'amount' => $currency->format($minor)];
            }
        }

        return $listed;
    }

    /** @param  array<mixed>  $values */
    private static function json(array $values): string
    {
        return json_encode($values, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
    }

    private static function time(?int $seconds): ?int
    {
        return $seconds === null ? null : $seconds * self::MICROSECONDS;
    }

    private static function rfc3339(?int $microseconds): ?string
    {
        return $microseconds === null ? null : gmdate('Y-m-d\TH:i:s\Z', intdiv($microseconds, self::MICROSECONDS));
    }
}
