<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Models\Product;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

final class CostImportTest extends TestCase
{
    /** @return array<string, array{string}> the same file as different spreadsheets save it */
    public static function files(): array
    {
        $german = "Artikelnummer;EK;Lieferant;UVP\r\nKC-1;8,40;Töpferei Grün;29,90\r\nKC-2;1.240,00;\"Two \"\"Weirs\"\"\r\nWholesale\";1.999,00\r\n";

        return [
            'semicolon, decimal comma, UTF-8' => [$german],
            'with a byte order mark' => ["\xEF\xBB\xBF".$german],
            'Windows-1252' => [mb_convert_encoding($german, 'Windows-1252', 'UTF-8')],
            'tabs' => [str_replace(';', "\t", $german)],
            'comma, decimal point' => ["SKU,Unit cost,Supplier,RRP\nKC-1,8.40,Töpferei Grün,29.90\nKC-2,1240,\"Two \"\"Weirs\"\"\r\nWholesale\",\"1,999.00\"\n"],
        ];
    }

    #[DataProvider('files')]
    public function test_reads_what_spreadsheets_save(string $content): void
    {
        $this->listing('KC-1', product: ['cost_minor' => null, 'rrp_minor' => null]);
        $this->listing('KC-2', product: ['cost_minor' => null, 'rrp_minor' => null]);
        $read = $this->bring($content)->assertCreated();
        $this->apply($read->json('id'), $read->json('columns'))->assertOk()->assertJsonPath('result', ['changed' => 2, 'unchanged' => 0, 'refused' => []]);
        $products = Product::query()->with('supplier')->orderBy('sku')->get();
        self::assertSame([840, 124_000], $products->pluck('cost_minor')->all());
        self::assertSame([2_990, 199_900], $products->pluck('rrp_minor')->all());
        self::assertSame(['Töpferei Grün', "Two \"Weirs\"\r\nWholesale"], $products->map(fn (Product $product) => $product->supplier?->name)->all());
    }

    public function test_bad_rows_are_reported_by_line_and_the_rest_go_in(): void
    {
        foreach (['KC-1', 'KC-2', 'KC-3', 'KC-4', 'KC-5'] as $sku) {
            $this->listing($sku);
        }
        $read = $this->bring("SKU,Cost,RRP,MAP\nKC-1,7.10,,\nKC-2,abc,,\n,5.00,,\nKC-9,5.00,,\nKC-3,-2.00,,\n\nKC-1,9.00,,\nKC-4,12.345,0,\nKC-5,,0,\nKC-5,,,\n")->assertCreated();
        $result = $this->apply($read->json('id'), $read->json('columns'))->assertOk()->json('result');
        self::assertSame(1, $result['changed']);
        self::assertSame([
            [3, 'KC-2', 'The cost “abc” cannot be read; expected an amount such as 24.90 or 24,90.'],
            [4, '', 'No SKU.'],
            [5, 'KC-9', 'No product of yours has this SKU.'],
            [6, 'KC-3', 'The cost “-2.00” is negative.'],
            [8, 'KC-1', 'The same SKU stands on line 2.'],
            [9, 'KC-4', 'The RRP is zero; leave the cell empty if there is none.'],
            [10, 'KC-5', 'The RRP is zero; leave the cell empty if there is none.'],
            [11, 'KC-5', 'Nothing to take: all cells are empty.'],
        ], array_map(fn (array $row) => [$row['line'], $row['sku'], $row['why']], $result['refused']));
        self::assertSame(710, Product::query()->where('sku', 'KC-1')->value('cost_minor'));
        self::assertSame(1_000, Product::query()->where('sku', 'KC-4')->value('cost_minor'), 'a refused row leaves what was known');
    }

    public function test_the_floor_follows_the_new_cost(): void
    {
        $listing = $this->listing('KC-1', product: ['cost_minor' => null]);
        $this->bringIn("SKU,Cost\nKC-1,8.40\n");
        $this->workOff();
        $listing->refresh();
        self::assertNull($listing->problem);
        // At 13.57: net 11.40, fee 1.63, profit 1.37, and 12 % of 11.40 is 1.368; at 13.56 it is 1.36 of 11.39, not enough.
        self::assertSame([1_357, 4_000], [$listing->floor_minor, $listing->ceiling_minor]);
        self::assertSame(1, DB::table('product_costs')->where('workspace_id', $this->workspace->id)->count());
    }

    public function test_taken_in_twice_changes_nothing_more(): void
    {
        $this->listing('KC-1');
        $this->bringIn("SKU,Cost\nKC-1,8.40\n");
        $again = $this->bring("SKU,Cost\nKC-1,8.40\n");
        $this->apply($again->json('id'), $again->json('columns'))->assertJsonPath('result.unchanged', 1)->assertJsonPath('result.changed', 0);
        $this->apply($again->json('id'), $again->json('columns'))->assertConflict();
        self::assertSame(1, DB::table('product_costs')->where('workspace_id', $this->workspace->id)->count());
    }

    /** @return array<string, array{string, string}> */
    public static function noFiles(): array
    {
        return [
            'empty' => ['', 'The file is empty.'], 'blank' => ["  \n ", 'The file is empty.'],
            'binary' => ["PK\x03\x04\0\0\0binary", 'This is not a CSV file.'], 'one column' => ["just some text\nand more", 'The first line has only one column.'],
        ];
    }

    #[DataProvider('noFiles')]
    public function test_what_is_no_cost_file_is_refused_with_a_reason(string $content, string $says): void
    {
        self::assertStringStartsWith($says, $this->bring($content)->assertStatus(422)->json('errors.file.0'));
    }

    public function test_the_sku_column_must_be_named(): void
    {
        $read = $this->bring("What,Cost\nKC-1,8.40\n");
        self::assertNull($read->json('columns.sku'));
        $this->apply($read->json('id'), $read->json('columns'))->assertStatus(422)->assertJsonPath('errors', ['columns.sku' => ['Say which column holds the SKU.']]);
        $this->apply($read->json('id'), ['sku' => 7])->assertStatus(422);
    }

    private function bring(string $content): TestResponse
    {
        return $this->actingAs($this->user)->post('/api/v1/imports', ['file' => UploadedFile::fake()->createWithContent('costs.csv', $content)], ['Accept' => 'application/json']);
    }

    /** @param  array<string, int|null>  $columns */
    private function apply(string $id, array $columns): TestResponse
    {
        return $this->actingAs($this->user)->postJson("/api/v1/imports/{$id}/apply", ['columns' => $columns]);
    }

    private function bringIn(string $content): void
    {
        $read = $this->bring($content)->assertCreated();
        $this->apply($read->json('id'), $read->json('columns'))->assertOk();
    }
}
