<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Models\Listing;
use Illuminate\Support\Facades\DB;
use Tests\TestCase;

final class ListingListTest extends TestCase
{
    public function test_takes_the_same_few_queries_however_many_rows(): void
    {
        $rule = $this->rule('Under');
        foreach (range(1, 40) as $n) {
            $this->listing(
                "KC-{$n}",
                ['rule_id' => $rule->id],
                offers: [['seller' => 'r', 'price' => '20.00', 'shipping' => '0.00']],
            );
        }
        $count = function (int $limit): int {
            DB::flushQueryLog();
            DB::enableQueryLog();
            $this->actingAs($this->user)
                ->getJson("/api/v1/listings?limit={$limit}")
                ->assertOk()
                ->assertJsonCount($limit, 'listings');

            return count(DB::getQueryLog());
        };
        $count(2);
        self::assertLessThanOrEqual(
            4,
            max($count(2), $count(40)),
            'the workspace, those with a value in order, those without, and the rows themselves',
        );
    }

    public function test_pages_follow_each_other_without_gap_or_repeat_for_every_sort(): void
    {
        foreach (range(1, 23) as $n) {
            $this->listing(sprintf('KC-%02d', $n), [
                'price_minor' => 1_000 + ($n % 5) * 100,
                'margin_percent' => $n % 4 === 0 ? null : (string) ($n % 3),
                'rank' => $n % 2 ? 1 : null,
            ]);
        }
        foreach (['sku', '-sku', 'title', 'price', '-price', 'margin', '-margin', 'rank', '-rank', 'markup'] as $sort) {
            $seen = [];
            $cursor = null;
            do {
                $page = $this->actingAs($this->user)
                    ->getJson("/api/v1/listings?limit=5&sort={$sort}".($cursor ? "&cursor={$cursor}" : ''))
                    ->assertOk();
                array_push($seen, ...$page->json('listings.*.sku'));
                $cursor = $page->json('next');
            } while ($cursor !== null);
            self::assertCount(23, array_unique($seen), $sort);
            self::assertCount(23, $seen, $sort);
        }
        $prices = $this->actingAs($this->user)->getJson('/api/v1/listings?sort=-price')->json('listings.*.price');
        $sorted = $prices;
        rsort($sorted);
        self::assertSame($sorted, $prices);
    }

    public function test_search_and_filters_combine(): void
    {
        $rule = $this->rule('Under');
        $this->listing('KC-1', ['title' => 'Crock 5 l', 'rule_id' => $rule->id, 'rank' => 2, 'field_size' => 3]);
        $this->listing('KC-2', ['title' => 'Crock 10 l', 'problem' => 'cost_missing']);
        $this->listing('KC-3', ['title' => '100% wool_filter', 'automation_on' => false]);
        $skus = fn (string $query): array => $this->actingAs($this->user)
            ->getJson("/api/v1/listings?{$query}")
            ->assertOk()
            ->json('listings.*.sku');
        self::assertSame(['KC-1', 'KC-2'], $skus('q=CROCK'));
        self::assertSame(['KC-2'], $skus('q=crock+10'));
        self::assertSame(['KC-3'], $skus('q=100%25'));
        self::assertSame([], $skus('q=w__l'), 'no wildcards');
        self::assertSame(['KC-1'], $skus("rule={$rule->id}"));
        self::assertSame(['KC-2', 'KC-3'], $skus('rule=none'));
        self::assertSame(['KC-2'], $skus('state[]=no_cost'));
        self::assertSame(['KC-1'], $skus("state[]=not_cheapest&q=crock&channel={$this->channel->id}"));
        self::assertSame(['KC-3'], $skus('state[]=paused'));
        DB::table('listings')
            ->where('sku', 'KC-1')
            ->update([
                'margin_percent' => '12.50',
                'markup_percent' => '20',
                'last_changed_at' => now()->subHours(3),
                'stock' => 4,
            ]);
        DB::table('current_decisions')->insert([
            'listing_id' => DB::table('listings')->where('sku', 'KC-1')->value('id'),
            'workspace_id' => $this->workspace->id,
            'decision_id' => 1,
            'rule_version_id' => 1,
            'outcome' => 'review',
            'reason' => 'approval',
        ]);
        self::assertSame(['KC-1'], $skus('margin_from=12.5&margin_to=12.5'));
        self::assertSame([], $skus('margin_from=12.51&markup_to=20'));
        self::assertSame(['KC-1'], $skus('outcome=review'));
        self::assertSame(['KC-1'], $skus('state[]=changed&stock_to=4'));
        self::assertSame([], $skus('state[]=draft'));
    }

    public function test_invalid_query_parameters_are_named(): void
    {
        foreach (
            [
                'sort=luck' => 'sort',
                'limit=0' => 'limit',
                'limit=9999' => 'limit',
                'cursor=garbage' => 'cursor',
                'q=crock+a+b+c+d' => 'q',
                'q=aaa+bbb+ccc+ddd+eee+fff+ggg+hhh+iii+jjj+kkk+lll+mmm' => 'q',
                'state[]=x' => 'state.0',
                'rule=1;drop' => 'rule',
                'channel=abc' => 'channel',
                'margin_from=x' => 'margin_from',
                'outcome=luck' => 'outcome',
            ] as $query => $field
        ) {
            $this->actingAs($this->user)
                ->getJson("/api/v1/listings?{$query}")
                ->assertStatus(422)
                ->assertJsonStructure(['errors' => []])
                ->assertJson(
                    fn ($json) => $json->has('errors')->where('errors', fn ($errors) => isset($errors[$field]))->etc(),
                );
        }
    }

    public function test_limits_accept_amounts_as_people_type_them(): void
    {
        $listing = $this->listing('KC-1');
        $this->patch_listing($listing, ['floor' => '€ 18,5', 'ceiling' => '1.299,00'])
            ->assertOk()
            ->assertJson(['version' => 2]);
        self::assertSame([['kind' => 'amount', 'amount' => '18.50']], $listing->refresh()->limits['floor']);
        $this->workOff();
        self::assertSame(
            [1_850, 4_000],
            [$listing->refresh()->floor_minor, $listing->ceiling_minor],
            'the lowest of ceilings binds: the RRP',
        );
        $this->patch_listing($listing, ['floor' => ''])->assertOk();
        self::assertSame([], $listing->refresh()->limits['floor']);
    }

    public function test_a_wrong_limit_is_refused_at_its_field_and_nothing_is_lost(): void
    {
        $listing = $this->listing('KC-1');
        $this->patch_listing($listing, ['floor' => 'cheap', 'ceiling' => '30'])
            ->assertStatus(422)
            ->assertJsonPath('errors.floor.0', 'Expected an amount such as 24.90 or 24,90.');
        $this->patch_listing($listing, ['floor' => '31', 'ceiling' => '30'])
            ->assertStatus(422)
            ->assertJsonPath('errors.floor.0', 'The floor 31.00 is above the ceiling 30.00.');
        $this->patch_listing($listing, ['floor' => '0'])->assertStatus(422);
        self::assertSame(['floor' => [], 'ceiling' => []], $listing->refresh()->limits);
    }

    public function test_two_people_editing_do_not_overwrite_each_other(): void
    {
        $listing = $this->listing('KC-1');
        $this->patch_listing($listing, ['floor' => '18'])->assertOk();
        $this->actingAs($this->user)
            ->patchJson("/api/v1/listings/{$listing->id}", ['version' => 1, 'floor' => '19'])
            ->assertConflict()
            ->assertJson(['title' => 'Changed by someone else meanwhile']);
        self::assertSame('18.00', $listing->refresh()->limits['floor'][0]['amount']);
    }

    public function test_the_detail_says_why_and_who_does_not_count(): void
    {
        $rule = $this->rule('Under', ['field' => ['min_rating_percent' => '90']]);
        $listing = $this->listing(
            'KC-1',
            ['rule_id' => $rule->id],
            offers: [
                ['seller' => 'good', 'price' => '20.00', 'shipping' => '1.00', 'rating_percent' => '95'],
                ['seller' => 'poor', 'price' => '15.00', 'shipping' => '0.00', 'rating_percent' => '70'],
            ],
        );
        $detail = $this->actingAs($this->user)
            ->getJson("/api/v1/listings/{$listing->id}")
            ->assertOk();
        $detail
            ->assertJsonPath('decision.price', '20.79')
            ->assertJsonPath('offers.0.landed', '21.00')
            ->assertJsonPath('offers.1.dropped', 'rating');
        self::assertContains('The lowest offer, with shipping', $detail->json('decision.steps.*.says'));
    }

    /** @param  array<string, mixed>  $body */
    private function patch_listing(Listing $listing, array $body): \Illuminate\Testing\TestResponse
    {
        return $this->actingAs($this->user)->patchJson("/api/v1/listings/{$listing->id}", [
            'version' => $listing->refresh()->version,
            ...$body,
        ]);
    }

    public function test_views_are_kept_for_each_person(): void
    {
        $save = fn (string $name, string $query) => $this->actingAs($this->user)->putJson('/api/v1/views', [
            'name' => $name,
            'query' => $query,
        ]);
        $id = $save('No cost yet', 'state=no_cost')->assertOk()->json('id');
        $save('No cost yet', 'state=no_cost&sort=-price')
            ->assertOk()
            ->assertJson(['id' => $id]);
        $save('', 'x')->assertStatus(422)->assertJsonPath('errors.name.0', 'Give it a name.');
        $this->actingAs($this->user)
            ->getJson('/api/v1/views')
            ->assertJson([['name' => 'No cost yet', 'query' => 'state=no_cost&sort=-price']]);
        [, $stranger] = $this->makeWorkspace('Other', 'other@kettle-crock.example');
        $this->actingAs($stranger)->getJson('/api/v1/views')->assertExactJson([]);
        $this->actingAs($stranger)
            ->deleteJson("/api/v1/views/{$id}")
            ->assertNotFound();
        $this->actingAs($this->user)
            ->deleteJson("/api/v1/views/{$id}")
            ->assertNoContent();
    }

    public function test_an_export_can_be_taken_in_again_and_changes_nothing(): void
    {
        $this->listing(
            'KC-1',
            ['limits' => ['floor' => [['kind' => 'amount', 'amount' => '18.00']], 'ceiling' => []]],
            [
                'category' => 'Crocks; large',
                'title' => '=Thing "one"',
                'gtin' => '2000000000015',
                'packaging_minor' => 35,
            ],
        );
        $this->listing('KC-2', ['is_draft' => true, 'stock' => null], ['cost_minor' => null]);
        $file = $this->actingAs($this->user)->get('/api/v1/listings/export?q=kc')->assertOk()->streamedContent();
        self::assertCount(4, explode("\r\n", $file));
        $read = $this->actingAs($this->user)
            ->post(
                '/api/v1/imports',
                ['file' => \Illuminate\Http\UploadedFile::fake()->createWithContent('listings.csv', $file)],
                ['Accept' => 'application/json'],
            )
            ->assertCreated();
        $this->actingAs($this->user)
            ->postJson("/api/v1/imports/{$read->json('id')}/check", ['columns' => $read->json('columns')])
            ->assertCreated()
            ->assertJson(['same' => 2, 'change' => 0, 'create' => 0, 'refused' => 0]);
        self::assertStringNotContainsString(
            'KC-2',
            $this->actingAs($this->user)
                ->get('/api/v1/listings/export?ids='.DB::table('listings')->where('sku', 'KC-1')->value('id'))
                ->streamedContent(),
        );
    }
}
