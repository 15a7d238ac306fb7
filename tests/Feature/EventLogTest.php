<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Support\Live\EventLog;
use PHPUnit\Framework\TestCase;

/** What pages are told that were away for a moment. */
final class EventLogTest extends TestCase
{
    public function test_tells_what_came_after_the_last_event_of_that_workspace(): void
    {
        $log = new EventLog('aa');
        $log->add(1, 'listings', [7]);
        $log->add(2, 'changes', [8]);
        $log->add(1, 'changes', [9]);
        self::assertSame(
            "id: aa-3\nevent: change\ndata: {\"topic\":\"changes\",\"ids\":[9]}\n\n",
            $log->since(1, 'aa-1'),
        );
        self::assertSame('', $log->since(1, 'aa-3'), 'nothing was missed');
        self::assertSame('', $log->since(3, 'aa-1'), 'of another workspace nothing is told');
    }

    public function test_a_new_page_is_told_where_it_stands(): void
    {
        $log = new EventLog('aa');
        $log->add(1, 'listings', []);
        self::assertSame("id: aa-1\nevent: ready\ndata: {}\n\n", $log->since(1, null));
        self::assertSame('', $log->since(1, 'aa-1'));
    }

    public function test_an_unknown_or_expired_event_id_resets_the_stream(): void
    {
        $log = new EventLog('aa');
        for ($i = 1; $i <= 600; $i++) {
            $log->add(1, 'listings', [$i]);
        }
        foreach (['aa-1', 'bb-600', 'nonsense', 'aa-', 'aa-99999999999999999999'] as $last) {
            self::assertStringContainsString('event: reset', $log->since(1, $last), $last);
        }
        self::assertSame(500, substr_count($log->since(1, 'aa-100'), 'event: change'), 'as many as are kept');
    }
}
