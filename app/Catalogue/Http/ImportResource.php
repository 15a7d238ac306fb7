<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Catalogue\Imports\ImportColumns;
use App\Catalogue\Models\Import;
use App\Catalogue\Models\ImportMapping;
use App\Support\Messages\Message;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Import')]
final readonly class ImportResource
{
    private const SAMPLE = 3;

    /**
     * @param  list<string>  $header
     * @param  array<string, int|null>  $columns
     * @param  array<string, array<string, int|null>>  $remembered
     * @param  list<list<string>>  $sample
     */
    public function __construct(
        #[OA\Property(format: 'uuid')] public string $id,
        #[OA\Property] public string $file_name,
        #[OA\Property(
            description: 'How the file was read.',
            ref: '#/components/schemas/Message',
        )]
        public Message $read_as,
        #[OA\Property(description: 'How many rows there are below the header.')] public int $rows,
        #[OA\Property(
            description: 'The decimal separator, as the figures show it.',
            nullable: true,
            enum: ['.', ','],
        )]
        public ?string $decimal,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $header,
        #[OA\Property(
            description: 'Which column looks like which field.',
            type: 'object',
            ref: '#/components/schemas/ImportColumns',
        )]
        public array $columns,
        #[OA\Property(description: 'Whose file it looks like, from the files taken in before.')]
        public ?string $supplier,
        #[OA\Property(
            description: 'What the columns hold if it is this supplier’s file.',
            type: 'object',
            additionalProperties: new OA\AdditionalProperties(ref: '#/components/schemas/ImportColumns'),
        )]
        public array $remembered,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/SampleRow'))] public array $sample,
    ) {
    }

    public static function of(Import $import): self
    {
        $layout = $import->layout;
        $sample = [];
        foreach ($import->file()->rows() as $row) {
            $sample[] = $row;
            if (count($sample) === self::SAMPLE) {
                break;
            }
        }
        $remembered = [];
        $supplier = null;
        foreach (ImportMapping::query()->orderBy('updated_at')->get() as $mapping) {
            if (array_diff($mapping->columns, $layout['header']) === []) {
                $supplier = $mapping->supplier;
                $remembered[$supplier] = ImportColumns::guess($layout['header'], $mapping->columns);
            }
        }

        return new self(
            $import->id,
            $import->file_name,
            isset($layout['sheet'])
                ? Message::of('import_read_sheet', sheet: $layout['sheet'])
                : Message::of(
                    'import_read_columns',
                    separator: match ($layout['delimiter']) {
                        ';' => 'semicolon',
                        "\t" => 'tab',
                        default => 'comma',
                    },
                    encoding: $layout['encoding'],
                ),
            $layout['rows'],
            $layout['decimal'],
            $layout['header'],
            $supplier === null ? ImportColumns::guess($layout['header']) : $remembered[$supplier],
            $supplier,
            $remembered,
            $sample,
        );
    }
}
