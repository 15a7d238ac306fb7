<?php

declare(strict_types=1);

namespace Tests\Feature\Watching;

use App\Catalogue\Models\Listing;
use App\Watching\Models\Watch;
use App\Watching\Schedules\ScheduleText;
use Illuminate\Http\UploadedFile;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

/** Pages that are brought in with a file: mapped, tried out, taken in, taken back. */
final class WatchFileTest extends TestCase
{
    private const HEADER = "SKU;Address;Variant;Note;Interval;Active until\n";

    private Listing $listing;

    protected function setUp(): void
    {
        parent::setUp();
        $this->listing = $this->listing('KC-1');
    }

    public function test_the_pages_of_a_file_are_watched_and_taken_back(): void
    {
        $id = $this->bring(
            self::HEADER.
            "KC-1;https://brewers-loft.test/crock#top;5 l;the big one;every 30 min;31.12.2026\n".
            ";https://jar-corner.test/p/2;;;;\n",
        );
        $batch = $this->check($id)->assertCreated()->assertJson(['kind' => 'watches', 'state' => 'planned', 'create' => 2, 'refused' => 0]);
        self::assertSame(0, Watch::query()->count());
        self::assertContains(
            ['url', null, 'https://brewers-loft.test/crock'],
            array_map(
                fn (array $change) => [$change['field'], $change['before'], $change['after']['text']],
                $this->rows($batch, 'create')[0]['changes'],
            ),
        );

        $this->apply($batch)->assertJson(['state' => 'applied']);
        self::assertSame(
            [
                [$this->listing->id, 'https://brewers-loft.test/crock', '5 l', 'the big one', ['every_minutes' => 30], '2026-12-31'],
                [null, 'https://jar-corner.test/p/2', null, null, ['times_a_day' => 4], null],
            ],
            $this->watches(),
        );

        $this->as()->postJson("/api/v1/batches/{$batch->json('id')}/undo")->assertStatus(202)->assertJson(['state' => 'undone']);
        self::assertSame(0, Watch::query()->count());
    }

    public function test_rows_that_cannot_be_taken_are_refused_with_the_reason_and_the_rest_go_in(): void
    {
        $other = $this->listing('KC-2');
        $this->onOtherChannel($other);
        $batch = $this->check($this->bring(
            "sku,url,interval,until,channel\n".
            "KC-1,https://a.test/1,,,\n".
            "KC-9,https://a.test/2,,,\n".
            "KC-1,,,,\n".
            "KC-1,ftp://a.test/3,,,\n".
            "KC-1,http://10.0.0.1/3,,,\n".
            "KC-1,https://a.test/4,17 min,,\n".
            "KC-1,https://a.test/5,,12/31/2026,\n".
            "KC-1,https://a.test/1,,,\n".
            "KC-2,https://a.test/6,,,\n".
            "KC-2,https://a.test/6,,,Nowhere\n".
            "KC-2,https://a.test/6,,,{$other->channel->name}\n",
        ))->assertJson(['create' => 2, 'refused' => 9]);
        self::assertSame(
            [
                [3, 'No listing of yours has this SKU.'],
                [4, 'No address.'],
                [5, 'This is not a web address. It begins with https:// or http://.'],
                [6, '10.0.0.1 is in a network that is not open to the public. Give an address that can be reached from the internet.'],
                [7, 'The interval “17 min” is not known. Write 10, 30 or 60 minutes, 1 to 24 times a day, or times such as 08:00, 14:00.'],
                [8, 'The day “12/31/2026” cannot be read. Write 2026-12-31 or 31.12.2026.'],
                [9, 'The same page for the same listing stands on line 2.'],
                [10, 'It is listed on several channels: say for which, in a column or for the whole file.'],
            ],
            array_slice(
                array_map(fn (array $row) => [$row['line'], $row['why']['text']], $this->rows($batch, 'refused')),
                0,
                8,
            ),
        );
        $this->apply($batch);
        self::assertSame(['https://a.test/1', 'https://a.test/6'], array_column($this->watches(), 1));
        self::assertStringContainsString(
            'KC-9,https://a.test/2,,,,No listing of yours has this SKU.',
            str_replace('"', '', $this->as()->get("/api/v1/batches/{$batch->json('id')}/refused")->streamedContent()),
        );
    }

    public function test_a_page_that_is_watched_already_takes_what_the_file_says_anew_and_gets_it_back(): void
    {
        $this->apply($this->check($this->bring(self::HEADER."KC-1;https://a.test/1;;old;4 a day;\n")));
        self::assertSame(1, $this->check($this->bring(self::HEADER."KC-1;https://a.test/1;;old;;\n"))->json('same'));

        $batch = $this->check($this->bring(self::HEADER."KC-1;https://a.test/1;;new;08:00 20:00;\n"))
            ->assertJson(['change' => 1, 'create' => 0]);
        $this->apply($batch);
        self::assertSame([['new', ['at' => ['08:00', '20:00']]]], $this->terms());
        $this->undo($batch)->assertJson(['left' => 0]);
        self::assertSame([['old', ['times_a_day' => 4]]], $this->terms());
    }

    public function test_what_someone_changed_meanwhile_is_left_as_they_made_it(): void
    {
        $this->apply($this->check($this->bring(self::HEADER."KC-1;https://a.test/1;;old;;\n")));
        $batch = $this->check($this->bring(self::HEADER."KC-1;https://a.test/1;;from the file;;\n"));
        Watch::query()->update(['note' => 'by hand']);
        $this->apply($batch)->assertJson(['left' => 1]);
        self::assertSame('by hand', $this->terms()[0][0]);
    }

    public function test_the_address_column_must_be_named_and_there(): void
    {
        $id = $this->bring("SKU,page of theirs\nKC-1,https://a.test/1\n");
        $this->as()->getJson("/api/v1/imports/{$id}/watches")->assertOk()->assertJson(['sku' => 0, 'url' => null]);
        self::assertSame(
            ['Say which column holds the address.'],
            $this->check($id, ['sku' => 0])->assertUnprocessable()->json('errors')['columns.url'],
        );
        $this->check($id, ['sku' => 0, 'url' => 7])->assertUnprocessable();
        $this->check($id, ['sku' => 0, 'url' => 1])->assertCreated()->assertJson(['create' => 1]);
    }

    public function test_what_is_exported_can_be_brought_back(): void
    {
        $this->apply($this->check($this->bring(self::HEADER."KC-1;https://a.test/1;5 l;=note;08:00 20:00;31.12.2026\n;https://a.test/2;;;daily;\n")));
        $file = $this->as()->get('/api/v1/watches/export')->assertOk()->streamedContent();
        self::assertStringContainsString('https://a.test/1,KC-1,Quayside,"5 l"', $file);
        $this->check($this->bring($file))->assertJson(['same' => 2, 'refused' => 0]);
        Watch::query()->get()->each->delete();
        $this->apply($this->check($this->bring($file)));
        self::assertSame(
            [[['at' => ['08:00', '20:00']], '=note', '2026-12-31'], [['times_a_day' => 1], null, null]],
            Watch::query()->orderBy('id')->get()->map(fn (Watch $one) => [$one->schedule, $one->note, $one->active_until])->all(),
        );
    }

    /** @return array<string, array{string, string|null}> */
    public static function intervals(): array
    {
        return [
            'minutes' => ['10 min', 'every 10 minutes'],
            'minutes alone' => ['30', 'every 30 minutes'],
            'hourly' => ['Hourly', 'every 60 minutes'],
            'a day' => ['6 a day', '6 times a day'],
            'x' => ['3x', '3 times a day'],
            'daily' => ['daily', 'once a day'],
            'times' => ['at 14:00 and so on', null],
            'times with commas' => ['8:00, 14:00', '08:00, 14:00'],
            'times in no order, twice' => ['14:00;08:00 14:00', '08:00, 14:00'],
            'too often' => ['25 times a day', null],
            'no such minutes' => ['15 min', null],
            'no time' => ['24:30', null],
            'words' => ['now and then', null],
        ];
    }

    #[DataProvider('intervals')]
    public function test_intervals_are_read_as_people_write_them(string $text, ?string $read): void
    {
        $schedule = ScheduleText::read($text);
        self::assertSame($read, $schedule === null ? null : ScheduleText::of($schedule));
        if ($schedule !== null) {
            self::assertEquals($schedule, ScheduleText::read(ScheduleText::of($schedule)));
        }
    }

    private function onOtherChannel(Listing $listing): void
    {
        $other = $this->listing->channel->replicate(['key']);
        $other->key = (string) str()->uuid();
        $other->name = 'Other market';
        $other->save();

        $listing->replicate()->fill(['channel_id' => $other->id])->save();
    }

    private function as(): static
    {
        return $this->actingAs($this->user);
    }

    private function bring(string $content): string
    {
        return $this->as()
            ->post('/api/v1/imports', ['file' => UploadedFile::fake()->createWithContent('pages.csv', $content)], ['Accept' => 'application/json'])
            ->assertCreated()
            ->json('id');
    }

    /**
     * @param  array<string, int|null>|null  $columns  null: those that are proposed
     * @return TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    private function check(string $id, ?array $columns = null): TestResponse
    {
        $columns ??= $this->as()->getJson("/api/v1/imports/{$id}/watches")->json();

        return $this->as()->postJson("/api/v1/imports/{$id}/watches", ['columns' => $columns]);
    }

    /**
     * @param  TestResponse<\Symfony\Component\HttpFoundation\Response>  $batch
     * @return TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    private function apply(TestResponse $batch): TestResponse
    {
        return $this->as()->postJson("/api/v1/batches/{$batch->json('id')}/apply")->assertStatus(202);
    }

    /**
     * @param  TestResponse<\Symfony\Component\HttpFoundation\Response>  $batch
     * @return TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    private function undo(TestResponse $batch): TestResponse
    {
        return $this->as()->postJson("/api/v1/batches/{$batch->json('id')}/undo")->assertStatus(202);
    }

    /**
     * @param  TestResponse<\Symfony\Component\HttpFoundation\Response>  $batch
     * @return list<array<string, mixed>>
     */
    private function rows(TestResponse $batch, string $show): array
    {
        return $this->as()->getJson("/api/v1/batches/{$batch->json('id')}/rows?show={$show}")->json();
    }

    /** @return list<list<mixed>> */
    private function watches(): array
    {
        return array_values(
            Watch::query()
                ->orderBy('id')
                ->get()
                ->map(fn (Watch $one) => [$one->listing_id, $one->url, $one->variant, $one->note, $one->schedule, $one->active_until])
                ->all(),
        );
    }

    /** @return list<array{string|null, array<string, mixed>}> */
    private function terms(): array
    {
        return array_values(Watch::query()->get()->map(fn (Watch $one) => [$one->note, $one->schedule])->all());
    }
}
