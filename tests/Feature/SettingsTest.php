<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Events\Cause;
use App\Pricing\Actions\DecideListings;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

final class SettingsTest extends TestCase
{
    public function test_limits_and_tax_move_every_floor(): void
    {
        $listing = $this->listing('KC-1');
        $this->actingAs($this->user)
            ->patchJson('/api/v1/workspace', [
                'tax_percent' => '7,0 %',
                'limits' => [
                    'floor' => [['kind' => 'profit', 'amount' => '2.00']],
                    'ceiling' => [['kind' => 'amount', 'amount' => '35.00']],
                ],
            ])
            ->assertOk()
            ->assertJson(['tax_percent' => '7', 'repricing_on' => true]);
        $this->workOff();
        $listing->refresh();
        // At 14.73: net 13.77, fee 1.77, profit 2.00.
        self::assertSame([1_473, 3_500], [$listing->floor_minor, $listing->ceiling_minor]);
    }

    public function test_wrong_settings_are_refused_at_their_field(): void
    {
        $patch = fn (array $body) => $this->actingAs($this->user)
            ->patchJson('/api/v1/workspace', $body)
            ->assertStatus(422)
            ->json('errors');
        self::assertArrayHasKey('tax_percent', $patch(['tax_percent' => '101']));
        self::assertArrayHasKey(
            'limits.floor.0.percent',
            $patch(['limits' => ['floor' => [['kind' => 'margin', 'percent' => '100']], 'ceiling' => []]]),
        );
        self::assertArrayHasKey(
            'limits.ceiling.0.kind',
            $patch(['limits' => ['floor' => [], 'ceiling' => [['kind' => 'sky']]]]),
        );
        self::assertArrayHasKey('repricing_on', $patch(['repricing_on' => 'perhaps']));
    }

    public function test_fees_are_checked_and_kept(): void
    {
        $patch = fn (array $fees) => $this->actingAs($this->user)->patchJson("/api/v1/channels/{$this->channel->id}", [
            'fees' => $fees,
        ]);
        $patch([
            ['kind' => 'percent', 'percent' => '15', 'on' => 'landed', 'minimum' => null],
            ['kind' => 'fixed', 'amount' => '0.35'],
        ])->assertOk();
        self::assertArrayHasKey(
            'fees.0.percent',
            $patch([['kind' => 'percent', 'percent' => '150']])
                ->assertStatus(422)
                ->json('errors'),
        );
        self::assertArrayHasKey(
            'fees.0.amount',
            $patch([['kind' => 'fixed', 'amount' => '0,35']])
                ->assertStatus(422)
                ->json('errors'),
        );
        self::assertSame('15', $this->channel->refresh()->fees[0]['percent']);
    }

    public function test_a_category_may_have_fees_and_tax_of_its_own(): void
    {
        $one = $this->listing('KC-1', product: ['category' => 'Books']);
        $two = $this->listing('KC-2', product: ['category' => 'Crocks']);
        $patch = fn (array $categories) => $this->actingAs($this->user)->patchJson(
            "/api/v1/channels/{$this->channel->id}",
            ['categories' => $categories],
        );
        $patch([
            'Books' => [
                'fees' => [
                    [
                        'kind' => 'tiered',
                        'mode' => 'slab',
                        'tiers' => [['up_to' => '10.00', 'percent' => '15'], ['up_to' => null, 'percent' => '5']],
                    ],
                ],
                'tax_percent' => '7',
            ],
        ])
            ->assertOk()
            ->assertJsonPath('categories.Books.tax_percent', '7');
        $this->workOff();
        // Counted up cent by cent: net is price × 100 ÷ 107, the fee 15 % up to 10.00 and 5 % of all above that, both
        // half up.
        $smallest = collect(range(1, 3_000))->first(
            fn (int $price) => 100 *
                (($net = intdiv(2 * $price * 100 + 107, 214)) -
                    ($fee = intdiv(2 * $price * ($price <= 1_000 ? 15 : 5) + 100, 200)) -
                    1_000) >=
                12 * $net,
        );
        self::assertSame($smallest, $one->refresh()->floor_minor);
        self::assertSame(1_615, $two->refresh()->floor_minor);
        self::assertSame(
            ['categories.Books.fees.0.percent'],
            array_keys(
                $patch(['Books' => ['fees' => [['kind' => 'percent', 'percent' => '150']]]])
                    ->assertStatus(422)
                    ->json('errors'),
            ),
        );
        self::assertSame(
            ['categories.Books.tax_percent'],
            array_keys(
                $patch(['Books' => ['tax_percent' => '200']])
                    ->assertStatus(422)
                    ->json('errors'),
            ),
        );
        $patch(['Books' => 'cheap'])->assertStatus(422);
    }

    /** @return array<string, array{string, string}> */
    public static function incompleteSettings(): array
    {
        return [
            'no limits at all' => ['{"limits": {}}', '{"floor":[],"ceiling":[]}'],
            'a list of limits' => ['{"limits": []}', '{"floor":[],"ceiling":[]}'],
            'floors only' => [
                '{"limits": {"floor": [{"kind": "margin", "percent": "10"}]}}',
                '{"floor":[{"kind":"margin","percent":"10"}],"ceiling":[]}',
            ],
            'an empty floor' => ['{"limits": {"floor": []}}', '{"floor":[],"ceiling":[]}'],
        ];
    }

    #[DataProvider('incompleteSettings')]
    public function test_limits_are_kept_whole_whatever_was_left_out(string $sent, string $kept): void
    {
        $this->listing(
            'KC-1',
            ['rule_id' => $this->rule('Under')->id],
            offers: [['seller' => 'r', 'price' => '20.00']],
        );
        $this->actingAs($this->user)->patchJson('/api/v1/workspace', json_decode($sent, true))->assertOk();
        self::assertSame(json_decode($kept, true), $this->workspace->refresh()->limits);
        $this->workOff();
        foreach (['workspace', 'limits', 'listings', 'today'] as $page) {
            $this->actingAs($this->user)
                ->getJson("/api/v1/{$page}")
                ->assertOk();
        }
    }

    /** @return array<string, array{mixed}> */
    public static function unfinishedHours(): array
    {
        return [
            'nothing' => [[]],
            'no end' => [['from' => '22:00']],
            'no beginning' => [['to' => '06:00']],
            'a text' => ['22:00'],
            'nulls' => [['from' => null, 'to' => null]],
        ];
    }

    #[DataProvider('unfinishedHours')]
    public function test_hours_without_beginning_or_end_are_refused(mixed $freeze): void
    {
        $this->actingAs($this->user)
            ->patchJson('/api/v1/workspace', ['freeze' => $freeze])
            ->assertUnprocessable();
        self::assertNull($this->workspace->refresh()->freeze);
    }

    public function test_what_is_missing_in_the_database_is_taken_to_be_unset(): void
    {
        $listing = $this->listing(
            'KC-1',
            ['rule_id' => $this->rule('Under')->id],
            offers: [['seller' => 'r', 'price' => '20.00']],
        );
        foreach (['{}', '[]', '{"floor": []}', '{"floor": null, "ceiling": 7}'] as $limits) {
            DB::update('UPDATE workspaces SET limits = ?, "freeze" = ? WHERE id = ?', [
                $limits,
                '{}',
                $this->workspace->id,
            ]);
            DB::update('UPDATE listings SET limits = ? WHERE id = ?', [$limits, $listing->id]);
            foreach (['workspace', 'limits', 'listings', "listings/{$listing->id}", 'today'] as $page) {
                $this->actingAs($this->user)
                    ->getJson("/api/v1/{$page}")
                    ->assertOk();
            }
            $this->enter($this->workspace);
            app(DecideListings::class)->handle($this->workspace->refresh(), [$listing->id], Cause::Market);
        }
        self::assertSame('blocked', $this->standingDecision($listing)?->outcome);
    }
}
