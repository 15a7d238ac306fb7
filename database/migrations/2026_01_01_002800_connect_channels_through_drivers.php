<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * How a channel is reached is entered by the fields of its driver, and secrets are kept apart from what may be shown.
 */
return new class extends Migration
{
    private const DELIVERY_SECRETS = ['password', 'key'];

    public function up(): void
    {
        Schema::table('channels', function (Blueprint $table): void {
            $table->string('driver', 40)->default('quayside');
            $table->jsonb('settings')->default('{}');
            $table->text('secrets')->nullable();
            $table->text('orders_cursor')->nullable();
            $table->timestampTz('fetch_at', 3)->nullable()->index();
        });
        foreach (DB::table('channels')->orderBy('id')->get() as $channel) {
            $delivery = $channel->delivery === null ? [] : json_decode(Crypt::decryptString($channel->delivery), true, 4, JSON_THROW_ON_ERROR);
            $token = $channel->token === '' ? '' : Crypt::decryptString($channel->token);
            $settings = [
                'address' => $channel->base_url,
                'seller' => $channel->seller,
                'delivery' => $delivery['way'] ?? null,
                ...array_diff_key($delivery, ['way' => 1], array_flip(self::DELIVERY_SECRETS)),
            ];
            // Fingerprints were MD5; the server's key has to be confirmed once more.
            unset($settings['fingerprint']);
            $secrets = ['token' => $token, ...array_intersect_key($delivery, array_flip(self::DELIVERY_SECRETS))];
            DB::table('channels')->where('id', $channel->id)->update([
                'driver' => $channel->kind === 'marketplace' ? 'quayside' : $channel->kind,
                'settings' => json_encode((object) array_filter($settings), JSON_THROW_ON_ERROR),
                'secrets' => Crypt::encryptString(json_encode(array_filter($secrets), JSON_THROW_ON_ERROR)),
                'orders_cursor' => $channel->orders_after > 0 ? (string) $channel->orders_after : null,
            ]);
        }
        Schema::table('channels', fn (Blueprint $table) => $table->dropColumn(['kind', 'delivery', 'base_url', 'token', 'seller', 'orders_after']));
        DB::statement('ALTER TABLE channels ALTER COLUMN driver DROP DEFAULT');
        $this->createImports();
        DB::statement('ALTER TABLE market_notifications ADD COLUMN claimed_until timestamptz(6)');
        $this->createPendingDecisions();
    }

    public function down(): void
    {
        Schema::drop('pending_decisions');
        Schema::drop('channel_imports');
        DB::statement('ALTER TABLE market_notifications DROP COLUMN claimed_until');
        Schema::table('channels', function (Blueprint $table): void {
            $table->string('kind')->default('marketplace');
            $table->text('delivery')->nullable();
            $table->string('base_url')->default('');
            $table->text('token')->default('');
            $table->string('seller')->default('');
            $table->bigInteger('orders_after')->default(0);
        });
        foreach (DB::table('channels')->orderBy('id')->get() as $channel) {
            $settings = json_decode($channel->settings, true, 4, JSON_THROW_ON_ERROR);
            $secrets = $channel->secrets === null ? [] : json_decode(Crypt::decryptString($channel->secrets), true, 4, JSON_THROW_ON_ERROR);
            $delivery = array_diff_key([...$settings, ...$secrets], array_flip(['address', 'seller', 'token', 'delivery']));
            DB::table('channels')->where('id', $channel->id)->update([
                'kind' => in_array($channel->driver, ['shop', 'file', 'webhook'], true) ? $channel->driver : 'marketplace',
                'delivery' => isset($settings['delivery']) ? Crypt::encryptString(json_encode(['way' => $settings['delivery'], ...$delivery], JSON_THROW_ON_ERROR)) : null,
                'base_url' => $settings['address'] ?? '',
                'token' => Crypt::encryptString($secrets['token'] ?? ''),
                'seller' => $settings['seller'] ?? '',
                'orders_after' => ctype_digit((string) $channel->orders_cursor) ? (int) $channel->orders_cursor : 0,
            ]);
        }
        DB::statement("ALTER TABLE channels ADD CHECK (kind IN ('marketplace', 'shop', 'file', 'webhook'))");
        Schema::table('channels', fn (Blueprint $table) => $table->dropColumn(['driver', 'settings', 'secrets', 'orders_cursor', 'fetch_at']));
    }

    /** How far reading a channel has got: a row as long as one is under way, or has been given up. */
    private function createImports(): void
    {
        Schema::create('channel_imports', function (Blueprint $table): void {
            $table->foreignId('channel_id')->primary()->constrained()->cascadeOnDelete();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('step', 20);
            $table->text('cursor')->nullable();
            $table->integer('done')->default(0);
            $table->integer('total')->nullable();
            $table->boolean('is_first');
            $table->text('problem')->nullable();
            $table->timestampTz('due_at', 3);
            $table->timestampTz('started_at');
            $table->index('due_at');
        });
        DB::statement("ALTER TABLE channel_imports ADD CHECK (step IN ('subscribe', 'listings', 'offers', 'history'))");
    }

    /** Listings whose market was seen to change, until they have been decided on. */
    private function createPendingDecisions(): void
    {
        Schema::create('pending_decisions', function (Blueprint $table): void {
            $table->foreignId('listing_id')->primary()->constrained()->cascadeOnDelete();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->timestampTz('requested_at', 6);
            $table->integer('attempts')->default(0);
            $table->index(['workspace_id', 'requested_at']);
        });
    }
};
