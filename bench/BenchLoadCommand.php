<?php

declare(strict_types=1);

namespace Bench;

use App\Accounts\Models\User;
use App\Accounts\Models\Workspace;
use Demo\TrialDatabase;
use Illuminate\Console\Command;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use stdClass;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\OfferReader;
use Wrasse\Core\Document\PackedOffers;
use Wrasse\Core\Money\Currency;

/** Fills an empty database with made-up listings, set-based, for bin/bench. */
final class BenchLoadCommand extends Command
{
    protected $signature = 'bench:load {--listings=100000} {--beside : Next to what is in the database already} {--password= : For signing in as bench@kettle-crock.example}';

    protected $description = 'Make a workspace with many listings';

    protected $hidden = true;

    private const CHUNK = 2_000;

    public function handle(): int
    {
        if (! $this->option('beside') && Workspace::query()->exists()) {
            $this->error('The database is not empty.');

            return self::FAILURE;
        }
        TrialDatabase::claim();
        $workspace = Workspace::query()->create([
            'name' => 'Bench',
            'currency' => 'EUR',
            'tax_percent' => '19',
            'tax_included' => true,
            'repricing' => 'running',
            'limits' => [
                'floor' => [['kind' => 'margin', 'percent' => '12'], ['kind' => 'map']],
                'ceiling' => [['kind' => 'rrp', 'percent' => '100']],
            ],
        ]);
        User::query()->create([
            'workspace_id' => $workspace->id,
            'name' => 'Bench',
            'email' => 'bench@kettle-crock.example',
            'password' => $this->option('password') ?? Str::random(40),
        ]);
        DB::insert(
            <<<'SQL'
            INSERT INTO channels (workspace_id, key, driver, name, currency, settings, secrets, webhook_secret)
            VALUES (?, gen_random_uuid(), 'quayside', 'Quayside', 'EUR', '{"address": "http://127.0.0.1:9",
                "seller": "kettle-crock"}', ?, ?)
            SQL,
            [$workspace->id, encrypt('{"token": "none"}', false), encrypt('none', false)],
        );
        DB::insert("INSERT INTO rules (workspace_id, name, is_on) VALUES (?, 'Under', false)", [$workspace->id]);
        DB::insert(
            <<<'SQL'
                INSERT INTO rule_versions (workspace_id, rule_id, number, document, created_at)
                SELECT workspace_id, id, 1, ?, now()
                FROM rules
                WHERE workspace_id = ?
                SQL,
            [
                json_encode(
                    [
                        'version' => 1,
                        'kind' => 'competitive',
                        'reference' => ['of' => 'lowest'],
                        'position' => ['move' => 'below', 'percent' => '1'],
                        'field' => ['min_rating_percent' => '85'],
                    ],
                    JSON_THROW_ON_ERROR,
                ),
                $workspace->id,
            ],
        );
        $many = (int) $this->option('listings');
        DB::insert(
            <<<'SQL'
            INSERT INTO products (workspace_id, sku, title, brand, category, cost_minor, rrp_minor)
            SELECT ?, 'KC-' || n, 'Stoneware crock ' || n || ' l, ' || (ARRAY['water seal', 'straight lid',
                'with weights'])[1 + n % 3], 'Saltmarsh Stoneware', 'Category ' || n % 40, 500 + n % 4000,
                2000 + n % 9000
            FROM generate_series(1, ?::int) n
            SQL,
            [$workspace->id, $many],
        );
        DB::insert(
            <<<'SQL'
            INSERT INTO listings (workspace_id, channel_id, product_id, sku, item_ref, title, price_minor, stock,
                rule_id, floor_minor, ceiling_minor, margin_percent, markup_percent, profit_minor, rank, field_size,
                problem)
            SELECT p.workspace_id, c.id, p.id, p.sku, 'QU-' || p.sku, p.title, 900 + p.id % 7000, p.id % 50, r.id,
                800 + p.id % 3000, 5000 + p.id % 9000, (p.id * 37 % 6000)::numeric / 100,
                    (p.id * 53 % 12000)::numeric / 100, p.id % 2000, 1 + p.id % 9, 20,
                    CASE WHEN p.id % 40 = 0 THEN 'cost_missing' END
            FROM products p
            JOIN channels c ON c.workspace_id = p.workspace_id
            JOIN rules r ON r.workspace_id = p.workspace_id
            WHERE p.workspace_id = ?
            SQL,
            [$workspace->id],
        );
        DB::insert(
            <<<'SQL'
            INSERT INTO listing_markets (listing_id, workspace_id, seen_at, changed_at, offers)
            SELECT l.id, l.workspace_id, now(), now(), (SELECT json_agg(json_strip_nulls(json_build_object('seller',
                'rival-' || s, 'price', to_char((l.price_minor + s * 37) / 100.0, 'FM999990.00'), 'buy_box',
                CASE WHEN s = 3 THEN true END, 'fulfilment', CASE WHEN s % 3 = 0 THEN 'marketplace' END,
                'rating_percent', (80 + s)::text, 'rating_count', s * 40, 'handling_days',
                1 + s % 3))) FROM generate_series(1, 20) s)
            FROM listings l WHERE l.workspace_id = ?
            SQL,
            [$workspace->id],
        );
        $this->pack();
        DB::statement('VACUUM ANALYZE');
        $this->info("{$many} listings, 20 offers each");

        return self::SUCCESS;
    }

    /** As offers are kept where they were observed. */
    private function pack(): void
    {
        $reader = new OfferReader(Currency::of('EUR'));
        DB::table('listing_markets')
            ->select(['listing_id', 'offers'])
            ->chunkById(
                self::CHUNK,
                function (Collection $markets) use ($reader): void {
                    $packed = $markets->map(
                        fn (stdClass $market) => [
                            'id' => $market->listing_id,
                            'packed' => PackedOffers::pack(
                                $reader->all(Node::of(json_decode($market->offers, true, 8, JSON_THROW_ON_ERROR))),
                            ),
                        ],
                    );
                    DB::update(
                        <<<'SQL'
                            UPDATE listing_markets m
                            SET packed = s.packed
                            FROM json_to_recordset(?) AS s(id bigint, packed text)
                            WHERE m.listing_id = s.id
                            SQL,
                        [json_encode($packed, JSON_THROW_ON_ERROR)],
                    );
                },
                'listing_id',
            );
    }
}
