<?php

declare(strict_types=1);

// For how long things are kept, in days, and by which column that is told. What is older is removed each night; of a
// table in monthly parts whole months are dropped. "unless" is SQL: what is true of rows that stay; the row is called
// "old" there.
return [
    'market_observations' => [
        'what' => 'Observed offers and prices',
        'column' => 'observed_at',
        'days' => (int) env('KEEP_OBSERVATIONS_DAYS', 400),
        'monthly' => true,
    ],
    'sales_days' => ['what' => 'Sales by day', 'column' => 'day', 'days' => (int) env('KEEP_SALES_DAYS', 800)],
    'position_days' => [
        'what' => 'Position and buy box by day',
        'column' => 'day',
        'days' => (int) env('KEEP_POSITION_DAYS', 800),
    ],
    'site_product_prices' => [
        'what' => 'Prices of what other shops sell, over time',
        'column' => 'seen_at',
        'days' => (int) env('KEEP_SITE_PRICES_DAYS', 400),
    ],
    'limit_changes' => [
        'what' => 'Floors and ceilings over time',
        'column' => 'changed_at',
        'days' => (int) env('KEEP_LIMITS_DAYS', 400),
    ],
    'price_changes' => [
        'what' => 'The ledger of price changes',
        'column' => 'queued_at',
        'days' => (int) env('KEEP_LEDGER_DAYS', 800),
        'unless' => "state IN ('waiting', 'queued', 'sending', 'sent')",
    ],
    'approvals' => [
        'what' => 'Approvals that were answered',
        'column' => 'asked_at',
        'days' => (int) env('KEEP_APPROVALS_DAYS', 120),
        'unless' => "state = 'waiting'",
    ],
    'decisions' => [
        'what' => 'Decisions, with what they were made from',
        'column' => 'decided_at',
        'days' => (int) env('KEEP_DECISIONS_DAYS', 120),
        'monthly' => true,
        'unless' => 'EXISTS (SELECT FROM current_decisions c WHERE c.listing_id = old.listing_id AND c.decision_id = old.id)
            OR EXISTS (SELECT FROM approvals a WHERE a.listing_id = old.listing_id AND a.decision_id = old.id)',
    ],
    'feeds' => [
        'what' => 'Feeds that were sent',
        'column' => 'updated_at',
        'days' => (int) env('KEEP_FEEDS_DAYS', 30),
        'unless' => "state <> 'closed'",
    ],
    'run_chunks' => [
        'what' => 'Parts of runs',
        'column' => '(SELECT r.finished_at FROM runs r WHERE r.id = old.run_id)',
        'days' => (int) env('KEEP_RUN_PARTS_DAYS', 14),
    ],
    'runs' => [
        'what' => 'Runs of rules',
        'column' => 'started_at',
        'days' => (int) env('KEEP_RUNS_DAYS', 400),
        'unless' => "state IN ('deciding', 'held')",
    ],
    'batches' => [
        'what' => 'Bulk changes, which can be undone as long',
        'column' => 'created_at',
        'days' => (int) env('KEEP_BULK_CHANGES_DAYS', 90),
        'unless' => "state IN ('planning', 'applying', 'undoing')",
    ],
    'price_wars' => [
        'what' => 'Price wars that are over',
        'column' => 'last_at',
        'days' => (int) env('KEEP_PRICE_WARS_DAYS', 30),
        'unless' => 'until > now()',
    ],
    'market_notifications' => [
        'what' => 'Notifications of changed offers',
        'column' => 'received_at',
        'days' => (int) env('KEEP_NOTIFICATIONS_DAYS', 3),
    ],
    'readings' => [
        'what' => 'What came of reading pages of other shops',
        'column' => 'read_at',
        'days' => (int) env('KEEP_READINGS_DAYS', 400),
        'monthly' => true,
    ],
    'rival_moves' => [
        'what' => 'Price moves of rivals',
        'column' => 'moved_at',
        'days' => (int) env('KEEP_RIVAL_MOVES_DAYS', 120),
        'monthly' => true,
    ],
    'stored_pages' => [
        'what' => 'Pages of other shops as they were',
        'column' => 'seen_at',
        'days' => (int) env('KEEP_PAGES_DAYS', 30),
    ],
    'alert_messages' => [
        'what' => 'What alerts have told',
        'column' => 'created_at',
        'days' => (int) env('KEEP_ALERT_MESSAGES_DAYS', 120),
    ],
    'failed_jobs' => [
        'what' => 'Background work that failed',
        'column' => 'failed_at',
        'days' => (int) env('KEEP_FAILED_JOBS_DAYS', 30),
    ],
];
