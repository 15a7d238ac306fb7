<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('run_undos', function (Blueprint $table): void {
            $table->foreignId('run_id')->primary()->constrained()->cascadeOnDelete();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->boolean('pause');
            $table->bigInteger('last_change_id')->default(0);
            foreach (['total', 'withdrawn', 'returning', 'moved_on', 'left'] as $count) {
                $table->integer($count)->default(0);
            }
            $table->timestampTz('started_at');
            $table->timestampTz('advanced_at');
            $table->timestampTz('finished_at')->nullable();
        });
        DB::statement('CREATE INDEX run_undos_unfinished ON run_undos (advanced_at) WHERE finished_at IS NULL');
    }

    public function down(): void
    {
        Schema::drop('run_undos');
    }
};
