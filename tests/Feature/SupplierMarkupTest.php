<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Supplier;
use Illuminate\Http\UploadedFile;
use Tests\TestCase;

final class SupplierMarkupTest extends TestCase
{
    private const MARKUP = [
        'tiers' => [['from' => '0.00', 'percent' => '120'], ['from' => '20.01', 'percent' => '85']],
        'fee' => '0.50',
        'ending' => ['endings' => ['.90'], 'round' => 'up'],
        'was_percent' => '10',
    ];

    public function test_it_is_tried_on_real_listings_kept_for_several_and_applied(): void
    {
        foreach (['Marrow Works', 'Ravel & Rye'] as $name) {
            Supplier::query()->create(['name' => $name]);
        }
        $listing = $this->listing(
            'KC-1',
            ['floor_minor' => 1_600, 'ceiling_minor' => 4_000],
            ['supplier_id' => Supplier::query()->value('id'), 'cost_minor' => 1_000],
        );
        $this->listing('KC-2', product: ['supplier_id' => Supplier::query()->value('id'), 'cost_minor' => null]);
        // 10.00 and 120 % of it are 22.00, with the fee 22.50, up to 22.90; was 22.90 + 10 % = 25.19.
        $rows = $this->as()
            ->postJson('/api/v1/suppliers/try-markup', ['supplier' => 'Marrow Works', 'markup' => self::MARKUP])
            ->assertOk()
            ->json();
        self::assertSame(
            ['24.90', '22.90', '-8.03', '25.19', null],
            [
                $rows[0]['old_price'],
                $rows[0]['new_price'],
                $rows[0]['change_percent'],
                $rows[0]['was'],
                $rows[0]['why']['text'] ?? null,
            ],
        );
        self::assertSame([null, 'It has no cost.'], [$rows[1]['new_price'], $rows[1]['why']['text'] ?? null]);
        $this->as()
            ->putJson('/api/v1/suppliers/markup', [
                'suppliers' => ['Marrow Works', 'Ravel & Rye'],
                'markup' => self::MARKUP,
            ])
            ->assertNoContent();
        self::assertSame(
            [self::MARKUP['fee'], '0.50'],
            array_column(array_column($this->as()->getJson('/api/v1/suppliers')->json(), 'markup'), 'fee'),
        );
        $batch = $this->as()
            ->postJson('/api/v1/batches', [
                'edit' => 'markup',
                'wanted' => [],
                'filter' => ['supplier' => 'Marrow Works'],
            ])
            ->assertCreated()
            ->assertJson(['change' => 1, 'refused' => 1]);
        $this->as()
            ->postJson("/api/v1/batches/{$batch['id']}/apply")
            ->assertStatus(202);
        self::assertSame(2_519, $listing->refresh()->list_price_minor);
        $this->assertDatabaseHas('price_changes', [
            'listing_id' => $listing->id,
            'to_minor' => 2_290,
            'state' => 'queued',
        ]);
    }

    public function test_new_drafts_of_the_supplier_get_their_price_from_it(): void
    {
        Supplier::query()->create(['name' => 'Marrow Works', 'markup' => self::MARKUP]);
        $file = "SKU,Title,Unit cost,Channel\nKC-7,Crock 5 l,30.00,Quayside\nKC-8,Lid,,Quayside\n";
        $read = $this->as()
            ->post(
                '/api/v1/imports',
                ['file' => UploadedFile::fake()->createWithContent('new.csv', $file)],
                ['Accept' => 'application/json'],
            )
            ->assertCreated();
        $batch = $this->as()
            ->postJson("/api/v1/imports/{$read['id']}/check", [
                'columns' => $read['columns'],
                'supplier' => 'Marrow Works',
            ])
            ->assertCreated()
            ->assertJson(['create' => 1, 'refused' => 1]);
        $this->as()
            ->postJson("/api/v1/batches/{$batch['id']}/apply")
            ->assertStatus(202);
        // 30.00 and 85 % of it are 55.50, with the fee 56.00, up to 56.90.
        $made = Listing::query()->where('sku', 'KC-7')->sole();
        self::assertSame([5_690, 6_259, true], [$made->price_minor, $made->list_price_minor, $made->is_draft]);
    }

    public function test_what_is_wrong_is_said_at_its_field(): void
    {
        Supplier::query()->create(['name' => 'Marrow Works']);
        $put = fn (array $suppliers, array $markup) => $this->as()
            ->putJson('/api/v1/suppliers/markup', ['suppliers' => $suppliers, 'markup' => $markup])
            ->assertStatus(422)
            ->json('errors');
        self::assertArrayHasKey(
            'markup.tiers.0.from',
            $put(['Marrow Works'], ['tiers' => [['from' => '5.00', 'percent' => '10']]]),
        );
        self::assertSame(['suppliers' => ['There is no supplier “Nobody”.']], $put(['Nobody'], self::MARKUP));
        self::assertNull(Supplier::query()->value('markup'));
    }

    public function test_two_people_who_edit_the_same_markup_are_told_of_each_other(): void
    {
        Supplier::query()->create(['name' => 'Marrow Works']);
        $seen = $this->as()->getJson('/api/v1/suppliers')->json('0.revision');
        $put = fn (array $markup) => $this->as()->putJson(
            '/api/v1/suppliers/markup',
            ['suppliers' => ['Marrow Works'], 'markup' => $markup, 'revision' => $seen],
        );
        $put(self::MARKUP)->assertNoContent();
        $put(['tiers' => [['from' => '0.00', 'percent' => '10']]])->assertStatus(409);
        self::assertSame('0.50', $this->as()->getJson('/api/v1/suppliers')->json('0.markup.fee'));
        self::assertSame($seen + 1, $this->as()->getJson('/api/v1/suppliers')->json('0.revision'));
    }

    private function as(): static
    {
        return $this->actingAs($this->user);
    }
}
