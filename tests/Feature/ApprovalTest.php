<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Events\Cause;
use App\Catalogue\Models\Listing;
use App\Market\Models\ListingMarket;
use App\Pricing\Jobs\DecideListingsJob;
use App\Pricing\Models\Approval;
use App\Pricing\Models\ApprovalState;
use App\Publishing\Models\PriceChange;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;

final class ApprovalTest extends TestCase
{
    private Listing $listing;

    protected function setUp(): void
    {
        parent::setUp();
        $rule = $this->rule('Ask', ['approval' => 'always']);
        $this->listing = $this->listing(
            'KC-1',
            ['rule_id' => $rule->id],
            offers: [['seller' => 'a', 'price' => '20.00']],
        );
        DB::table('sales_days')->insert([
            'listing_id' => $this->listing->id,
            'workspace_id' => $this->workspace->id,
            'day' => now()->subDays(2)->toDateString(),
            'units' => 7,
            'revenue_minor' => 1,
        ]);
        $this->decide();
    }

    public function test_an_approval_can_be_undone_until_it_is_sent_and_waits_again(): void
    {
        $id = Approval::query()->sole()->id;
        $this->as()
            ->postJson('/api/v1/approvals/approve', [
                'approvals' => [['id' => $id, 'seen' => '19.80']],
                'undo_seconds' => 10,
            ])
            ->assertOk()
            ->assertJson(['done' => 1, 'refused' => []]);
        $change = PriceChange::query()->sole();
        self::assertTrue($change->due_at->isBetween(now()->addSeconds(8), now()->addSeconds(11)));

        $this->as()
            ->postJson('/api/v1/approvals/undo', ['ids' => [$id]])
            ->assertOk()
            ->assertExactJson(['done' => 1, 'refused' => []]);
        self::assertSame('withdrawn', $change->refresh()->state->value);
        $this->as()->getJson('/api/v1/approvals')->assertJsonPath('counts.approval', 1);
        self::assertNull(Approval::query()->sole()->user_id);
    }

    public function test_a_rejection_is_undone_and_asks_again(): void
    {
        $id = Approval::query()->sole()->id;
        $this->as()->postJson('/api/v1/approvals/reject', ['ids' => [$id], 'hours' => 24, 'note' => 'no'])->assertOk();
        $this->as()->postJson('/api/v1/approvals/undo', ['ids' => [$id]])->assertJson(['done' => 1]);
        $approval = Approval::query()->sole();
        self::assertSame(
            [ApprovalState::Waiting, null, null],
            [$approval->state, $approval->note, $approval->rests_until],
        );
    }

    public function test_what_has_been_sent_or_was_answered_by_someone_else_stays_answered(): void
    {
        $id = Approval::query()->sole()->id;
        $this->as()->postJson('/api/v1/approvals/approve', ['approvals' => [['id' => $id, 'seen' => '19.80']]]);
        PriceChange::query()->update(['state' => 'sent']);
        $this->as()
            ->postJson('/api/v1/approvals/undo', ['ids' => [$id]])
            ->assertOk()
            ->assertJsonPath('done', 0)
            ->assertJsonPath('refused.*.id', [$id])
            ->assertJsonPath('refused.0.why.text', 'It has been sent already. Take it back under Changes.');
        Approval::query()->update(['settled_at' => now()->subMinutes(5)]);
        $this->as()
            ->postJson('/api/v1/approvals/undo', ['ids' => [$id]])
            ->assertJsonPath('refused.0.why.text', 'That answer can no longer be undone.');
        self::assertSame(ApprovalState::Approved, Approval::query()->sole()->state);
    }

    public function test_a_price_that_asks_first_waits_with_what_is_at_stake(): void
    {
        $waiting = $this->as()->getJson('/api/v1/approvals')->assertOk()->json();
        self::assertSame(['approval' => 1], $waiting['counts']);
        $one = $waiting['approvals'][0];
        // 24.90 to 19.80 is 5.10 a piece, on 7 sold in 30 days.
        self::assertSame(
            ['KC-1', '19.80', '-5.10', '-20.48', '35.70', 'approval'],
            [
                $one['listing']['sku'],
                $one['price'],
                $one['change'],
                $one['change_percent'],
                $one['stake'],
                $one['reason'],
            ],
        );
        self::assertSame(
            [2, 1, 'review'],
            [$one['decision']['rank_before'], $one['decision']['rank_after'], $one['decision']['outcome']],
        );
        self::assertSame(0, PriceChange::query()->count());
    }

    public function test_an_approved_price_is_sent_in_the_name_of_the_approver(): void
    {
        $this->approve()
            ->assertOk()
            ->assertExactJson(['done' => 1, 'refused' => []]);
        $change = PriceChange::query()->sole();
        self::assertSame(
            [1_980, 'queued', $this->user->id],
            [$change->to_minor, $change->state->value, $change->user_id],
        );
        self::assertNotNull($change->decision_id);
        self::assertSame(
            [ApprovalState::Approved, 1_980],
            [Approval::query()->sole()->state, Approval::query()->sole()->approved_minor],
        );
        $this->approve()
            ->assertOk()
            ->assertJsonPath('done', 0)
            ->assertJsonPath('refused.0.why.text', 'It no longer waits: the market moved on, or someone else answered.');
    }

    public function test_an_edited_price_is_checked_against_the_limits(): void
    {
        $this->approve('12,00')
            ->assertOk()
            ->assertJsonPath('done', 0)
            ->assertJsonPath('refused.0.why.text', '12.00 is below its floor 16.15.');
        $this->approve('99')->assertJsonPath('refused.0.why.text', '99.00 is above its ceiling 40.00.');
        $this->approve('abc')->assertStatus(422)->assertJsonValidationErrors('approvals.0.price');
        self::assertSame(ApprovalState::Waiting, Approval::query()->sole()->state);
        $this->approve('21,50')->assertJsonPath('done', 1);
        self::assertSame(2_150, PriceChange::query()->sole()->to_minor);
        Listing::query()->update(['price_minor' => 2_150]);
        PriceChange::query()->update(['state' => 'confirmed', 'settled_at' => now()]);
        $this->decide();
        self::assertSame(
            0,
            Approval::query()->where('state', 'waiting')->count(),
            'the rule does not come back with its own figure at once',
        );
    }

    public function test_an_approval_of_an_outdated_proposal_is_refused(): void
    {
        ListingMarket::query()->update(['offers' => json_encode([['seller' => 'a', 'price' => '22.00']])]);
        $this->approve()
            ->assertJsonPath('done', 0)
            ->assertJsonPath('refused.0.why.text', 'The market has moved: it would be 21.78 now.');
        self::assertSame(
            [0, 2_178],
            [PriceChange::query()->count(), Approval::query()->where('state', 'waiting')->sole()->price_minor],
        );
        ListingMarket::query()->update(['offers' => json_encode([])]);
        $this->decide();
        self::assertSame(ApprovalState::Gone, Approval::query()->sole()->state);
    }

    public function test_a_refused_approval_names_the_floor_that_rose(): void
    {
        $this->listing->update(['limits' => ['floor' => [['kind' => 'amount', 'amount' => '20.50']], 'ceiling' => []]]);
        $this->approve()->assertJsonPath('done', 0)->assertJsonPath('refused.0.why.text', '19.80 is below its floor 20.50.');
    }

    public function test_an_approved_price_is_withdrawn_when_it_no_longer_holds(): void
    {
        $this->as()
            ->patchJson('/api/v1/workspace', ['repricing' => 'stopped'])
            ->assertOk();
        $this->approve()->assertJsonPath('done', 1);
        self::assertSame('waiting', PriceChange::query()->sole()->state->value);
        $this->decide();
        self::assertSame('waiting', PriceChange::query()->sole()->state->value, 'deciding the same again leaves it');
        ListingMarket::query()->update(['offers' => json_encode([['seller' => 'a', 'price' => '22.00']])]);
        $this->decide();
        self::assertSame(
            ['withdrawn', 'The rule now asks a person first, about 21.78.'],
            [PriceChange::query()->sole()->state->value, (string) PriceChange::query()->sole()->problem],
        );
    }

    public function test_a_rejected_price_is_not_asked_about_again_for_a_while(): void
    {
        $id = Approval::query()->sole()->id;
        $this->as()
            ->postJson('/api/v1/approvals/reject', ['ids' => [$id], 'note' => 'He sells seconds', 'hours' => 24])
            ->assertOk()
            ->assertExactJson(['done' => 1, 'refused' => []]);
        $this->decide();
        self::assertSame([ApprovalState::Rejected], Approval::query()->pluck('state')->all());
        $this->travel(25)->hours();
        ListingMarket::query()->update([
            'seen_at' => now(),
            'offers' => json_encode([['seller' => 'a', 'price' => '20.50']]),
        ]);
        $this->decide();
        self::assertSame([ApprovalState::Rejected, ApprovalState::Waiting], Approval::query()->orderBy('id')->pluck('state')->all());
    }

    public function test_approving_many_approves_only_those_listed(): void
    {
        $rule = $this->listing->rule_id;
        foreach (range(2, 4) as $n) {
            $this->listing("KC-{$n}", ['rule_id' => $rule], offers: [['seller' => 'a', 'price' => '20.00']]);
        }
        $this->decide();
        $shown = array_map(
            fn (array $one) => ['id' => $one['id'], 'seen' => $one['price']],
            $this->as()->getJson('/api/v1/approvals')->json('approvals'),
        );
        // One more comes, and one moves, after they were shown.
        $this->listing('KC-5', ['rule_id' => $rule], offers: [['seller' => 'a', 'price' => '20.00']]);
        ListingMarket::query()
            ->where('listing_id', $this->listing->id)
            ->update(['offers' => json_encode([['seller' => 'a', 'price' => '22.00']])]);
        $this->decide();
        $this->as()
            ->postJson('/api/v1/approvals/approve', ['reason' => 'approval'])
            ->assertStatus(422)
            ->assertJsonValidationErrors('approvals');
        $this->as()
            ->postJson('/api/v1/approvals/approve', ['approvals' => $shown])
            ->assertOk()
            ->assertJsonPath('done', 3)
            ->assertJsonPath('refused.0.why.text', 'The market has moved: it would be 21.78 now.');
        self::assertSame(
            [3, 2],
            [
                PriceChange::query()->where('state', 'queued')->count(),
                Approval::query()->where('state', 'waiting')->count(),
            ],
        );
    }

    public function test_pausing_a_listing_closes_its_approval(): void
    {
        $this->listing->update(['automation_on' => false]);
        $this->decide();
        self::assertSame(ApprovalState::Gone, Approval::query()->sole()->state);
    }

    public function test_another_workspace_cannot_answer_an_approval(): void
    {
        [, $stranger] = $this->makeWorkspace('Other', 'other@kettle-crock.example');
        $id = Approval::query()->sole()->id;
        $this->actingAs($stranger)
            ->postJson('/api/v1/approvals/approve', ['approvals' => [['id' => $id, 'seen' => '19.80']]])
            ->assertOk()
            ->assertJson(['done' => 0]);
        $this->actingAs($stranger)
            ->postJson('/api/v1/approvals/reject', ['ids' => [$id], 'hours' => 1])
            ->assertOk()
            ->assertJson(['done' => 0]);
        $this->enter($this->workspace);
        self::assertSame(ApprovalState::Waiting, Approval::query()->sole()->state);
    }

    private function approve(?string $price = null): \Illuminate\Testing\TestResponse
    {
        return $this->as()->postJson('/api/v1/approvals/approve', [
            'approvals' => [['id' => Approval::query()->value('id'), 'seen' => '19.80', 'price' => $price]],
        ]);
    }

    private function decide(): void
    {
        DecideListingsJob::dispatchSync(
            $this->workspace->id,
            Listing::query()->orderBy('id')->pluck('id')->all(),
            Cause::Hand,
        );
        $this->enter($this->workspace);
    }

    private function as(): static
    {
        return $this->actingAs($this->user);
    }
}
