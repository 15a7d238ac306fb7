<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Models\Workspace;
use App\Catalogue\Models\Listing;
use App\Channels\Models\Channel;
use App\Channels\WebhookSignature;
use App\Market\Actions\NoticeNotifications;
use App\Market\Models\ListingMarket;
use App\Pricing\Models\Rule;
use App\Publishing\Models\Feed;
use App\Publishing\Models\PriceChange;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Tests\TestCase;

/**
 * Two sellers in one database who have everything alike: SKUs, items, GTINs, the names of channels, rules, suppliers
 * and views. From word of a change to the price that is shown, and in all that is kept of it, neither touches what is
 * the other's.
 */
final class ClashingWorkspacesTest extends TestCase
{
    private const SECRET = 'whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw';

    /** @var array<string, Workspace> by the token their marketplace knows them by */
    private array $workspaces = [];

    /** @var array<string, string> what is shown as their price, by token */
    private array $shown = ['ours' => '24.90', 'theirs' => '24.90'];

    protected function setUp(): void
    {
        parent::setUp();
        [$other, $stranger] = $this->makeWorkspace('Kettle & Crock', 'olaf@kettle-crock.example');
        $this->workspaces = ['ours' => $this->workspace, 'theirs' => $other];
        foreach ($this->workspaces as $token => $workspace) {
            $this->enter($workspace, function () use ($token): void {
                $this->channel = Channel::query()->sole();
                $this->channel->update(['secrets' => ['token' => $token]]);
                $rule = $this->rule('Under', [
                    'position' => ['move' => 'below', 'percent' => $token === 'ours' ? '1' : '5'],
                ]);
                $this->listing('KC-1', ['rule_id' => $rule->id], offers: [['seller' => 'r', 'price' => '30.00']]);
            });
        }
        $this->enter($this->workspace);
        Http::fake(fn (Request $request) => Http::response($this->answer($request)));
    }

    public function test_each_workspace_follows_a_rivals_move_by_its_own_rule(): void
    {
        foreach ($this->workspaces as $workspace) {
            $this->tellOfChange($workspace);
        }
        self::assertSame(2, DB::table('market_notifications')->count(), 'the same message, for each');
        for ($i = 0; $i < 8; $i++) {
            app(NoticeNotifications::class)->handle();
            $this->workOff('publish,market,confirm,default');
            Feed::query()
                ->withoutGlobalScopes()
                ->where('state', '<>', 'closed')
                ->update(['due_at' => now()->subSecond()]);
            $this->travel(20)->seconds();
            $this->artisan('work:sweep');
        }
        $this->workOff('publish,market,confirm,default');
        self::assertSame(['ours' => '19.80', 'theirs' => '19.00'], $this->shown);
        foreach ($this->workspaces as $token => $workspace) {
            $this->enter($workspace, function () use ($token): void {
                self::assertSame(
                    [['confirmed', (int) str_replace('.', '', $this->shown[$token])]],
                    PriceChange::query()
                        ->get()
                        ->map(fn (PriceChange $change) => [$change->state->value, $change->to_minor])
                        ->all(),
                );
                self::assertSame(
                    [(int) str_replace('.', '', $this->shown[$token])],
                    Listing::query()->pluck('price_minor')->all(),
                );
                self::assertSame('20.00', ListingMarket::query()->sole()->offers[0]['price']);
            });
        }
    }

    public function test_changes_in_one_workspace_leave_the_other_unchanged(): void
    {
        // Their own rules are not due meanwhile.
        Rule::query()
            ->withoutGlobalScopes()
            ->update(['last_run_at' => now()]);
        $before = $this->everythingOf('theirs');
        $this->enter($this->workspace);
        $listing = Listing::query()->sole();
        $rule = Rule::query()->sole();
        $calls = [
            [
                'PATCH',
                '/api/v1/workspace',
                ['tax_percent' => '7', 'limits' => ['floor' => [['kind' => 'amount', 'amount' => '5.00']]]],
            ],
            [
                'PUT',
                '/api/v1/limits',
                [
                    'scope' => 'brand',
                    'name' => 'Tidewell',
                    'limits' => ['floor' => [['kind' => 'amount', 'amount' => '6.00']]],
                    'version' => 0,
                ],
            ],
            ['PATCH', "/api/v1/rules/{$rule->id}", ['name' => 'Over']],
            [
                'POST',
                '/api/v1/rules',
                [
                    'name' => 'Second',
                    'document' => [
                        'version' => 1,
                        'kind' => 'competitive',
                        'reference' => ['of' => 'lowest'],
                        'position' => ['move' => 'match'],
                    ],
                ],
            ],
            ['PUT', '/api/v1/views', ['name' => 'Mine', 'place' => 'listings', 'query' => 'q=crock']],
            ['POST', '/api/v1/batches', ['edit' => 'automation', 'wanted' => ['on' => false], 'filter' => []]],
            ['POST', '/api/v1/batches', ['edit' => 'cost', 'wanted' => ['cost' => '11,00'], 'filter' => []]],
            ['POST', "/api/v1/rules/{$rule->id}/run", []],
            [
                'POST',
                '/api/v1/channels',
                [
                    'driver' => 'file',
                    'name' => 'Files',
                    'settings' => ['delivery' => 'folder'],
                    'copy_from' => $this->workspaceChannel('ours'),
                ],
            ],
        ];
        foreach ($calls as [$method, $path, $body]) {
            $this->actingAs($this->user)->json($method, $path, $body);
        }
        foreach (DB::table('batches')->where('workspace_id', $this->workspace->id)->pluck('id') as $batch) {
            $this->workOff();
            $this->actingAs($this->user)->postJson("/api/v1/batches/{$batch}/apply", ['confirmed' => true]);
        }
        $this->workOff('publish,market,confirm,default');
        foreach (
            [
                'pricing:assign',
                'pricing:run-due',
                'catalogue:costs-due',
                'pricing:price-wars',
                'screens:note-positions',
                'work:sweep',
            ] as $command
        ) {
            $this->artisan($command)->assertSuccessful();
        }
        self::assertFalse(Listing::query()->findOrFail($listing->id)->automation_on, 'it has worked');
        self::assertSame($before, $this->everythingOf('theirs'));
    }

    public function test_ids_of_another_workspace_are_not_found(): void
    {
        $theirs = $this->enter(
            $this->workspaces['theirs'],
            fn () => [
                'listing' => Listing::query()->sole()->id,
                'rule' => Rule::query()->sole()->id,
                'channel' => Channel::query()->sole()->id,
            ],
        );
        foreach (
            [
                "listings/{$theirs['listing']}",
                "listings/{$theirs['listing']}/history",
                "listings/{$theirs['listing']}/costs",
                "rules/{$theirs['rule']}",
                "rules/{$theirs['rule']}/versions",
                "channels/{$theirs['channel']}/files",
            ] as $path
        ) {
            $this->actingAs($this->user)
                ->getJson("/api/v1/{$path}")
                ->assertNotFound();
        }
        $this->actingAs($this->user)
            ->getJson("/api/v1/listings?channel={$theirs['channel']}")
            ->assertOk()
            ->assertJsonCount(0, 'listings');
    }

    private function workspaceChannel(string $token): int
    {
        return (int) $this->enter(
            $this->workspaces[$token],
            fn () => Channel::query()->orderBy('id')->firstOrFail()->id,
        );
    }

    private function tellOfChange(Workspace $workspace): void
    {
        $key = $this->enter($workspace, fn () => Channel::query()->sole()->key);
        $body = json_encode(['type' => 'offers.changed', 'data' => ['item' => 'QU-KC-1']], JSON_THROW_ON_ERROR);
        $this->call(
            'POST',
            "/api/v1/channels/{$key}/notifications",
            server: [
                'HTTP_WEBHOOK_ID' => 'msg_1',
                'HTTP_WEBHOOK_TIMESTAMP' => (string) time(),
                'HTTP_WEBHOOK_SIGNATURE' => (new WebhookSignature(self::SECRET))->sign('msg_1', time(), $body),
                'CONTENT_TYPE' => 'application/json',
            ],
            content: $body,
        )->assertStatus(202);
    }

    /** @return array<string, mixed> */
    private function answer(Request $request): array
    {
        $token = substr($request->header('Authorization')[0], strlen('Bearer '));
        $path = (string) parse_url($request->url(), PHP_URL_PATH);
        if ($request->method() === 'POST') {
            $this->shown[$token] = $request['items'][0]['price'];

            return ['id' => "feed-{$token}", 'status' => 'queued'];
        }

        return match (true) {
            $path === '/v1/offers' => [
                'offers' => [
                    'QU-KC-1' => [
                        ['seller' => 'r', 'name' => 'Rill', 'price' => '20.00'],
                        ['seller' => 'kettle-crock', 'price' => $this->shown[$token]],
                    ],
                ],
            ],
            $path === '/v1/prices' => ['prices' => [['sku' => 'KC-1', 'price' => $this->shown[$token]]]],
            default => [
                'id' => "feed-{$token}",
                'status' => 'done',
                'items' => [['sku' => 'KC-1', 'status' => 'accepted', 'message' => null]],
            ],
        };
    }

    /** @return array<string, string> all rows of a workspace, by table */
    private function everythingOf(string $token): array
    {
        $rows = [];
        $tables = DB::select(
            <<<'SQL'
            SELECT c.table_name
            FROM information_schema.columns c
            JOIN information_schema.tables t USING (table_schema, table_name)
            WHERE c.table_schema = 'public'
                AND c.column_name = 'workspace_id'
                AND t.table_type = 'BASE TABLE'
            ORDER BY 1
            SQL,
        );
        foreach (array_diff(array_column($tables, 'table_name'), ['position_days']) as $table) {
            $rows[$table] = (string) DB::scalar(
                "SELECT coalesce(json_agg(t ORDER BY t::text), '[]') FROM {$table} t WHERE workspace_id = ?",
                [$this->workspaces[$token]->id],
            );
        }

        return $rows;
    }
}
