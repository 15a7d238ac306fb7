<?php

declare(strict_types=1);

namespace App\Channels\Http;

use App\Channels\ConnectionField;
use App\Support\Messages\Message;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'ConnectionField')]
final readonly class ConnectionFieldResource
{
    /**
     * @param  list<array{value: string, label: Message}>  $options
     * @param  array{string, string}|null  $when
     */
    public function __construct(
        #[OA\Property] public string $name,
        #[OA\Property(ref: '#/components/schemas/Message')] public Message $label,
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
            items: new OA\Items(
                required: ['value', 'label'],
                properties: [
                    new OA\Property(property: 'value', type: 'string'),
                    new OA\Property(property: 'label', ref: '#/components/schemas/Message'),
                ],
                type: 'object',
            ),
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
            array_map(
                fn (string $value, Message $label) => ['value' => $value, 'label' => $label],
                array_keys($field->options),
                $field->options,
            ),
            $field->when,
            $field->placeholder,
        );
    }
}
