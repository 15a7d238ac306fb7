<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Catalogue\Events\Cause;
use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Product;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

final class ImportTest extends TestCase
{
    /** @return array<string, array{string}> the same file as different spreadsheets save it */
    public static function files(): array
    {
        $german =
            "Artikelnummer;EK;Lieferant;UVP\r\nKC-1;8,40;Töpferei Grün;29,90\r\nKC-2;1.240,00;\"Two \"\"Weirs\"\"\r\nWholesale\";1.999,00\r\n";

        return [
            'semicolon, decimal comma, UTF-8' => [$german],
            'with a byte order mark' => ["\xEF\xBB\xBF".$german],
            'Windows-1252' => [mb_convert_encoding($german, 'Windows-1252', 'UTF-8')],
            'tabs' => [str_replace(';', "\t", $german)],
            'comma, decimal point' => [
                "SKU,Unit cost,Supplier,RRP\nKC-1,8.40,Töpferei Grün,29.90\nKC-2,1240,\"Two \"\"Weirs\"\"\r\nWholesale\",\"1,999.00\"\n",
            ],
        ];
    }

    #[DataProvider('files')]
    public function test_reads_what_spreadsheets_save(string $content): void
    {
        $this->listing('KC-1', product: ['cost_minor' => null, 'rrp_minor' => null]);
        $this->listing('KC-2', product: ['cost_minor' => null, 'rrp_minor' => null]);
        $this->bringIn($content)->assertJson(['state' => 'applied', 'change' => 2, 'same' => 0, 'refused' => 0]);
        $products = Product::query()->with('supplier')->orderBy('sku')->get();
        self::assertSame([840, 124_000], $products->pluck('cost_minor')->all());
        self::assertSame([2_990, 199_900], $products->pluck('rrp_minor')->all());
        self::assertSame(
            ['Töpferei Grün', "Two \"Weirs\"\r\nWholesale"],
            $products->map(fn (Product $product) => $product->supplier?->name)->all(),
        );
    }

    public function test_bad_rows_are_reported_by_line_and_the_rest_go_in(): void
    {
        foreach (['KC-1', 'KC-2', 'KC-3', 'KC-4', 'KC-5'] as $sku) {
            $this->listing($sku);
        }
        $batch = $this->bringIn(
            "SKU,Cost,RRP,MAP,GTIN\nKC-1,7.10,,,\nKC-2,abc,,,\n,5.00,,,\nKC-9,5.00,,,\nKC-3,-2.00,,,\n\nKC-1,9.00,,,\nKC-4,12.345,0,,\nKC-5,,0,,\nKC-5,,,,\nKC-5,,,,2000000000006\n",
        )->assertJson(['change' => 1, 'refused' => 9]);
        self::assertSame(
            [
                [3, 'KC-2', 'The unit cost “abc” cannot be read; expected an amount such as 24.90 or 24,90.'],
                [4, '', 'No SKU.'],
                [5, 'KC-9', 'No product of yours has this SKU. With a title it would be made.'],
                [6, 'KC-3', 'The unit cost “-2.00” is negative.'],
                [8, 'KC-1', 'The same SKU stands on line 2.'],
                [9, 'KC-4', 'The unit cost “12.345” cannot be read; expected an amount with at most 2 decimals (EUR).'],
                [10, 'KC-5', 'The RRP is zero; leave it empty if there is none.'],
                [11, 'KC-5', 'Nothing to take: all cells are empty.'],
                [
                    12,
                    'KC-5',
                    'The GTIN “2000000000006” is not valid. Its check digit should be 8, not 6: a digit is wrong or two are swapped.',
                ],
            ],
            array_map(
                fn (array $row) => [$row['line'], $row['sku'], $row['why']['text'] ?? null],
                $this->as()
                    ->getJson("/api/v1/batches/{$batch->json('id')}/rows?show=refused")
                    ->json(),
            ),
        );
        self::assertSame(710, Product::query()->where('sku', 'KC-1')->value('cost_minor'));
        self::assertSame(
            1_000,
            Product::query()->where('sku', 'KC-4')->value('cost_minor'),
            'a refused row leaves what was known',
        );
    }

    public function test_the_floor_follows_the_new_cost(): void
    {
        $listing = $this->listing('KC-1', product: ['cost_minor' => null]);
        $this->bringIn("SKU,Cost\nKC-1,8.40\n");
        $this->workOff();
        $listing->refresh();
        self::assertNull($listing->problem);
        // At 13.57: net 11.40, fee 1.63, profit 1.37, and 12 % of 11.40 is 1.368; at 13.56 it is 1.36 of 11.39, not
        // enough.
        self::assertSame([1_357, 4_000], [$listing->floor_minor, $listing->ceiling_minor]);
        self::assertSame(1, DB::table('product_costs')->where('workspace_id', $this->workspace->id)->count());
    }

    public function test_importing_a_file_twice_changes_nothing_more(): void
    {
        $this->listing('KC-1');
        $this->bringIn("SKU,Cost\nKC-1,8.40\n");
        $this->bringIn("SKU,Cost\nKC-1,8.40\n")->assertJson(['same' => 1, 'change' => 0]);
        self::assertSame(1, DB::table('product_costs')->where('workspace_id', $this->workspace->id)->count());
    }

    /** @return array<string, array{string, string}> */
    public static function noFiles(): array
    {
        return [
            'empty' => ['', 'The file is empty.'],
            'blank' => ["  \n ", 'The file is empty.'],
            'only a header' => ["SKU,Cost\n", 'There is nothing below the header.'],
            'cut off' => ["SKU,Cost,Supplier\nKC-1,8.40,\"Two We", 'The file breaks off within a quoted cell'],
            'noise' => [random_bytes(4_000), 'T'],
            'UTF-16' => ["\xFF\xFES\0K\0U\0", 'The file is saved as “Unicode text”'],
            'binary' => ["GIF89a\0\0\0binary", 'This is not a CSV file.'],
            'one column' => ["just some text\nand more", 'The first line has only one column.'],
        ];
    }

    #[DataProvider('noFiles')]
    public function test_unreadable_files_are_refused_with_a_reason(string $content, string $says): void
    {
        self::assertStringStartsWith($says, $this->bring($content)->assertStatus(422)->json('errors.file.0'));
    }

    public function test_the_sku_column_must_be_named(): void
    {
        $read = $this->bring("What,Cost\nKC-1,8.40\n");
        self::assertNull($read->json('columns.sku'));
        $this->check($read->json('id'), ['columns' => $read->json('columns')])
            ->assertStatus(422)
            ->assertJsonPath('errors', ['columns.sku' => ['Say which column holds the SKU.']]);
        $this->check($read->json('id'), ['columns' => ['sku' => 7]])
            ->assertStatus(422)
            ->assertJsonPath('errors', ['columns.sku' => ['The file has no such column.']]);
    }

    public function test_a_dry_run_changes_nothing(): void
    {
        $this->listing('KC-1');
        $read = $this->bring("SKU,Cost,Supplier\nKC-1,8.40,Ravel & Rye\n");
        $this->check($read->json('id'), ['columns' => $read->json('columns')])
            ->assertCreated()
            ->assertJson(['state' => 'planned', 'change' => 1]);
        self::assertSame(1_000, Product::query()->value('cost_minor'));
        self::assertSame(0, DB::table('suppliers')->where('workspace_id', $this->workspace->id)->count());
    }

    public function test_products_and_drafts_are_made_and_can_be_taken_back(): void
    {
        $this->listing('KC-1');
        $file =
            "SKU;Title;Brand;Category;GTIN;Unit cost;RRP;Channel;Price;Stock;Floor\nKC-7;Crock 5 l;Tidewell;Crocks;2000000000015;9,20;29,90;quayside;24,90;3;18,00\nKC-8;;;;;9,20;;;;;\nKC-9;Lid;;;;1,10;;;;;\nKC-1;;;;;;;Harbour;19,90;;\n";
        $batch = $this->bringIn($file)->assertJson(['create' => 2, 'refused' => 2]);
        $made = Listing::query()->with('product')->where('sku', 'KC-7')->sole();
        self::assertSame(
            [true, 2_490, 3, '2000000000015', 920, 'Tidewell'],
            [
                $made->is_draft,
                $made->price_minor,
                $made->stock,
                $made->product->gtin,
                $made->product->cost_minor,
                $made->product->brand,
            ],
        );
        $this->workOff();
        self::assertSame(
            [1_800, 2_990, null],
            [$made->refresh()->floor_minor, $made->ceiling_minor, $made->problem],
            'a draft is priced like any other',
        );
        self::assertSame(
            [
                'No product of yours has this SKU. With a title it would be made.',
                'There is no channel “Harbour”; there is Quayside.',
            ],
            array_column(
                array_column($this->as()->getJson("/api/v1/batches/{$batch->json('id')}/rows?show=refused")->json(), 'why'),
                'text',
            ),
        );
        $this->bringIn($file)->assertJson(['create' => 0, 'same' => 2]);
        $this->as()
            ->postJson("/api/v1/batches/{$batch->json('id')}/undo")
            ->assertJson(['state' => 'undone']);
        self::assertSame(['KC-1'], Product::query()->pluck('sku')->all());
    }

    public function test_a_file_puts_listings_on_rules_and_takes_them_off_and_can_be_undone(): void
    {
        [$under, $above] = [$this->rule('Under'), $this->rule('Above')];
        $this->listing('KC-1', ['rule_id' => $above->id, 'assigned_by' => 'filter']);
        $this->listing('KC-2', ['rule_id' => $above->id, 'assigned_by' => 'hand']);
        $this->listing('KC-3');
        $batch = $this->bringIn("SKU;Rule\nKC-1;under\nKC-2;none\nKC-3;Sideways\n")->assertJson([
            'change' => 2,
            'refused' => 1,
        ]);
        $on = fn () => Listing::query()
            ->orderBy('sku')
            ->get()
            ->map(fn (Listing $listing) => [$listing->rule_id, $listing->assigned_by])
            ->all();
        self::assertSame([[$under->id, 'hand'], [null, null], [null, null]], $on());
        self::assertSame(
            ['There is no rule “Sideways”.'],
            array_column(
                array_column($this->as()->getJson("/api/v1/batches/{$batch->json('id')}/rows?show=refused")->json(), 'why'),
                'text',
            ),
        );
        $this->as()
            ->postJson("/api/v1/batches/{$batch->json('id')}/undo")
            ->assertJson(['state' => 'undone']);
        self::assertSame([[$above->id, 'filter'], [$above->id, 'hand'], [null, null]], $on());
    }

    public function test_the_rule_gives_a_draft_its_price_without_sending_it(): void
    {
        $rule = $this->rule('Under');
        $this->listing(
            'KC-1',
            ['is_draft' => true, 'item_ref' => '', 'rule_id' => $rule->id],
            offers: [
                [
                    'seller' => 'north-cellar',
                    'price' => '23.90',
                    'shipping' => '0.00',
                    'condition' => 'new',
                    'in_stock' => true,
                ],
            ],
        );
        \App\Pricing\Jobs\DecideListingsJob::dispatchSync(
            $this->workspace->id,
            Listing::query()->pluck('id')->all(),
            Cause::Hand,
        );
        $this->enter($this->workspace);
        self::assertSame(2_366, Listing::query()->sole()->price_minor);
        self::assertSame(['confirmed'], DB::table('price_changes')->pluck('state')->all());
    }

    public function test_old_files_and_batches_are_removed(): void
    {
        $this->listing('KC-1');
        $this->bringIn("SKU,Cost\nKC-1,8.40\n");
        $import = \App\Catalogue\Models\Import::query()->sole();
        $this->artisan('retention:run');
        $this->artisan('catalogue:remove-files');
        self::assertFileExists($import->path());
        $this->travel(91)->days();
        $this->artisan('retention:run');
        $this->artisan('catalogue:remove-files');
        self::assertFileDoesNotExist($import->path());
        self::assertSame(
            [0, 0, 840],
            [DB::table('batches')->count(), DB::table('batch_rows')->count(), Product::query()->value('cost_minor')],
        );
    }

    public function test_refused_rows_come_back_as_a_file(): void
    {
        $this->listing('KC-1');
        $batch = $this->bringIn("SKU;EK;Note\nKC-1;abc;\"a;b\"\n=1+1;8,40;x\n");
        $file = $this->as()
            ->get("/api/v1/batches/{$batch->json('id')}/refused")
            ->assertOk()
            ->streamedContent();
        self::assertSame(
            "\xEF\xBB\xBFSKU;EK;Note;\"Why it was refused\"\r\nKC-1;abc;\"a;b\";\"The unit cost “abc” cannot be read; expected an amount such as 24.90 or 24,90.\"\r\n'=1+1;8,40;x;\"No product of yours has this SKU. With a title it would be made.\"\r\n",
            $file,
        );
    }

    public function test_a_workbook_is_read_like_a_csv_file(): void
    {
        $this->listing('KC-1');
        $this->listing('KC-2');
        $book = self::workbook(
            '<row r="1"><c r="A1" t="inlineStr"><is><t>SKU</t></is></c><c r="B1" t="inlineStr"><is><t>Unit cost</t></is></c><c r="C1" t="inlineStr"><is><t>GTIN</t></is></c></row>'.
                '<row r="2"><c r="A2" t="inlineStr"><is><t>KC-1</t></is></c><c r="B2"><v>8.4</v></c><c r="C2"><v>2000000000015</v></c></row><row r="4"><c r="A4" t="inlineStr"><is><t>KC-2</t></is></c><c r="B4"><f>B2*2</f><v>16.8</v></c></row>',
        );
        $this->bringIn($book)->assertJson(['change' => 2, 'refused' => 0]);
        self::assertSame(
            [[840, '2000000000015'], [1_680, null]],
            Product::query()
                ->orderBy('sku')
                ->get()
                ->map(fn (Product $product) => [$product->cost_minor, $product->gtin])
                ->all(),
        );
        self::assertSame('the sheet “Costs” of a workbook', $this->bring($book)->json('read_as.text'));
    }

    public function test_damaged_workbooks_are_refused(): void
    {
        self::assertSame(
            'This is neither a CSV file nor an Excel workbook (XLSX).',
            $this->bring("PK\x03\x04 and no more")->assertStatus(422)->json('errors.file.0'),
        );
        self::assertStringStartsWith(
            'The workbook',
            $this->bring(self::workbook('<row r="1"><c r="A1"><v>1'))->assertStatus(422)->json('errors.file.0'),
        );
    }

    /** The parts of ECMA-376 that every workbook has, with one sheet. */
    private static function workbook(string $rows): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'book');
        $zip = new \ZipArchive();
        $zip->open($path, \ZipArchive::OVERWRITE);
        $main = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
        $relations = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
        $package = 'http://schemas.openxmlformats.org/package/2006';
        $zip->addFromString(
            '[Content_Types].xml',
            "<Types xmlns=\"{$package}/content-types\"><Default Extension=\"rels\" ContentType=\"application/vnd.openxmlformats-package.relationships+xml\"/><Default Extension=\"xml\" ContentType=\"application/xml\"/><Override PartName=\"/xl/workbook.xml\" ContentType=\"application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml\"/></Types>",
        );
        $zip->addFromString(
            '_rels/.rels',
            "<Relationships xmlns=\"{$package}/relationships\"><Relationship Id=\"r1\" Type=\"{$relations}/officeDocument\" Target=\"xl/workbook.xml\"/></Relationships>",
        );
        $zip->addFromString(
            'xl/workbook.xml',
            "<workbook xmlns=\"{$main}\" xmlns:r=\"{$relations}\"><sheets><sheet name=\"Costs\" sheetId=\"1\" r:id=\"r1\"/></sheets></workbook>",
        );
        $zip->addFromString(
            'xl/_rels/workbook.xml.rels',
            "<Relationships xmlns=\"{$package}/relationships\"><Relationship Id=\"r1\" Type=\"{$relations}/worksheet\" Target=\"worksheets/sheet1.xml\"/></Relationships>",
        );
        $zip->addFromString(
            'xl/worksheets/sheet1.xml',
            "<worksheet xmlns=\"{$main}\"><sheetData>{$rows}</sheetData></worksheet>",
        );
        $zip->close();

        return (string) file_get_contents($path);
    }

    public function test_the_columns_of_a_supplier_are_remembered(): void
    {
        $this->listing('KC-1');
        $read = $this->bring("Ref,Netto,Liste\nKC-1,8.40,30.00\n");
        self::assertSame([null, null], [$read->json('columns.cost'), $read->json('supplier')]);
        $this->check($read->json('id'), [
            'columns' => ['sku' => 0, 'cost' => 1, 'rrp' => 2],
            'supplier' => 'Ravel & Rye',
        ])->assertCreated();
        $again = $this->bring("Liste,Ref,Netto\n31.00,KC-1,8.60\n");
        self::assertSame(
            ['Ravel & Rye', 1, 2, 0],
            [
                $again->json('supplier'),
                $again->json('columns.sku'),
                $again->json('columns.cost'),
                $again->json('columns.rrp'),
            ],
        );
    }

    public function test_decimals_are_read_as_the_rest_of_the_file_writes_them(): void
    {
        $this->listing('KC-1');
        $this->listing('KC-2');
        $this->bringIn("SKU;Cost\nKC-1;8.400\nKC-2;12.50\n");
        self::assertSame(
            [840, 1_250],
            Product::query()->orderBy('sku')->pluck('cost_minor')->all(),
            'three decimals are not thousands where the file writes a point before decimals',
        );
        $this->bringIn("SKU;Cost\nKC-1;1.299,00\nKC-2;1,299.00\n")->assertJson(['change' => 2]);
        self::assertSame([129_900, 129_900], Product::query()->orderBy('sku')->pluck('cost_minor')->all());
        $mixed = $this->bringIn("SKU;Cost\nKC-1;1.300,00\nKC-2;9,5\nKC-3;1,5\n", ['decimal' => '.']);
        $mixed->assertJson(['refused' => 3]);
    }

    private function as(): static
    {
        return $this->actingAs($this->user);
    }

    private function bring(string $content): TestResponse
    {
        return $this->as()->post(
            '/api/v1/imports',
            ['file' => UploadedFile::fake()->createWithContent('costs.csv', $content)],
            ['Accept' => 'application/json'],
        );
    }

    /** @param  array<string, mixed>  $with */
    private function check(string $id, array $with): TestResponse
    {
        return $this->as()->postJson("/api/v1/imports/{$id}/check", $with);
    }

    /** @param  array<string, mixed>  $with */
    private function bringIn(string $content, array $with = []): TestResponse
    {
        $read = $this->bring($content)->assertCreated();
        $batch = $this->check($read->json('id'), ['columns' => $read->json('columns'), ...$with])->assertCreated();

        return $this->as()
            ->postJson("/api/v1/batches/{$batch->json('id')}/apply", ['confirmed' => true])
            ->assertStatus(202);
    }
}
