<?php

declare(strict_types=1);

namespace App\Channels\Http;

use App\Channels\ConnectionField;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'ConnectionField')]
final readonly class ConnectionFieldResource
{
    /**
     * @param  list<array{string, string}>  $options
     * @param  array{string, string}|null  $when
     */
    public function __construct(
        #[OA\Property] public string $name,
        #[OA\Property] public string $label,
        #[OA\Property(
            enum: [
                'text',
                'address',
                'host',
                'port',
                'email',
                'folder',
                'fingerprint',
                'choice',
                'secret',
                'secret_text',
            ],
        )]
        public string $type,
        #[OA\Property] public bool $is_required,
        #[OA\Property(
            description: 'Values and labels of a choice.',
            type: 'array',
            items: new OA\Items(type: 'array', items: new OA\Items(type: 'string')),
        )]
        public array $options,
        #[OA\Property(
            description: 'Name and value of the choice with which it is needed.',
            type: 'array',
            items: new OA\Items(type: 'string'),
            nullable: true,
        )]
        public ?array $when,
        #[OA\Property] public ?string $placeholder,
    ) {
    }

    public static function of(ConnectionField $field): self
    {
        return new self(
            $field->name,
            $field->label,
            $field->type->value,
            $field->isRequired && $field->unless === null,
            array_map(null, array_keys($field->options), array_values($field->options)),
            $field->when,
            $field->placeholder,
        );
    }
}
