<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Events\Cause;
use App\Catalogue\Models\Listing;
use App\Market\Actions\ObserveItems;
use App\Market\Models\ListingMarket;
use App\Pricing\Actions\DecideListings;
use App\Pricing\Models\ApprovalState;
use App\Pricing\Models\PriceHold;
use App\Publishing\Actions\ClaimQueuedChanges;
use App\Publishing\Actions\SettleChange;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\PriceChange;
use App\Support\Messages\Message;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

/**
 * Prices that people set, whatever they set them with: one check, one set of messages, none dropped silently; and for
 * how long they stand.
 */
final class HandPriceTest extends TestCase
{
    private Listing $listing;

    protected function setUp(): void
    {
        parent::setUp();
        $rule = $this->rule('Under');
        $this->listing = $this->listing(
            'KC-1',
            ['rule_id' => $rule->id, 'assigned_by' => 'hand'],
            offers: [['seller' => 'r', 'price' => '20.00']],
        );
        $this->decide(Cause::Limits);
        $this->arrive();
        self::assertSame(1_980, $this->listing->refresh()->price_minor);
    }

    public function test_a_price_under_a_stepped_fee_is_refused_where_it_earns_too_little_though_it_is_above_the_floor(): void
    {
        // 6 % up to 25.00, 30 % above: 24.00 earns 12 % and more, 25.01 does not, 40.00 does again.
        $this->channel->update([
            'fees' => [
                [
                    'kind' => 'tiered',
                    'mode' => 'slab',
                    'tiers' => [['up_to' => '25.00', 'percent' => '6'], ['up_to' => null, 'percent' => '40']],
                ],
            ],
        ]);
        $this->decide(Cause::Fees);
        $says = 'At 26.00 it would earn less than its floor asks for.';
        self::assertSame($says, $this->refusal('price', ['how' => 'set', 'value' => '26.00']));
        self::assertSame($says, $this->refusal('prices', ['prices' => [$this->listing->id => '26.00']]));
        DB::table('suppliers')->insert([
            'workspace_id' => $this->workspace->id,
            'name' => 'Ostwyk',
            'markup' => json_encode(['tiers' => [['from' => '0.00', 'percent' => '160']]]),
            'created_at' => now(),
            'updated_at' => now(),
        ]);
        DB::table('products')->update(['supplier_id' => DB::table('suppliers')->value('id')]);
        self::assertSame($says, $this->refusal('markup', []));
        self::assertSame(
            [1, 0],
            [PriceChange::query()->count(), PriceHold::query()->count()],
            'only the one that was there before',
        );
    }

    /** @return array<string, array{string, string}> price, what is said */
    public static function outside(): array
    {
        return [
            'below the floor' => ['12.00', '12.00 is below its floor 16.15.'],
            'above the ceiling' => ['41.00', '41.00 is above its ceiling 40.00.'],
        ];
    }

    #[DataProvider('outside')]
    public function test_a_price_outside_its_limits_is_refused_with_one_message_everywhere(
        string $price,
        string $says,
    ): void {
        self::assertSame($says, $this->refusal('price', ['how' => 'set', 'value' => $price]));
        self::assertSame($says, $this->refusal('prices', ['prices' => [$this->listing->id => $price]]));
    }

    public function test_a_price_behind_one_in_flight_follows_it_and_says_so(): void
    {
        $this->set('21.00');
        $this->claim();
        $batch = $this->set('22.00');
        self::assertSame(
            'Another price is on its way to the channel; this one follows when that has arrived.',
            $this->rows($batch)[0]['why']['text'],
        );
        self::assertSame(
            ['price' => '22.00', 'stands' => 'market', 'until' => null, 'by' => 'Nora', 'arrived' => false],
            $this->shown()['hand_price'],
        );
        self::assertSame(1, PriceChange::query()->whereIn('state', ChangeState::OPEN)->count());
        $this->arrive();
        self::assertSame(
            [2_200, 'queued', $this->user->id],
            [
                PriceChange::query()->orderByDesc('id')->first()?->to_minor,
                PriceChange::query()->orderByDesc('id')->first()?->state->value,
                PriceChange::query()->orderByDesc('id')->first()?->user_id,
            ],
        );
    }

    public function test_a_price_that_the_channel_refused_before_is_tried_again_when_a_person_asks_for_it(): void
    {
        $this->set('21.00');
        $this->claim();
        app(SettleChange::class)->refusedForGood(
            PriceChange::query()->where('to_minor', 2_100)->sole(),
            Message::quoting('price under the limit set for this item'),
        );
        self::assertSame(0, PriceHold::query()->count(), 'it does not stand: nobody shows it');
        self::assertSame(['price under the limit set for this item'], $this->problems());
        $this->set('21.00');
        self::assertSame('queued', PriceChange::query()->orderByDesc('id')->first()?->state->value);
    }

    public function test_prices_refused_on_apply_are_reported_and_listed_until_acknowledged(): void
    {
        $batch = $this->as()
            ->postJson('/api/v1/batches', [
                'edit' => 'price',
                'wanted' => ['how' => 'set', 'value' => '21.00'],
                'listings' => [$this->listing->id],
            ])
            ->json('id');
        DB::table('products')->update(['cost_minor' => 1_400]);
        $this->as()
            ->postJson("/api/v1/batches/{$batch}/apply", [])
            ->assertStatus(202);
        self::assertSame(
            ['left', '21.00 is below its floor 22.60.'],
            [$this->rows($batch)[0]['state'], $this->rows($batch)[0]['why']['text']],
        );
        self::assertSame(['21.00 is below its floor 22.60.'], $this->problems());
        $this->as()
            ->postJson('/api/v1/changes/acknowledge', ['ids' => [PriceChange::query()->orderByDesc('id')->value('id')]])
            ->assertNoContent();
        self::assertSame([], $this->problems());
    }

    public function test_another_workspace_cannot_acknowledge_a_change(): void
    {
        $this->set('21.00');
        $this->as()
            ->patchJson("/api/v1/listings/{$this->listing->id}", [
                'version' => $this->listing->refresh()->version,
                'floor' => '22.00',
            ])
            ->assertOk();
        $this->workOff();
        self::assertCount(1, $this->problems());
        [, $stranger] = $this->makeWorkspace('Other', 'other@kettle-crock.example');
        $this->actingAs($stranger)->getJson('/api/v1/changes?state=to_acknowledge')->assertJsonCount(0, 'changes');
        $this->actingAs($stranger)
            ->postJson('/api/v1/changes/acknowledge', [
                'ids' => PriceChange::query()->withoutGlobalScopes()->pluck('id')->all(),
            ])
            ->assertNoContent();
        $this->actingAs($stranger)
            ->deleteJson("/api/v1/listings/{$this->listing->id}/hand-price")
            ->assertNotFound();
        $this->enter($this->workspace);
        self::assertCount(1, $this->problems());
    }

    public function test_a_hand_price_stands_until_rivals_move(): void
    {
        $this->set('21.00');
        $this->arrive();
        // Its own arrival moves the buy box, and nothing else.
        $this->observe([
            ['seller' => 'kettle-crock', 'price' => '21.00', 'shipping' => '0.00', 'buy_box' => false],
            ['seller' => 'r', 'price' => '20.00', 'shipping' => '0.00', 'buy_box' => true],
        ]);
        $this->decide(Cause::Schedule);
        self::assertSame(
            [2_100, 0],
            [
                $this->listing->refresh()->price_minor,
                PriceChange::query()->whereIn('state', ChangeState::OPEN)->count(),
            ],
        );
        self::assertTrue($this->shown()['hand_price']['arrived']);
        $this->travel(1)->minutes();
        $this->observe([
            ['seller' => 'kettle-crock', 'price' => '21.00', 'shipping' => '0.00'],
            ['seller' => 'r', 'price' => '19.00', 'shipping' => '0.00', 'buy_box' => true],
        ]);
        self::assertSame(
            [1_881, null],
            [PriceChange::query()->whereIn('state', ChangeState::OPEN)->sole()->to_minor, $this->shown()['hand_price']],
        );
    }

    public function test_a_hand_price_stands_for_hours_or_until_released(): void
    {
        $this->set('21.00', ['stands' => 'hours', 'hours' => 4]);
        $this->arrive();
        $this->travel(3)->hours();
        $this->rivalAsks('19.00');
        self::assertSame(2_100, $this->listing->refresh()->price_minor);
        self::assertSame(0, PriceChange::query()->whereIn('state', ChangeState::OPEN)->count());
        $this->travel(61)->minutes();
        $this->decide(Cause::Schedule);
        self::assertSame(1_881, PriceChange::query()->whereIn('state', ChangeState::OPEN)->sole()->to_minor);

        $this->set('22.00', ['stands' => 'released']);
        $this->arrive();
        $this->travel(30)->days();
        $this->rivalAsks('18.50');
        self::assertSame(0, PriceChange::query()->whereIn('state', ChangeState::OPEN)->count());
        $this->as()
            ->deleteJson("/api/v1/listings/{$this->listing->id}/hand-price")
            ->assertNoContent();
        self::assertSame(
            1_831,
            PriceChange::query()->whereIn('state', ChangeState::OPEN)->sole()->to_minor,
            'decided at once',
        );
    }

    public function test_the_default_term_of_hand_prices_comes_from_the_settings(): void
    {
        $this->as()
            ->patchJson('/api/v1/workspace', ['hand_price_stands' => 'hours', 'hand_price_hours' => 8])
            ->assertOk()
            ->assertJson(['hand_price_stands' => 'hours', 'hand_price_hours' => 8]);
        $this->set('21.00');
        self::assertEqualsWithDelta(8, now()->diffInHours(PriceHold::query()->sole()->until), 0.1);
        $this->as()
            ->postJson('/api/v1/batches', [
                'edit' => 'price',
                'wanted' => ['how' => 'set', 'value' => '21.00', 'stands' => 'hours'],
                'listings' => [$this->listing->id],
            ])
            ->assertStatus(422)
            ->assertJsonValidationErrors('hours');
    }

    public function test_a_hand_price_below_a_risen_floor_is_withdrawn_and_reported(): void
    {
        $this->set('21.00', ['stands' => 'released']);
        $this->as()
            ->patchJson("/api/v1/listings/{$this->listing->id}", [
                'version' => $this->listing->refresh()->version,
                'floor' => '22.00',
            ])
            ->assertOk();
        $this->workOff();
        self::assertSame(['21.00 is below its floor 22.00.'], $this->problems());
        self::assertSame(
            [2_200, null],
            [
                PriceChange::query()->whereIn('state', ChangeState::OPEN)->sole()->to_minor,
                PriceChange::query()->whereIn('state', ChangeState::OPEN)->sole()->user_id,
            ],
        );
    }

    public function test_a_price_set_elsewhere_ends_a_hand_price(): void
    {
        $this->set('21.00', ['stands' => 'released']);
        $this->arrive();
        $this->travel(1)->minutes();
        $this->observe([
            ['seller' => 'kettle-crock', 'price' => '23.00', 'shipping' => '0.00'],
            ['seller' => 'r', 'price' => '20.00', 'shipping' => '0.00'],
        ]);
        self::assertSame(
            [0, 1_980],
            [PriceHold::query()->count(), PriceChange::query()->whereIn('state', ChangeState::OPEN)->sole()->to_minor],
        );
    }

    public function test_an_approved_price_with_another_figure_is_a_price_set_by_hand(): void
    {
        $this->rule('Ask', ['approval' => 'always']);
        $this->listing->update(['rule_id' => \App\Pricing\Models\Rule::query()->where('name', 'Ask')->value('id')]);
        $this->rivalAsks('19.00');
        $approval = \App\Pricing\Models\Approval::query()->where('state', 'waiting')->sole();
        $this->as()
            ->postJson('/api/v1/approvals/approve', [
                'approvals' => [['id' => $approval->id, 'seen' => '18.81', 'price' => '19,50']],
                'stands' => 'hours',
                'hours' => 2,
            ])
            ->assertOk()
            ->assertJson(['done' => 1]);
        self::assertSame(
            [1_950, 'hours', ApprovalState::Approved],
            [
                PriceHold::query()->sole()->price_minor,
                PriceHold::query()->sole()->stands->value,
                $approval->refresh()->state,
            ],
        );
        $this->decide(Cause::Market);
        self::assertSame(
            0,
            \App\Pricing\Models\Approval::query()->where('state', 'waiting')->count(),
            'the rule does not come back with its own figure',
        );
    }

    private function as(): static
    {
        return $this->actingAs($this->user);
    }

    /** @param  array<string, mixed>  $stands */
    private function set(string $price, array $stands = []): string
    {
        $batch = $this->as()
            ->postJson('/api/v1/batches', [
                'edit' => 'price',
                'wanted' => ['how' => 'set', 'value' => $price, ...$stands],
                'listings' => [$this->listing->id],
            ])
            ->assertCreated()
            ->json('id');
        $this->as()
            ->postJson("/api/v1/batches/{$batch}/apply", [])
            ->assertStatus(202);

        return $batch;
    }

    /** @param  array<string, mixed>  $wanted */
    private function refusal(string $edit, array $wanted): ?string
    {
        $batch = $this->as()
            ->postJson('/api/v1/batches', ['edit' => $edit, 'wanted' => $wanted, 'listings' => [$this->listing->id]])
            ->assertCreated()
            ->json('id');

        return $this->rows($batch)[0]['why']['text'];
    }

    /** @return list<array<string, mixed>> */
    private function rows(string $batch): array
    {
        return $this->as()
            ->getJson("/api/v1/batches/{$batch}/rows")
            ->assertOk()
            ->json();
    }

    /** @return array<string, mixed> */
    private function shown(): array
    {
        return $this->as()
            ->getJson("/api/v1/listings/{$this->listing->id}")
            ->assertOk()
            ->json('listing');
    }

    /** @return list<string> */
    private function problems(): array
    {
        $answer = $this->as()->getJson('/api/v1/changes?state=to_acknowledge');
        self::assertInstanceOf(TestResponse::class, $answer);

        return array_column(array_column($answer->json('changes'), 'problem'), 'text');
    }

    private function decide(Cause $cause): void
    {
        app(DecideListings::class)->handle($this->workspace->refresh(), [$this->listing->id], $cause);
    }

    private function rivalAsks(string $price): void
    {
        ListingMarket::query()->update([
            'offers' => json_encode([['seller' => 'r', 'price' => $price]]),
            'seen_at' => now(),
            'changed_at' => now(),
        ]);
        DB::table('listing_markets')->update(['packed' => null]);
        $this->decide(Cause::Market);
    }

    /** @param  list<array<string, mixed>>  $offers */
    private function observe(array $offers): void
    {
        Http::swap(new \Illuminate\Http\Client\Factory());
        Http::fake(['quayside.test/v1/offers*' => Http::response(['offers' => ['QU-KC-1' => $offers]])]);
        PriceChange::query()
            ->whereNotNull('settled_at')
            ->update(['settled_at' => now()->subMinute()]);
        app(ObserveItems::class)->handle($this->channel->refresh(), ['QU-KC-1']);
    }

    private function claim(): void
    {
        self::assertCount(1, app(ClaimQueuedChanges::class)->handle($this->channel->refresh()));
    }

    /** What is on its way is shown by the channel. */
    private function arrive(): void
    {
        if (PriceChange::query()->where('state', ChangeState::Queued)->exists()) {
            $this->claim();
        }
        PriceChange::query()
            ->where('state', ChangeState::Sending)
            ->update(['state' => ChangeState::Sent]);
        app(SettleChange::class)->confirmed(
            array_values(PriceChange::query()->where('state', ChangeState::Sent)->get()->all()),
        );
    }
}
