<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Pages of other shops: which are read, when, how politely, what came of it, and what of that counts as an offer. */
return new class extends Migration
{
    public function up(): void
    {
        // When a host may be asked again, whoever asks: a host does not know of workspaces.
        Schema::create('web_hosts', function (Blueprint $table): void {
            $table->string('host')->primary();
            $table->timestampTz('next_at', 6)->useCurrent();
            $table->unsignedSmallInteger('failures')->default(0);
            $table->string('robots_state', 12)->nullable();
            $table->text('robots')->nullable();
            $table->text('robots_problem')->nullable();
            $table->timestampTz('robots_at', 6)->nullable();
        });
        Schema::create('sites', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('host');
            $table->string('name');
            $table->unsignedInteger('delay_seconds')->default(5);
            $table->unsignedInteger('daily_requests')->default(2_000);
            $table->date('requests_on')->nullable();
            $table->unsignedInteger('requests')->default(0);
            $table->unsignedSmallInteger('refusals')->default(0);
            $table->text('paused_because')->nullable();
            $table->timestampTz('paused_at', 6)->nullable();
            $table->unsignedSmallInteger('doubt_percent')->default(30);
            $table->boolean('is_own')->default(false);
            $table->char('currency', 3)->nullable();
            $table->boolean('tax_included')->nullable();
            $table->bigInteger('shipping_minor')->nullable();
            $table->bigInteger('free_shipping_from_minor')->nullable();
            $table->unsignedInteger('revision')->default(1);
            $table->timestampTz('created_at')->useCurrent();
            $table->unique(['workspace_id', 'host']);
            $table->foreign('host')->references('host')->on('web_hosts');
        });
        Schema::create('watches', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('site_id')->constrained()->cascadeOnDelete();
            $table->foreignId('listing_id')->nullable()->constrained()->cascadeOnDelete();
            $table->foreignId('proposed_listing_id')->nullable()->constrained('listings')->nullOnDelete();
            $table->text('url');
            $table->string('variant')->nullable();
            $table->string('note')->nullable();
            $table->jsonb('schedule');
            $table->date('active_until')->nullable();
            $table->boolean('is_paused')->default(false);
            $table->string('state', 12)->default('new');
            $table->timestampTz('due_at', 6)->nullable();
            $table->timestampTz('asked_at', 6)->nullable();
            $table->text('etag')->nullable();
            $table->text('last_modified')->nullable();
            $table->unsignedSmallInteger('failures')->default(0);
            $table->jsonb('latest')->nullable();
            $table->jsonb('good')->nullable();
            $table->jsonb('doubtful')->nullable();
            $table->timestampTz('created_at')->useCurrent();
        });
        DB::unprepared(
            <<<'SQL'
            ALTER TABLE watches ADD CONSTRAINT watches_state CHECK (state IN ('new', 'confirmed', 'rejected'));
            CREATE UNIQUE INDEX watches_once ON watches (workspace_id, listing_id, md5(url), variant) NULLS NOT DISTINCT;
            CREATE INDEX watches_of_listing ON watches (listing_id);
            CREATE INDEX watches_due ON watches (due_at) WHERE due_at IS NOT NULL AND asked_at IS NULL;
            CREATE INDEX watches_asked ON watches (asked_at) WHERE asked_at IS NOT NULL;
            CREATE INDEX watches_of_site ON watches (site_id, due_at);
            CREATE TABLE readings (
                id bigint GENERATED ALWAYS AS IDENTITY,
                workspace_id bigint NOT NULL,
                watch_id bigint NOT NULL,
                read_at timestamptz NOT NULL,
                verdict text NOT NULL,
                problem text,
                status smallint,
                bytes integer NOT NULL,
                milliseconds integer NOT NULL,
                redirects jsonb NOT NULL,
                document jsonb,
                page_hash char(64),
                PRIMARY KEY (id, read_at)
            ) PARTITION BY RANGE (read_at);
            CREATE INDEX readings_of_watch ON readings (watch_id, read_at);
            SELECT create_monthly_partition('readings', (now() AT TIME ZONE 'UTC' + make_interval(months => ahead))::date)
            FROM generate_series(0, 3) AS ahead;
            CREATE TABLE recipes (
                id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
                workspace_id bigint NOT NULL REFERENCES workspaces ON DELETE CASCADE,
                site_id bigint NOT NULL REFERENCES sites ON DELETE CASCADE,
                number integer NOT NULL,
                document jsonb NOT NULL,
                created_at timestamptz NOT NULL DEFAULT now(),
                created_by text,
                UNIQUE (site_id, number)
            );
            ALTER TABLE sites ADD COLUMN recipe_id bigint REFERENCES recipes ON DELETE SET NULL;
            CREATE TABLE stored_pages (
                workspace_id bigint NOT NULL REFERENCES workspaces ON DELETE CASCADE,
                hash char(64) NOT NULL,
                content_type text NOT NULL,
                body bytea NOT NULL,
                seen_at timestamptz NOT NULL,
                PRIMARY KEY (workspace_id, hash)
            );
            ALTER TABLE stored_pages ALTER COLUMN body SET STORAGE EXTERNAL;
            CREATE INDEX stored_pages_seen ON stored_pages (seen_at);
            ALTER TABLE workspaces ADD COLUMN robot_contact text;
            ALTER TABLE listing_markets ADD COLUMN web jsonb NOT NULL DEFAULT '[]';
            CREATE INDEX listing_markets_web ON listing_markets (listing_id) WHERE web <> '[]';
            ALTER TABLE rivals ALTER COLUMN channel_id DROP NOT NULL;
            CREATE UNIQUE INDEX rivals_of_the_web ON rivals (workspace_id, seller) WHERE channel_id IS NULL;
            SQL,
        );
    }

    public function down(): void
    {
        DB::unprepared(
            <<<'SQL'
            DELETE FROM rivals WHERE channel_id IS NULL;
            DROP INDEX rivals_of_the_web;
            ALTER TABLE rivals ALTER COLUMN channel_id SET NOT NULL;
            DROP INDEX listing_markets_web;
            ALTER TABLE listing_markets DROP COLUMN web;
            ALTER TABLE workspaces DROP COLUMN robot_contact;
            DROP TABLE stored_pages;
            ALTER TABLE sites DROP COLUMN recipe_id;
            DROP TABLE recipes;
            DROP TABLE readings;
            SQL,
        );
        Schema::drop('watches');
        Schema::drop('sites');
        Schema::drop('web_hosts');
    }
};
