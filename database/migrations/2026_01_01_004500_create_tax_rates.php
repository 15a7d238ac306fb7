<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** What a country takes of a sale, of everything or of a category, from a day on. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('tax_rates', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('workspace_id')->constrained()->cascadeOnDelete();
            $table->char('country', 2);
            $table->string('category')->nullable();
            $table->decimal('percent', 7, 4);
            $table->date('valid_from');
            $table->timestampTz('taken_at')->nullable();
            $table->timestampTz('created_at')->useCurrent();
        });
        DB::statement('ALTER TABLE tax_rates ADD CONSTRAINT tax_rates_percent CHECK (percent BETWEEN 0 AND 100)');
        DB::statement(
            <<<'SQL'
            CREATE UNIQUE INDEX tax_rates_one_a_day
            ON tax_rates (workspace_id, country, category, valid_from) NULLS NOT DISTINCT
            SQL,
        );
        DB::statement('CREATE INDEX tax_rates_to_come ON tax_rates (valid_from) WHERE taken_at IS NULL');
    }

    public function down(): void
    {
        Schema::drop('tax_rates');
    }
};
