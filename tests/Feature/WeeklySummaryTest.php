<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Alerts\Models\AlertDestination;
use App\Screens\Summaries\SendSummary;
use App\Screens\Summaries\SummaryFigure;
use App\Screens\Summaries\SweepSummaries;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Mailer\Exception\UnexpectedResponseException;
use Symfony\Component\Mime\Email;
use Tests\ReadsMail;
use Tests\TestCase;

final class WeeklySummaryTest extends TestCase
{
    use ReadsMail;

    protected function setUp(): void
    {
        parent::setUp();
        $this->workspace->update(['time_zone' => 'Europe/Berlin']);
        // A Monday, a quarter to seven in Berlin.
        $this->travelTo('2026-11-23 05:45:00');
        $this->takeMail();
    }

    public function test_it_comes_once_on_monday_morning_where_the_workspace_is_with_both_weeks(): void
    {
        $this->day('2026-11-10', ['units' => 90, 'revenue_minor' => 1_234_500, 'profit_minor' => 200_000, 'listings' => 10, 'buy_box' => 2, 'ours_minor' => 980, 'average_minor' => 1_000]);
        $this->day('2026-11-17', ['units' => 100, 'revenue_minor' => 1_300_000, 'profit_minor' => 190_000, 'listings' => 10, 'buy_box' => 3, 'ours_minor' => 950, 'average_minor' => 1_000]);
        $this->day('2026-11-23', ['units' => 500, 'revenue_minor' => 9_900_000]);
        $this->destination();
        $this->sweep();
        self::assertCount(0, $this->sent());
        $this->travelTo('2026-11-23 06:00:00');
        $this->sweep();
        $this->sweep();
        $mail = $this->sent()->sole();
        self::assertSame('nora@kettle-crock.example', $mail->getTo()[0]->getAddress());
        self::assertSame('Kettle & Crock: 16 Nov to 22 Nov 2026', $mail->getSubject());
        $text = (string) $mail->getTextBody();
        self::assertStringContainsString("Revenue: 12,345.00 EUR -> 13,000.00 EUR (+655.00)\n", $text);
        self::assertStringContainsString("Profit: 2,000.00 EUR -> 1,900.00 EUR (−100.00)\n", $text);
        self::assertStringContainsString("Sold: 90 -> 100 (+10)\n", $text);
        self::assertStringContainsString("Buy box ours: 20.0 % -> 30.0 % (+10.0)\n", $text);
        self::assertStringContainsString("Price index (100: as rivals on average): 98.0 -> 95.0 (−3.0)\n", $text);
        self::assertStringContainsString("Rank by price, on average: – -> –\n", $text);
        self::assertStringContainsString('/reports/changes?from=2026-11-16&to=2026-11-22', $text);
        self::assertStringContainsString('13,000.00 EUR', (string) $mail->getHtmlBody());
        $this->travelTo('2026-11-30 06:00:00');
        $this->sweep();
        self::assertCount(2, $this->sent(), 'and the next week the next one');
    }

    public function test_who_was_not_there_on_monday_is_told_later_in_the_week(): void
    {
        $this->destination();
        $this->travelTo('2026-11-26 20:00:00');
        $this->sweep();
        self::assertSame('Kettle & Crock: 16 Nov to 22 Nov 2026', $this->sent()->sole()->getSubject());
    }

    public function test_what_waits_and_what_moved_is_counted(): void
    {
        $crock = $this->listing('KC-1', ['rule_id' => $this->rule('Undercut')->id, 'automation_on' => true]);
        foreach (['2026-11-18' => 'confirmed', '2026-11-19' => 'refused', '2026-11-23' => 'confirmed'] as $day => $state) {
            DB::table('price_changes')->insert(['workspace_id' => $this->workspace->id, 'channel_id' => $this->channel->id, 'listing_id' => $crock->id, 'from_minor' => 1_000, 'to_minor' => 900, 'floor_minor' => 400, 'ceiling_minor' => 2_000, 'state' => $state, 'queued_at' => $day, 'due_at' => $day, 'settled_at' => $day]);
        }
        DB::table('approvals')->insert(['workspace_id' => $this->workspace->id, 'listing_id' => $crock->id, 'decision_id' => 1, 'state' => 'waiting', 'reason' => 'max_move', 'from_minor' => 1_000, 'price_minor' => 100, 'asked_at' => '2026-11-20']);
        $rival = DB::table('rivals')->insertGetId(['workspace_id' => $this->workspace->id, 'channel_id' => $this->channel->id, 'seller' => 'lagoon', 'name' => '<b>Lagoon</b>']);
        DB::table('rival_moves')->insert(['listing_id' => $crock->id, 'rival_id' => $rival, 'workspace_id' => $this->workspace->id, 'moved_at' => '2026-11-18', 'from_minor' => 1_000, 'to_minor' => 990]);
        $this->destination();
        $this->travelTo('2026-11-23 09:00:00');
        $this->sweep();
        $mail = $this->sent()->sole();
        $text = (string) $mail->getTextBody();
        self::assertStringContainsString('1 price changed, 1 refused', $text);
        self::assertStringContainsString('1 held by a brake', $text);
        self::assertStringContainsString('<b>Lagoon</b> (Quayside, 1)', $text);
        self::assertStringContainsString('1 price to approve, 1 listing that cannot be priced', $text);
        self::assertStringContainsString('&lt;b&gt;Lagoon&lt;/b&gt; (Quayside, 1)', (string) $mail->getHtmlBody());
    }

    public function test_it_is_chosen_for_mail_only_and_ends_with_one_click_while_alerts_go_on(): void
    {
        $id = $this->destination(false);
        $chat = AlertDestination::query()->create(['kind' => 'chat', 'name' => 'Room', 'address' => 'https://chat.example/hook']);
        $this->actingAs($this->user);
        $this->patchJson("/api/v1/alert-destinations/{$chat->id}", ['gets_summary' => true])->assertUnprocessable();
        $this->postJson("/api/v1/alert-destinations/{$chat->id}/summary")->assertUnprocessable();
        $this->patchJson("/api/v1/alert-destinations/{$id}", ['gets_summary' => true])->assertOk()->assertJson(['gets_summary' => true]);
        $this->postJson("/api/v1/alert-destinations/{$id}/summary")->assertNoContent();
        $mail = $this->sent()->sole();
        self::assertSame('Kettle & Crock: 16 Nov to 22 Nov 2026', $mail->getSubject());
        $link = trim((string) $mail->getHeaders()->get('List-Unsubscribe')?->getBodyAsString(), '<>');
        $this->get($link)->assertOk()->assertSee('Send no more weekly summaries');
        $this->post(str_replace('signature=', 'signature=0', $link))->assertForbidden();
        self::assertTrue(AlertDestination::query()->findOrFail($id)->gets_summary);
        $this->post($link, ['List-Unsubscribe' => 'One-Click'])->assertOk();
        $destination = AlertDestination::query()->findOrFail($id);
        self::assertSame([false, null], [$destination->gets_summary, $destination->paused_at]);
        $this->travelTo('2026-11-23 09:00:00');
        $this->sweep();
        self::assertCount(1, $this->sent());
    }

    public function test_a_mail_server_that_is_down_has_it_sent_again_later_under_the_same_id(): void
    {
        $this->destination();
        $tried = [];
        $this->refuseMail($tried);
        $this->travelTo('2026-11-23 07:00:00');
        $this->sweep();
        foreach ([50, 11, 60, 61] as $seconds) {
            $this->travel($seconds)->seconds();
            $this->sweep();
        }
        self::assertCount(3, $tried, 'at once, after a minute, after two more');
        $this->takeMail();
        $this->travel(5)->minutes();
        $this->sweep();
        $this->sweep();
        self::assertSame([$tried[0]], array_unique($tried));
        self::assertSame($tried[0], $this->sent()->sole()->getHeaders()->get('Message-ID')?->getBodyAsString());
        self::assertSame(['delivered', 4], array_values((array) DB::table('weekly_summaries')->where('workspace_id', $this->workspace->id)->first(['state', 'attempts'])));
    }

    public function test_an_address_that_the_server_refuses_for_good_is_not_tried_again(): void
    {
        $this->destination();
        $tried = [];
        $this->refuseMail($tried, new UnexpectedResponseException('550 no such user', 550));
        $this->travelTo('2026-11-23 07:00:00');
        $this->sweep();
        $this->travel(1)->days();
        $this->sweep();
        self::assertCount(1, $tried);
        self::assertSame('failed', DB::table('weekly_summaries')->where('workspace_id', $this->workspace->id)->value('state'));
    }

    public function test_who_died_while_sending_is_followed_by_another_that_uses_the_same_key(): void
    {
        $this->destination();
        $this->travelTo('2026-11-23 07:00:00');
        DB::table('weekly_summaries')->insert(['workspace_id' => $this->workspace->id, 'destination_id' => AlertDestination::query()->value('id'), 'week' => '2026-11-16', 'key' => '0190d0c0-0000-7000-8000-000000000001', 'state' => 'sending', 'claimed_at' => now(), 'due_at' => now(), 'attempts' => 1]);
        $this->sweep();
        self::assertCount(0, $this->sent(), 'it may still be at it');
        $this->travel(SendSummary::INTERRUPTED_SECONDS + 1)->seconds();
        $this->sweep();
        self::assertSame('<0190d0c0-0000-7000-8000-000000000001@wrasse.invalid>', $this->sent()->sole()->getHeaders()->get('Message-ID')?->getBodyAsString());
    }

    public function test_another_workspace_neither_sends_nor_is_told(): void
    {
        $id = $this->destination();
        [$workspace, $user] = $this->makeWorkspace('Brine & Barrel', 'jo@brine-and-barrel.example');
        $this->enter($workspace);
        $this->actingAs($user)->postJson("/api/v1/alert-destinations/{$id}/summary")->assertNotFound();
        $this->travelTo('2026-11-23 07:00:00');
        $this->sweep();
        self::assertSame(['nora@kettle-crock.example'], $this->sent()->map(fn (Email $mail) => $mail->getTo()[0]->getAddress())->all());
    }

    /** @return array<string, array{string|null, string|null, string|null, string}> */
    public static function figures(): array
    {
        return [
            'more' => ['1234.50', '1300.00', '+65.50', '1,300.00 EUR'],
            'less' => ['1234567.00', '34567.00', '−1,200,000.00', '34,567.00 EUR'],
            'the same' => ['5', '5', '0', '5 EUR'],
            'a loss' => ['-5.00', '-1234.00', '−1,229.00', '−1,234.00 EUR'],
            'nothing before' => [null, '5.00', null, '5.00 EUR'],
            'nothing now' => ['5.00', null, null, '–'],
        ];
    }

    #[DataProvider('figures')]
    public function test_a_figure_stands_beside_the_one_before_with_the_difference(?string $before, ?string $now, ?string $difference, string $says): void
    {
        $figure = new SummaryFigure('Revenue', $before, $now, ' EUR');
        self::assertSame([$difference, $says], [$figure->difference, $figure->say($now)]);
    }

    /** @param  array<string, int>  $sums */
    private function day(string $day, array $sums): void
    {
        DB::table('position_days')->insert(['workspace_id' => $this->workspace->id, 'day' => $day, 'channel_id' => $this->channel->id, ...$sums]);
    }

    private function destination(bool $getsSummary = true): int
    {
        return AlertDestination::query()->create(['kind' => 'email', 'name' => 'Nora', 'address' => 'nora@kettle-crock.example', 'gets_summary' => $getsSummary])->id;
    }

    private function sweep(): void
    {
        app(SweepSummaries::class)->sweep();
        $this->artisan('queue:work', ['--queue' => 'deliveries', '--stop-when-empty' => true, '--quiet' => true]);
        $this->enter($this->workspace);
    }
}
