<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Support\Facades\DB;
use LogicException;
use Tests\TestCase;

final class WorkspaceIsolationTest extends TestCase
{
    public function test_another_workspace_sees_and_changes_nothing_of_ours(): void
    {
        $listing = $this->listing('KC-1');
        $rule = $this->rule('Ours');
        [$other, $stranger, $theirChannel] = $this->makeWorkspace('Mash & Marrow', 'stranger@mash-and-marrow.example');

        $as = fn () => $this->actingAs($stranger);
        $as()
            ->getJson('/api/v1/listings/count')
            ->assertOk()
            ->assertExactJson(['total' => 0]);
        $as()->getJson('/api/v1/listings')->assertOk()->assertJsonCount(0, 'listings');
        $as()
            ->getJson("/api/v1/listings/{$listing->id}")
            ->assertNotFound();
        $as()
            ->getJson("/api/v1/listings/{$listing->id}/history")
            ->assertNotFound();
        $as()
            ->patchJson("/api/v1/listings/{$listing->id}", ['version' => 1, 'floor' => '1'])
            ->assertNotFound();
        $as()->getJson('/api/v1/rules')->assertOk()->assertExactJson([]);
        $as()
            ->getJson("/api/v1/rules/{$rule->id}")
            ->assertNotFound();
        $as()
            ->patchJson("/api/v1/rules/{$rule->id}", ['is_on' => false])
            ->assertNotFound();
        $as()
            ->postJson("/api/v1/rules/{$rule->id}/run")
            ->assertNotFound();
        $as()
            ->postJson('/api/v1/batches', [
                'edit' => 'rule',
                'wanted' => ['rule' => $rule->id],
                'listings' => [$listing->id],
            ])
            ->assertNotFound();
        $as()
            ->postJson('/api/v1/batches', [
                'edit' => 'rule',
                'wanted' => ['rule' => null],
                'listings' => [$listing->id],
            ])
            ->assertStatus(422)
            ->assertJsonPath('errors.listings.0', 'No listing is chosen.');
        $as()
            ->patchJson("/api/v1/channels/{$this->channel->id}", ['automation_on' => false])
            ->assertNotFound();
        $as()->getJson('/api/v1/channels')->assertOk()->assertJsonCount(1)->assertJsonPath('0.id', $theirChannel->id);
        $as()
            ->postJson('/api/v1/rules/try-out', [
                'document' => ['version' => 1, 'kind' => 'competitive', 'reference' => ['of' => 'lowest']],
                'listings' => [$listing->id],
            ])
            ->assertOk()
            ->assertJsonCount(0, 'rows');
        self::assertNotSame($other->id, $this->workspace->id);
        self::assertSame([1, true], [$listing->refresh()->version, $rule->refresh()->is_on]);
    }

    public function test_no_query_runs_without_a_workspace(): void
    {
        $this->app->forgetScopedInstances();
        self::assertNotSame($this->workspace, app(CurrentWorkspace::class));
        $this->expectException(LogicException::class);
        \App\Catalogue\Models\Listing::query()->count();
    }

    public function test_every_table_of_a_workspace_names_it(): void
    {
        $without = DB::select(
            <<<'SQL'
            SELECT c.relname AS name FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
            WHERE n.nspname = 'public' AND c.relkind IN ('r', 'p') AND NOT c.relispartition
              AND NOT EXISTS (SELECT 1 FROM pg_attribute a WHERE a.attrelid = c.oid AND a.attname = 'workspace_id')
            ORDER BY 1
            SQL,
        );
        self::assertSame(
            [
                'cache',
                'cache_locks',
                'failed_jobs',
                'jobs',
                'migrations',
                'personal_access_tokens',
                'sessions',
                // When a host of the web may be asked again, whoever asks; it holds nothing of any workspace.
                'web_hosts',
                'workspaces',
            ],
            array_column($without, 'name'),
        );
    }
}
