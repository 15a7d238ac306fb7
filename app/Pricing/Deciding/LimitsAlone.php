<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Catalogue\Limits\InheritedLimits;
use App\Catalogue\Limits\Scope;
use App\Catalogue\Models\Channel;
use App\Catalogue\Models\Workspace;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Document\EarningsReader;
use Wrasse\Core\Document\LimitsReader;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Limits\Earnings;
use Wrasse\Core\Limits\Fee;
use Wrasse\Core\Limits\Limits;
use Wrasse\Core\Limits\Tax;
use Wrasse\Core\Market\Basis;
use Wrasse\Core\Market\Field;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;

/**
 * Floors, ceilings and earnings of listings whose market does not matter for them: what a change of cost, fee or margin asks for, a
 * hundred thousand times over. The core works them out; nothing is written.
 */
final class LimitsAlone
{
    private readonly InheritedLimits $limits;

    private readonly Field $nobody;

    /** @var array<string, array{Channel, Currency, Tax, list<Fee>, LimitsReader}> by channel and category */
    private array $known = [];

    public function __construct(private readonly Workspace $workspace)
    {
        $this->limits = InheritedLimits::in($workspace);
        $this->nobody = new Field(Basis::Landed, [], [], []);
    }

    /** Listings as l with what of() needs of them; to be narrowed. */
    public static function listings(int $workspaceId): Builder
    {
        return DB::table('listings as l')->join('products as p', 'p.id', '=', 'l.product_id')->leftJoin('suppliers as s', 's.id', '=', 'p.supplier_id')
            ->where('l.workspace_id', $workspaceId)->orderBy('l.id')->select([
                'l.id', 'l.product_id', 'l.channel_id', 'l.sku', 'l.price_minor', 'l.shipping_minor', 'l.fulfilment', 'l.limits', 'l.floor_minor',
                'p.sku as product', 'p.category', 'p.brand', 's.name as supplier',
                'p.cost_minor', 'p.inbound_minor', 'p.packaging_minor', 'p.handling_minor', 'p.shipping_cost_minor', 'p.rrp_minor', 'p.map_minor',
            ]);
    }

    /**
     * @param  stdClass  $row  as listings() reads it
     * @return array{Listing, Limits}|null null where one of its terms follows the market
     */
    public function of(stdClass $row): ?array
    {
        [$channel, $currency, $tax, $fees, $reader] = $this->known["{$row->channel_id}\0{$row->category}"] ??= $this->terms((int) $row->channel_id, $row->category);
        $terms = $this->limits->ofNames([
            Scope::Channel->value => $channel->name, Scope::Supplier->value => $row->supplier, Scope::Category->value => $row->category, Scope::Brand->value => $row->brand, Scope::Product->value => $row->product,
        ], $row->limits);
        if (in_array('reference', array_column($terms['floor'], 'kind'), true)) {
            return null;
        }
        $earnings = Earnings::of(
            $row->cost_minor, [$row->inbound_minor, $row->packaging_minor, $row->handling_minor, $row->fulfilment === 'merchant' ? $row->shipping_cost_minor : 0], $row->shipping_minor, $tax, $fees,
        );
        $listing = new Listing($row->sku, $currency, $channel->seller, $row->price_minor, $earnings, rrp: $row->rrp_minor, map: $row->map_minor);

        return [$listing, $reader->read(Node::of($terms, '$.limits'))->solve($listing, $this->nobody)];
    }

    /** @return array{Channel, Currency, Tax, list<Fee>, LimitsReader} */
    private function terms(int $channelId, ?string $category): array
    {
        $channel = Channel::query()->findOrFail($channelId);
        $currency = Currency::of($channel->currency);
        $terms = $channel->termsOf($category, $this->workspace);
        $fees = array_map((new EarningsReader($currency))->fee(...), Node::of($terms['fees'], '$.fees')->items());

        return [$channel, $currency, new Tax(Percent::parse($terms['tax']['percent']), $terms['tax']['included']), $fees, new LimitsReader($currency)];
    }
}
