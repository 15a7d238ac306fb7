<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Events\Cause;
use App\Catalogue\Models\Listing;
use App\Market\Actions\RecordObservation;
use App\Market\Models\ListingMarket;
use App\Pricing\Deciding\DecideNow;
use App\Pricing\Jobs\DecideListingsJob;
use App\Pricing\Models\Decision;
use App\Pricing\Models\PriceHold;
use App\Pricing\Models\PriceWar;
use App\Pricing\PriceWars\FindPriceWars;
use App\Publishing\Models\PriceChange;
use Tests\TestCase;

final class PriceWarTest extends TestCase
{
    private Listing $listing;

    protected function setUp(): void
    {
        parent::setUp();
        $this->listing = $this->listing(
            'KC-1',
            ['rule_id' => $this->rule('Under')->id, 'price_minor' => 1_994],
            offers: [['seller' => 'rill', 'price' => '19.50'], ['seller' => 'steady', 'price' => '26.00']],
        );
        $minute = 60;
        foreach (
            [
                [2_000, '20.01'],
                [2_000, '19.99'],
                [1_998, '19.99'],
                [1_998, '19.97'],
                [1_996, '19.97'],
                [1_996, '19.95'],
                [1_994, '19.95'],
            ] as [$own, $rival]
        ) {
            $at = now()->subMinutes($minute -= 5);
            RecordObservation::rows([
                RecordObservation::row(
                    $this->listing->id,
                    $this->workspace->id,
                    $own,
                    null,
                    null,
                    json_encode(
                        [['seller' => 'rill', 'price' => $rival], ['seller' => 'steady', 'price' => '26.00']],
                        JSON_THROW_ON_ERROR,
                    ),
                    $at,
                ),
            ]);
        }
        self::assertSame(1, app(FindPriceWars::class)->handle($this->workspace->id));
    }

    public function test_a_price_war_is_reported_once_with_its_cost(): void
    {
        app(FindPriceWars::class)->handle($this->workspace->id);
        $shown = $this->as()->getJson('/api/v1/price-wars')->assertOk()->json();
        self::assertCount(1, $shown);
        self::assertSame(
            ['KC-1', 'rill', 3, '20.00', '19.94', '0.06', null],
            [
                $shown[0]['sku'],
                $shown[0]['seller'],
                $shown[0]['rounds'],
                $shown[0]['own_from'],
                $shown[0]['own_to'],
                $shown[0]['stake'],
                $shown[0]['answer'],
            ],
        );
    }

    public function test_holding_keeps_the_price_until_the_time_is_over(): void
    {
        $this->answer('hold');
        $this->decide();
        self::assertSame(0, PriceChange::query()->count());
        self::assertSame(
            ['hold', 'rill'],
            [
                $this->as()
                    ->getJson("/api/v1/listings/{$this->listing->id}")
                    ->assertOk()
                    ->json('price_war.answer'),
                $this->as()
                    ->getJson("/api/v1/listings/{$this->listing->id}")
                    ->json('price_war.rival'),
            ],
            'the inspector says why it stays',
        );
        PriceWar::query()->update(['until' => now()->subMinute()]);
        PriceHold::query()->update(['until' => now()->subMinute()]);
        $this->decide();
        self::assertSame([1_930], PriceChange::query()->pluck('to_minor')->all(), 'one per cent under rill again');
    }

    public function test_stepping_up_returns_to_the_price_the_war_began_with(): void
    {
        $this->decide();
        $this->listing->update(['floor_minor' => 1_500, 'ceiling_minor' => 3_000]);
        PriceChange::query()->delete();
        $this->answer('step_up');
        $this->decide();
        $change = PriceChange::query()->sole();
        self::assertSame(
            [2_000, $this->user->id, 'queued'],
            [$change->to_minor, $change->user_id, $change->state->value],
        );
    }

    public function test_an_ignored_rival_does_not_count_for_a_while_and_the_decision_says_so_later(): void
    {
        $this->answer('ignore');
        $this->workOff();
        self::assertSame([2_574], PriceChange::query()->pluck('to_minor')->all(), 'one per cent under the other one');
        $now = app(DecideNow::class)->of($this->workspace, $this->listing->id);
        self::assertSame(2_574, $now->decision->price);
        PriceWar::query()->update(['until' => now()->subMinute()]);
        $made = Decision::query()->sole()->asMade();
        self::assertSame('25.74', $made['price'], 'as it was made');
        self::assertSame(
            [['seller' => 'rill', 'why' => 'excluded_seller']],
            $made['dropped'] ?? ($made['field']['dropped'] ?? null),
        );
    }

    public function test_other_workspaces_and_invalid_answers_are_refused(): void
    {
        [, $other] = $this->makeWorkspace('Another', 'other@another.example');
        $id = PriceWar::query()->sole()->id;
        $this->actingAs($other)
            ->postJson("/api/v1/price-wars/{$id}/answer", ['answer' => 'hold', 'hours' => 4])
            ->assertNotFound();
        $this->as()
            ->postJson("/api/v1/price-wars/{$id}/answer", ['answer' => 'burn', 'hours' => 0])
            ->assertUnprocessable()
            ->assertJsonStructure(['errors' => ['answer', 'hours']]);
    }

    private function answer(string $answer): void
    {
        $this->as()
            ->postJson('/api/v1/price-wars/'.PriceWar::query()->sole()->id.'/answer', [
                'answer' => $answer,
                'hours' => 24,
            ])
            ->assertNoContent();
        $this->enter($this->workspace);
    }

    private function decide(): void
    {
        ListingMarket::query()->update(['seen_at' => now()]);
        DecideListingsJob::dispatchSync($this->workspace->id, [$this->listing->id], Cause::Market);
        $this->enter($this->workspace);
    }

    private function as(): static
    {
        $this->enter($this->workspace);

        return $this->actingAs($this->user);
    }
}
