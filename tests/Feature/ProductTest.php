<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Events\Cause;
use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Product;
use App\Pricing\Jobs\DecideListingsJob;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\PriceChange;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

final class ProductTest extends TestCase
{
    public function test_a_product_is_added_with_a_draft_and_can_be_taken_back(): void
    {
        $batch = $this->add([
            'sku' => 'KC-7',
            'title' => 'Crock, 5 l',
            'gtin' => '2000000000015',
            'cost' => '10,00',
            'rrp' => '40',
            'supplier' => 'Ravel & Rye',
            'channel' => 'quayside',
            'price' => '29,90',
            'stock' => '4',
        ])
            ->assertCreated()
            ->assertJson(['state' => 'applied', 'title' => ['text' => 'New: Crock, 5 l'], 'create' => 1]);
        $listing = Listing::query()->with('product.supplier')->sole();
        self::assertSame(
            ['Crock, 5 l', 2_990, 4, true, 1_000, 'Ravel & Rye'],
            [
                $listing->title,
                $listing->price_minor,
                $listing->stock,
                $listing->is_draft,
                $listing->product->cost_minor,
                $listing->product->supplier?->name,
            ],
        );
        $this->workOff();
        // As for any other listing with these costs and terms.
        self::assertSame([1_615, 4_000], [$listing->refresh()->floor_minor, $listing->ceiling_minor]);
        $this->as()
            ->postJson("/api/v1/batches/{$batch['id']}/undo")
            ->assertStatus(202);
        self::assertSame([0, 0], [Listing::query()->count(), Product::query()->count()]);
    }

    public function test_a_product_can_be_offered_once_more(): void
    {
        $this->priced('KC-1');
        $this->add([
            'sku' => 'KC-1-USED',
            'product' => 'KC-1',
            'channel' => 'Quayside',
            'condition' => 'used',
            'price' => '19.90',
        ])->assertCreated();
        self::assertSame(['new', 'used'], Listing::query()->orderBy('sku')->pluck('condition')->all());
        self::assertSame(1, Product::query()->count());
    }

    /** @return array<string, array{array<string, string>, string, string}> */
    public static function refused(): array
    {
        return [
            'no SKU' => [['title' => 'Crock'], 'sku', 'No SKU.'],
            'no title' => [['sku' => 'KC-9'], 'title', 'A product needs a title.'],
            'a SKU in use' => [
                ['sku' => 'KC-1', 'title' => 'Crock'],
                'sku',
                'You have a product with this SKU already.',
            ],
            'a SKU in use there' => [
                ['sku' => 'KC-1', 'product' => 'KC-1', 'channel' => 'Quayside', 'price' => '24.90'],
                'sku',
                'There is a listing with this SKU on that channel already.',
            ],
            'a known product offered as a new one' => [
                ['sku' => 'KC-2', 'title' => 'Crock', 'channel' => 'Quayside', 'price' => '20'],
                'sku',
                'You have a product with this SKU already. To offer it on another channel, open it in the list.',
            ],
            'a wrong check digit' => [
                ['sku' => 'KC-9', 'title' => 'Crock', 'gtin' => '2000000000016'],
                'gtin',
                'The GTIN “2000000000016” is not valid.',
            ],
            'a negative cost' => [
                ['sku' => 'KC-9', 'title' => 'Crock', 'cost' => '-3'],
                'cost',
                'The unit cost “-3” is negative.',
            ],
            'no such channel' => [
                ['sku' => 'KC-9', 'title' => 'Crock', 'channel' => 'Nowhere', 'price' => '3'],
                'channel',
                'There is no channel “Nowhere”; there is Quayside.',
            ],
            'a floor above the ceiling' => [
                [
                    'sku' => 'KC-9',
                    'title' => 'Crock',
                    'channel' => 'Quayside',
                    'price' => '30',
                    'floor' => '30',
                    'ceiling' => '20',
                ],
                'floor',
                'The floor 30.00 is above the ceiling 20.00.',
            ],
        ];
    }

    /** @param  array<string, string>  $fields */
    #[DataProvider('refused')]
    public function test_invalid_product_fields_are_reported_at_their_field(array $fields, string $field, string $says): void
    {
        $this->priced('KC-1');
        Product::query()->create(['sku' => 'KC-2', 'title' => 'Thing KC-2']);
        $errors = $this->add($fields)->assertStatus(422)->json('errors');
        self::assertSame([$field], array_keys($errors));
        self::assertStringStartsWith($says, $errors[$field][0]);
        self::assertSame([2, 1], [Product::query()->count(), Listing::query()->count()]);
    }

    public function test_fields_of_a_product_are_changed_together_and_the_floor_follows(): void
    {
        $this->priced('KC-1', ['map_minor' => 2_000, 'supplier_id' => null]);
        $batch = $this->change([
            'brand' => 'Saltwell',
            'category' => 'Crocks',
            'cost' => '10,50',
            'map' => '',
        ])->assertJson([
            'state' => 'planned',
            'title' => ['text' => 'Product: brand, category, unit cost, MAP'],
            'change' => 1,
        ]);
        $this->apply($batch['id'])->assertJson(['state' => 'applied']);
        $product = Product::query()->sole();
        self::assertSame(
            ['Saltwell', 'Crocks', 1_050, null],
            [$product->brand, $product->category, $product->cost_minor, $product->map_minor],
        );
        self::assertSame(1_050, DB::table('product_costs')->value('cost_minor'));
        $this->workOff();
        self::assertSame(1_694, Listing::query()->value('floor_minor'));
        $this->as()
            ->postJson("/api/v1/batches/{$batch['id']}/undo")
            ->assertJson(['state' => 'undone', 'left' => 0]);
        self::assertSame(
            ['Tidewell', null, 1_000, 2_000],
            array_values($product->refresh()->only(['brand', 'category', 'cost_minor', 'map_minor'])),
        );
    }

    public function test_two_people_changing_the_same_field_do_not_overwrite_each_other(): void
    {
        $this->priced('KC-1');
        Product::query()->update(['brand' => 'Saltwell']);
        $batch = $this->change(
            ['brand' => 'Brinemark', 'title' => 'Crock'],
            ['brand' => 'Tidewell', 'title' => 'Thing KC-1'],
        )->assertJson(['refused' => 1, 'change' => 0]);
        self::assertStringStartsWith(
            'Someone else changed the brand meanwhile.',
            $this->as()
                ->getJson("/api/v1/batches/{$batch['id']}/rows")
                ->json('0.why.text'),
        );
    }

    public function test_unknown_fields_are_named(): void
    {
        $this->priced('KC-1');
        foreach ([['title', ' '], ['gtin', '123'], ['cost', 'abc'], ['rrp', '0']] as [$field, $value]) {
            self::assertSame(
                [$field],
                array_keys(
                    $this->change([$field => $value])
                        ->assertStatus(422)
                        ->json('errors'),
                ),
            );
        }
        $this->change(['colour' => 'red'])->assertStatus(422);
    }

    public function test_a_channel_may_have_a_tax_of_its_own(): void
    {
        $listing = $this->priced('KC-1');
        self::assertSame(1_615, $listing->floor_minor);
        $this->as()
            ->patchJson("/api/v1/channels/{$this->channel->id}", ['tax_percent' => '7 %'])
            ->assertOk()
            ->assertJson(['tax_percent' => '7', 'tax_included' => null]);
        $this->workOff();
        // Searched cent by cent: net and fee half up, the cost, and 12 % of the net.
        $at = fn (int $price): float => ($net = round($price / 1.07)) - round($price * 0.12) - 1_000 - 0.12 * $net;
        $floor = 1_000;
        while ($at($floor) < 0) {
            $floor++;
        }
        self::assertSame($floor, $listing->refresh()->floor_minor);
        $this->as()
            ->patchJson("/api/v1/channels/{$this->channel->id}", ['tax_percent' => '', 'tax_included' => false])
            ->assertOk()
            ->assertJson(['tax_percent' => null, 'tax_included' => false]);
        $this->workOff();
        // Prices without tax: 0.76 of it is 10.00 or more. 13.16: fee 1.58, profit 1.58, 12 % is 1.5792.
        self::assertSame(1_316, $listing->refresh()->floor_minor);
        $this->as()
            ->patchJson("/api/v1/channels/{$this->channel->id}", ['tax_percent' => '120'])
            ->assertStatus(422)
            ->assertJsonValidationErrors('tax_percent');
    }

    public function test_limits_have_a_history_even_while_the_market_stands_still(): void
    {
        $listing = $this->priced('KC-1');
        $this->travel(1)->hours();
        $this->apply($this->change(['cost' => '10.50'])['id']);
        $this->workOff();
        $points = $this->as()
            ->getJson("/api/v1/listings/{$listing->id}/history")
            ->assertOk()
            ->json('points');
        self::assertSame(
            [['16.15', '40.00', '24.90'], ['16.94', '40.00', '24.90']],
            array_map(fn (array $point) => [$point['floor'], $point['ceiling'], $point['price']], $points),
        );
        $lines = explode(
            "\r\n",
            trim(
                $this->as()
                    ->get("/api/v1/listings/{$listing->id}/history/export")
                    ->assertOk()
                    ->streamedContent(),
            ),
        );
        self::assertCount(3, $lines);
        self::assertStringEndsWith(',limits,,,,16.94,40.00,,', $lines[2]);
    }

    public function test_a_price_that_has_not_left_yet_is_taken_back_by_undo(): void
    {
        $this->priced('KC-1');
        $batch = $this->as()->postJson('/api/v1/batches', [
            'edit' => 'price',
            'wanted' => ['how' => 'set', 'value' => '26'],
            'filter' => ['q' => 'kc'],
        ]);
        $this->apply($batch['id']);
        self::assertSame(ChangeState::Queued, PriceChange::query()->sole()->state);
        $this->as()
            ->postJson("/api/v1/batches/{$batch['id']}/undo")
            ->assertJson(['state' => 'undone', 'left' => 0]);
        self::assertSame(ChangeState::Withdrawn, PriceChange::query()->sole()->state);
    }

    public function test_a_price_that_is_being_sent_is_not_called_back_silently(): void
    {
        $this->priced('KC-1');
        $batch = $this->as()->postJson('/api/v1/batches', [
            'edit' => 'price',
            'wanted' => ['how' => 'set', 'value' => '26'],
            'filter' => ['q' => 'kc'],
        ]);
        $this->apply($batch['id']);
        PriceChange::query()->update(['state' => ChangeState::Sent]);
        $this->as()
            ->postJson("/api/v1/batches/{$batch['id']}/undo")
            ->assertJson(['state' => 'undone', 'left' => 1]);
        self::assertStringStartsWith(
            'This price is being sent',
            $this->as()
                ->getJson("/api/v1/batches/{$batch['id']}/rows?show=left")
                ->json('0.why.text'),
        );
        $kept = $this->as()->getJson("/api/v1/batches/{$batch['id']}/rows?show=left")->json('0.why.code');
        self::assertSame('kept_price_being_sent', $kept);
        self::assertSame(ChangeState::Sent, PriceChange::query()->sole()->state);
    }

    /** @param  array<string, mixed>  $product */
    private function priced(string $sku, array $product = []): Listing
    {
        $listing = $this->listing($sku, product: $product);
        DecideListingsJob::dispatchSync($this->workspace->id, [$listing->id], Cause::Costs);
        $this->enter($this->workspace);

        return $listing->refresh();
    }

    private function as(): static
    {
        return $this->actingAs($this->user);
    }

    /** @param  array<string, string>  $fields */
    private function add(array $fields): TestResponse
    {
        return $this->as()->postJson('/api/v1/products', $fields);
    }

    /**
     * @param  array<string, string>  $fields
     * @param  array<string, string>  $was
     */
    private function change(array $fields, array $was = []): TestResponse
    {
        return $this->as()->postJson('/api/v1/batches', [
            'edit' => 'product',
            'wanted' => ['fields' => $fields, 'was' => $was],
            'filter' => ['q' => 'kc'],
        ]);
    }

    private function apply(string $id): TestResponse
    {
        return $this->as()->postJson("/api/v1/batches/{$id}/apply");
    }
}
