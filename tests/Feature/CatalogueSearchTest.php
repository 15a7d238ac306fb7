<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Models\Listing;
use App\Market\Jobs\ObserveItemsJob;
use App\Market\Models\ListingMarket;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\Http;
use Illuminate\Support\Facades\Queue;
use Tests\TestCase;

final class CatalogueSearchTest extends TestCase
{
    /** @var list<string> what was searched for */
    private array $asked = [];

    private Listing $draft;

    protected function setUp(): void
    {
        parent::setUp();
        $this->draft = $this->listing(
            'KC-1',
            ['is_draft' => true, 'item_ref' => ''],
            ['title' => 'Stoneware crock 5 l, with weights', 'brand' => 'Tidewell', 'gtin' => '2000000000015'],
        );
        Http::fake(function (Request $request) {
            parse_str((string) parse_url($request->url(), PHP_URL_QUERY), $query);
            $this->asked[] = (string) ($query['q'] ?? '');

            return match ($query['q'] ?? '') {
                'down' => Http::response('', 503),
                'odd' => Http::response(['items' => [['item' => 'x']]]),
                default => Http::response(['items' => [
                    ['item' => 'QU-1', 'title' => 'Tidewell stoneware crock, 5 litres, with weights', 'brand' => 'Tidewell', 'gtin' => '2000000000015', 'category' => 'Crocks', 'price' => '49.90', 'sellers' => 3],
                    ['item' => 'QU-2', 'title' => 'Tidewell stoneware crock 10 l', 'brand' => 'Tidewell', 'gtin' => '2000000000022', 'category' => 'Crocks', 'price' => null, 'sellers' => 0],
                    ['item' => 'QU-3', 'title' => '<script>x</script>', 'brand' => null, 'gtin' => null, 'category' => null, 'price' => 'cheap', 'sellers' => 1],
                ]]),
            };
        });
    }

    public function test_words_are_made_from_the_product_and_what_is_found_is_held_against_it(): void
    {
        $found = $this->search()->assertOk()->json();
        self::assertSame('Tidewell Stoneware crock 5 l weights', $found['words']);
        self::assertSame(['Tidewell Stoneware crock 5 l weights'], $this->asked);
        self::assertSame('EUR', $found['currency']);
        self::assertSame(
            [['QU-1', '49.90', 3, 'same', false], ['QU-2', null, 0, 'different', false]],
            array_map(fn (array $item) => [$item['item'], $item['price'], $item['sellers'], $item['verdict'], $item['is_tied']], array_slice($found['items'], 0, 2)),
        );
        self::assertSame(['<script>x</script>', null], [$found['items'][2]['title'], $found['items'][2]['price']], 'what cannot be read as a price is none');
        self::assertSame('title', $found['items'][0]['reasons'][0]['kind']);
        $this->search('airlock')->assertOk()->assertJson(['words' => 'airlock']);
    }

    public function test_a_draft_is_tied_to_an_entry_and_its_rivals_are_looked_up(): void
    {
        Queue::fake([ObserveItemsJob::class]);
        $this->tie('QU-1')->assertNoContent();
        self::assertSame('QU-1', $this->draft->refresh()->item_ref);
        self::assertNull(ListingMarket::query()->find($this->draft->id), 'what was seen of another item says nothing');
        Queue::assertPushed(ObserveItemsJob::class, fn (ObserveItemsJob $job) => $job->items === ['QU-1']);
        self::assertSame([true, false, false], array_column($this->search()->json('items'), 'is_tied'));
        $this->tie(null)->assertNoContent();
        self::assertSame('', $this->draft->refresh()->item_ref);
        Queue::assertPushed(ObserveItemsJob::class, 1);
    }

    public function test_what_the_channel_lists_is_what_the_channel_says(): void
    {
        $this->draft->forceFill(['is_draft' => false, 'item_ref' => 'QU-9'])->save();
        $this->tie('QU-1')->assertConflict();
        self::assertSame('QU-9', $this->draft->refresh()->item_ref);
    }

    public function test_a_channel_that_does_not_answer_or_cannot_be_searched_says_so(): void
    {
        $this->search('down')->assertUnprocessable()->assertJsonStructure(['errors' => ['q']]);
        $this->channel->refresh()->update(['failures' => 0, 'quiet_until' => null]);
        $this->search('odd')->assertUnprocessable();
        $this->search(str_repeat('x', 201))->assertUnprocessable();
        $this->channel->refresh()->update(['driver' => 'file', 'failures' => 0, 'quiet_until' => null]);
        self::assertSame('The catalogue of Quayside cannot be searched.', $this->search()->assertUnprocessable()->json('errors.q.0'));
    }

    public function test_another_workspace_neither_searches_nor_ties(): void
    {
        [$workspace, $user] = $this->makeWorkspace('Brine & Barrel', 'jo@brine-and-barrel.example');
        $this->enter($workspace);
        $this->actingAs($user)->getJson("/api/v1/listings/{$this->draft->id}/catalogue")->assertNotFound();
        $this->actingAs($user)->putJson("/api/v1/listings/{$this->draft->id}/item", ['item' => 'QU-1'])->assertNotFound();
        self::assertSame([], $this->asked);
    }

    private function search(?string $words = null): \Illuminate\Testing\TestResponse
    {
        $query = $words === null ? '' : '?'.http_build_query(['q' => $words]);

        return $this->actingAs($this->user)->getJson("/api/v1/listings/{$this->draft->id}/catalogue{$query}");
    }

    private function tie(?string $item): \Illuminate\Testing\TestResponse
    {
        return $this->actingAs($this->user)->putJson("/api/v1/listings/{$this->draft->id}/item", ['item' => $item]);
    }
}
