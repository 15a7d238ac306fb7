<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Catalogue\Imports\CostColumns;
use App\Catalogue\Imports\CsvFile;
use App\Catalogue\Models\Import;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Import')]
final readonly class ImportResource
{
    /**
     * @param  list<string>  $header
     * @param  array<string, int|null>  $columns
     * @param  list<list<string>>  $sample
     */
    public function __construct(
        #[OA\Property(format: 'uuid')] public string $id,
        #[OA\Property] public string $file_name,
        #[OA\Property(description: 'How the file was read.')] public string $read_as,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $header,
        #[OA\Property(description: 'Which column looks like which field.', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'integer', nullable: true))] public array $columns,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/SampleRow'))] public array $sample,
        #[OA\Property] public ?ImportResultResource $result,
    ) {
    }

    public static function of(Import $import, CsvFile $file): self
    {
        $sample = [];
        foreach ($file->rows() as $row) {
            $sample[] = $row;
            if (count($sample) === 3) {
                break;
            }
        }
        $separator = match ($file->delimiter) {
            ';' => 'semicolons',
            "\t" => 'tabs',
            default => 'commas',
        };

        return new self(
            $import->id, $import->file_name, "columns separated by {$separator}, {$file->encoding}", $file->header,
            CostColumns::guess($file->header), $sample, $import->result === null ? null : new ImportResultResource(...$import->result),
        );
    }
}
