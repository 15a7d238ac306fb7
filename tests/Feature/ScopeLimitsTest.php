<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Models\LimitScope;
use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Product;
use App\Catalogue\Models\Supplier;
use App\Channels\Models\Channel;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

final class ScopeLimitsTest extends TestCase
{
    private Listing $crock;

    protected function setUp(): void
    {
        parent::setUp();
        $supplier = Supplier::query()->create(['name' => 'Marrow Works']);
        $this->crock = $this->listing('KC-1', product: ['category' => 'Crocks', 'supplier_id' => $supplier->id]);
    }

    /** @return iterable<string, array{string, string}> */
    public static function scopes(): iterable
    {
        yield 'channel' => ['channel', 'Quayside'];
        yield 'supplier' => ['supplier', 'Marrow Works'];
        yield 'category' => ['category', 'Crocks'];
        yield 'brand' => ['brand', 'Tidewell'];
        yield 'product' => ['product', 'KC-1'];
    }

    #[DataProvider('scopes')]
    public function test_limits_of_a_scope_hold_for_its_listings_and_no_other(string $scope, string $name): void
    {
        $other = $this->listing(
            'KC-2',
            ['channel_id' => $this->otherChannel()->id],
            ['category' => 'Jars', 'brand' => 'Otherly'],
        );
        $this->set($scope, $name, [['kind' => 'amount', 'amount' => '21.00']])
            ->assertOk()
            ->assertJson(['scope' => $scope, 'name' => $name, 'version' => 1, 'listings' => 1]);
        $this->workOff();
        self::assertSame(2_100, $this->crock->refresh()->floor_minor);
        self::assertNotSame(2_100, $other->refresh()->floor_minor);
    }

    public function test_the_more_specific_term_of_a_kind_stands_in_place_of_the_general_one(): void
    {
        $floors = [];
        foreach ([...self::scopes()] as [$scope, $name]) {
            $floors[] = $amount = 21 + count($floors);
            $this->set($scope, $name, [['kind' => 'amount', 'amount' => "{$amount}.00"]])->assertOk();
            $this->workOff();
            self::assertSame($amount * 100, $this->crock->refresh()->floor_minor, $scope);
        }
        $this->set('channel', 'Quayside', [['kind' => 'amount', 'amount' => '39.00']], 1)
            ->assertOk()
            ->assertJson(['version' => 2]);
        $this->workOff();
        self::assertSame(2_500, $this->crock->refresh()->floor_minor, 'the product’s own counts');
        $this->actingAs($this->user)
            ->patchJson("/api/v1/listings/{$this->crock->id}", ['version' => $this->crock->version, 'floor' => '19.00'])
            ->assertOk();
        $this->workOff();
        self::assertSame(1_900, $this->crock->refresh()->floor_minor, 'lower, but set for the listing itself');
    }

    public function test_terms_of_other_kinds_stay_and_each_is_told_with_its_origin(): void
    {
        $this->set(
            'category',
            'Crocks',
            [['kind' => 'amount', 'amount' => '14.00'], ['kind' => 'margin', 'percent' => '20']],
            ceiling: [['kind' => 'amount', 'amount' => '45.00']],
        )->assertOk();
        $terms = $this->actingAs($this->user)
            ->getJson("/api/v1/listings/{$this->crock->id}")
            ->assertOk()
            ->json('terms');
        $told = array_map(
            fn (array $term) => [
                $term['side'],
                $term['says'],
                $term['price'],
                $term['from'],
                $term['name'],
                $term['binds'],
            ],
            $terms,
        );
        self::assertEqualsCanonicalizing(
            [
                ['floor', '20 % margin of price', $this->smallestAt20(), 'category', 'Crocks', true],
                ['floor', 'minimum advertised price', null, 'workspace', null, false],
                ['floor', 'set by hand', '14.00', 'category', 'Crocks', false],
                ['ceiling', 'recommended price', '40.00', 'workspace', null, true],
                ['ceiling', 'set by hand', '45.00', 'category', 'Crocks', false],
            ],
            $told,
        );
    }

    public function test_empty_terms_remove_the_limits_of_a_scope(): void
    {
        $this->set('brand', 'Tidewell', [['kind' => 'amount', 'amount' => '30.00']])->assertOk();
        $this->actingAs($this->user)
            ->getJson('/api/v1/limits')
            ->assertOk()
            ->assertJsonCount(1)
            ->assertJsonPath('0.name', 'Tidewell');
        $this->set('brand', 'Tidewell', [], 1)->assertNoContent();
        $this->workOff();
        self::assertSame(0, LimitScope::query()->count());
        self::assertLessThan(3_000, $this->crock->refresh()->floor_minor);
    }

    public function test_two_people_editing_do_not_overwrite_each_other(): void
    {
        $this->set('brand', 'Tidewell', [['kind' => 'amount', 'amount' => '20.00']])->assertOk();
        $this->set('brand', 'Tidewell', [['kind' => 'amount', 'amount' => '22.00']])->assertConflict();
        $this->set('brand', 'Tidewell', [], 7)->assertConflict();
        self::assertSame('20.00', LimitScope::query()->sole()->limits['floor'][0]['amount']);
    }

    public function test_what_is_wrong_is_named_at_its_field(): void
    {
        $wrong = fn (TestResponse $answer): array => array_keys($answer->assertStatus(422)->json('errors'));
        self::assertSame(['name'], $wrong($this->set('brand', 'Nobody', [['kind' => 'map']])));
        self::assertSame(['scope'], $wrong($this->set('moon', 'Tidewell', [['kind' => 'map']])));
        self::assertSame(
            ['limits.floor.0.amount'],
            $wrong($this->set('brand', 'Tidewell', [['kind' => 'amount', 'amount' => '-1.00']])),
        );
        self::assertSame(
            ['limits.ceiling.0.kind'],
            $wrong($this->set('brand', 'Tidewell', [], ceiling: [['kind' => 'map']])),
        );
        self::assertSame(0, LimitScope::query()->count());
    }

    public function test_limits_of_a_scope_do_not_reach_another_workspace(): void
    {
        [$theirs, $them] = $this->makeWorkspace('Other', 'mika@other.example');
        $this->set('brand', 'Tidewell', [['kind' => 'amount', 'amount' => '30.00']])->assertOk();
        $this->actingAs($them)->getJson('/api/v1/limits')->assertOk()->assertExactJson([]);
        $this->actingAs($them)
            ->getJson('/api/v1/facets')
            ->assertOk()
            ->assertExactJson(['suppliers' => [], 'categories' => [], 'brands' => []]);
        $this->actingAs($them)
            ->putJson('/api/v1/limits', [
                'scope' => 'brand',
                'name' => 'Tidewell',
                'limits' => ['floor' => [['kind' => 'map']], 'ceiling' => []],
                'version' => 0,
            ])
            ->assertStatus(422)
            ->assertJsonPath('errors.name.0', 'No listing has the brand “Tidewell”.');
        self::assertSame(0, $this->enter($theirs, fn () => LimitScope::query()->count()));
    }

    public function test_listings_are_found_by_supplier_category_and_brand(): void
    {
        $this->listing('KC-2', product: ['category' => 'Crocks', 'brand' => 'Otherly']);
        $skus = fn (string $query): array => $this->actingAs($this->user)
            ->getJson("/api/v1/listings?{$query}")
            ->assertOk()
            ->json('listings.*.sku');
        self::assertSame(['KC-1', 'KC-2'], $skus('category=Crocks'));
        self::assertSame(['KC-1'], $skus('category=Crocks&brand=Tidewell'));
        self::assertSame(['KC-1'], $skus('supplier=Marrow+Works'));
        self::assertSame([], $skus('supplier=Marrow%25'), 'no wildcards');
        $this->actingAs($this->user)
            ->getJson('/api/v1/facets')
            ->assertExactJson([
                'suppliers' => ['Marrow Works'],
                'categories' => ['Crocks'],
                'brands' => ['Otherly', 'Tidewell'],
            ]);
    }

    public function test_limits_of_scopes_are_read_once_for_many_listings(): void
    {
        foreach (range(2, 30) as $n) {
            $this->listing(
                "KC-{$n}",
                product: ['category' => 'Crocks', 'supplier_id' => Product::query()->value('supplier_id')],
            );
        }
        $this->set('category', 'Crocks', [['kind' => 'amount', 'amount' => '20.00']])
            ->assertOk()
            ->assertJson(['listings' => 30]);
        DB::enableQueryLog();
        $this->workOff();
        $reads = array_filter(
            DB::getQueryLog(),
            fn (array $query) => str_contains($query['query'], 'from "limit_scopes"'),
        );
        self::assertCount(1, $reads);
        self::assertSame(30, Listing::query()->where('floor_minor', 2_000)->count());
    }

    /**
     * The smallest price that keeps a fifth of its net: counted up cent by cent, tax and fee each rounded half away
     * from zero.
     */
    private function smallestAt20(): string
    {
        for ($price = 1_000; ; $price++) {
            $net = intdiv($price * 200 + 119, 238);
            $fee = intdiv($price * 24 + 100, 200);
            if (($net - $fee - 1_000) * 5 >= $net) {
                return sprintf('%d.%02d', intdiv($price, 100), $price % 100);
            }
        }
    }

    private function otherChannel(): Channel
    {
        return Channel::query()->create([
            ...$this->channel->only(['driver', 'currency', 'settings', 'secrets', 'webhook_secret', 'fees']),
            'key' => (string) Str::uuid7(),
            'name' => 'Fennmarkt',
        ]);
    }

    /**
     * @param  list<array<string, string>>  $floor
     * @param  list<array<string, string>>  $ceiling
     */
    private function set(string $scope, string $name, array $floor, int $version = 0, array $ceiling = []): TestResponse
    {
        return $this->actingAs($this->user)->putJson('/api/v1/limits', [
            'scope' => $scope,
            'name' => $name,
            'limits' => ['floor' => $floor, 'ceiling' => $ceiling],
            'version' => $version,
        ]);
    }
}
