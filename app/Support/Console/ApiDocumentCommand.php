<?php

declare(strict_types=1);

namespace App\Support\Console;

use App\Support\OpenApi\ApiDocument;
use Illuminate\Console\Command;
use Wrasse\Core\Trail\Phrase;

final class ApiDocumentCommand extends Command
{
    protected $signature = 'api:document';

    protected $description = 'Write docs/openapi.json, and what the why says in English, from the code';

    public function handle(): int
    {
        file_put_contents(base_path('docs/openapi.json'), ApiDocument::json());
        file_put_contents(resource_path('js/messages/en/why.json'), self::phrases());

        return self::SUCCESS;
    }

    /** The English catalogue of what the why can say, for the interface. */
    public static function phrases(): string
    {
        return json_encode(
            Phrase::catalogue(),
            JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
        )."\n";
    }
}
