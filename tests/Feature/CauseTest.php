<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Events\Cause;
use App\Catalogue\Models\Listing;
use App\Pricing\Actions\RequestDecisions;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;

/** What set a decision off is told as it was: the market has not moved where a price of our own has just arrived. */
final class CauseTest extends TestCase
{
    private Listing $listing;

    protected function setUp(): void
    {
        parent::setUp();
        $this->listing = $this->listing(
            'KC-1',
            ['rule_id' => $this->rule('Under')->id],
            offers: [['seller' => 'a', 'price' => '20.00']],
        );
    }

    public function test_a_listing_decided_on_after_its_price_settled_says_so(): void
    {
        $this->request(Cause::Settled);
        self::assertSame(['settled'], DB::table('decisions')->pluck('cause')->all());
    }

    public function test_a_market_that_moved_meanwhile_is_the_cause(): void
    {
        DB::table('pending_decisions')->insert([
            'listing_id' => $this->listing->id,
            'workspace_id' => $this->workspace->id,
            'requested_at' => now(),
            'cause' => 'market',
        ]);
        $this->request(Cause::Settled);
        self::assertSame(['market'], DB::table('decisions')->pluck('cause')->all());
        self::assertSame(0, DB::table('pending_decisions')->count());
    }

    private function request(Cause $cause): void
    {
        DB::transaction(
            fn () => app(RequestDecisions::class)->handle($this->workspace->id, [$this->listing->id], $cause),
        );
    }
}
