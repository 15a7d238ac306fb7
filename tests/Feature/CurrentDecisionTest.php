<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Events\Cause;
use App\Catalogue\Models\Listing;
use App\Market\Actions\ObserveItems;
use App\Market\Models\ListingMarket;
use App\Pricing\Deciding\DecideNow;
use App\Pricing\Jobs\DecideListingsJob;
use App\Pricing\Models\Decision;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Tests\TestCase;

final class CurrentDecisionTest extends TestCase
{
    private const OFFERS = [
        [
            'seller' => 'r',
            'name' => 'Rill',
            'price' => '18.00',
            'shipping' => '2.50',
            'rating_percent' => '97.5',
            'rating_count' => 120,
            'buy_box' => true,
        ],
        ['seller' => 's', 'name' => 'Sedge', 'price' => '30.00', 'fulfilment' => 'marketplace'],
    ];

    public function test_offers_are_packed_when_they_are_observed_and_read_as_they_stand_where_they_changed_in_another_way(): void
    {
        $listing = $this->listing('KC-1', ['rule_id' => $this->rule('Under')->id]);
        Http::fake(['quayside.test/v1/offers*' => ['offers' => ['QU-KC-1' => self::OFFERS]]]);
        app(ObserveItems::class)->handle($this->channel, ['QU-KC-1']);
        $this->enter($this->workspace);
        self::assertNotNull(ListingMarket::query()->findOrFail($listing->id)->packed);
        self::assertSame(2_029, $this->standingDecision($listing)?->price_minor);
        ListingMarket::query()
            ->whereKey($listing->id)
            ->update(['offers' => '[{"seller":"r","price":"17.00"}]']);
        self::assertNull(ListingMarket::query()->findOrFail($listing->id)->packed);
        $this->decide($listing);
        self::assertSame(1_683, $this->standingDecision($listing)?->price_minor);
    }

    public function test_a_decision_keeps_what_it_was_made_from_whatever_changes_after_it(): void
    {
        $this->freezeSecond();
        $listing = $this->listing(
            'KC-1',
            ['rule_id' => $this->rule('Under')->id, 'shipping_minor' => 150],
            ['map_minor' => 1_200, 'packaging_minor' => 35],
        );
        Http::fake(['quayside.test/v1/offers*' => ['offers' => ['QU-KC-1' => self::OFFERS]]]);
        app(ObserveItems::class)->handle($this->channel, ['QU-KC-1']);
        $this->enter($this->workspace);
        $now = app(DecideNow::class)->of($this->workspace, $listing->id)->input();
        ListingMarket::query()->update(['offers' => '[]']);
        $listing->update(['price_minor' => 9_900, 'shipping_minor' => 0]);
        $decision = Decision::query()->sole();
        self::assertEquals($now, $decision->document());
        self::assertSame(
            ['18.00', '2.50', '97.5', 120],
            array_map(fn (string $field) => $decision->document()['offers'][0][$field], [
                'price',
                'shipping',
                'rating_percent',
                'rating_count',
            ]),
        );
        self::assertSame('18.79', $decision->asMade()['price']);
    }

    public function test_a_decision_stands_as_long_as_its_listing_is_repriced(): void
    {
        $rule = $this->rule('Under');
        $listing = $this->listing('KC-1', ['rule_id' => $rule->id], offers: [['seller' => 'r', 'price' => '20.00']]);
        $this->decide($listing);
        $first = $this->standingDecision($listing);
        self::assertSame(['change', 1_980], [$first?->outcome, $first?->price_minor]);
        $this->decide($listing);
        self::assertEquals($first, $this->standingDecision($listing), 'it says the same as before');
        $rule->update(['is_on' => false]);
        $this->decide($listing);
        self::assertNull($this->standingDecision($listing));
        self::assertSame(1, Decision::query()->count(), 'it stays in the ledger');
    }

    public function test_deleting_a_listing_deletes_its_decisions_and_changes(): void
    {
        $rule = $this->rule('Under')->id;
        [$gone, $other] = array_map(
            fn (string $sku) => $this->listing(
                $sku,
                ['rule_id' => $rule],
                offers: [['seller' => 'r', 'price' => '20.00']],
            ),
            ['KC-1', 'KC-2'],
        );
        $this->decide($gone);
        $this->decide($other);
        $gone->delete();
        foreach (['decisions', 'current_decisions', 'price_changes'] as $table) {
            self::assertSame([$other->id], DB::table($table)->pluck('listing_id')->all(), $table);
        }
    }

    private function decide(Listing $listing): void
    {
        DecideListingsJob::dispatchSync($this->workspace->id, [$listing->id], Cause::Hand);
        $this->enter($this->workspace);
    }
}
