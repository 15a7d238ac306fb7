<?php

declare(strict_types=1);

namespace App\Support\Console;

use App\Support\OpenApi\ApiDocument;
use Illuminate\Console\Command;

final class ApiDocumentCommand extends Command
{
    protected $signature = 'api:document';

    protected $description = 'Write docs/openapi.json from the code';

    public function handle(): int
    {
        file_put_contents(base_path('docs/openapi.json'), ApiDocument::json());

        return self::SUCCESS;
    }
}
