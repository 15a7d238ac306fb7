<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use App\Catalogue\Listings\ListingFilter;
use OpenApi\Attributes as OA;

/** What can be said of a rule besides its document: when it looks, and on which listings. */
#[OA\Schema(
    schema: 'RuleTimes',
    properties: [
        new OA\Property(
            property: 'on_market',
            description: 'Whether it looks whenever the market moves.',
            type: 'boolean',
        ),
        new OA\Property(
            property: 'at',
            description: 'Times of day.',
            type: 'array',
            items: new OA\Items(type: 'string', example: '08:30'),
        ),
        new OA\Property(
            property: 'weekdays',
            description: '1 is Monday; prices move on these days only.',
            type: 'array',
            items: new OA\Items(type: 'integer', maximum: 7, minimum: 1),
        ),
        new OA\Property(property: 'time_zone', type: 'string', example: 'Europe/Berlin'),
        new OA\Property(
            property: 'from',
            description: 'Prices move only from here …',
            type: 'string',
            nullable: true,
        ),
        new OA\Property(
            property: 'to',
            description: '… to here, over midnight where it is the earlier one.',
            type: 'string',
            nullable: true,
        ),
        new OA\Property(
            property: 'until',
            description: 'The last day.',
            type: 'string',
            format: 'date',
            nullable: true,
        ),
    ],
)]
#[OA\Schema(
    schema: 'RuleSettings',
    properties: [
        new OA\Property(property: 'every_minutes', type: 'integer', nullable: true, maximum: 10080, minimum: 1),
        new OA\Property(property: 'times', ref: '#/components/schemas/RuleTimes'),
        new OA\Property(
            property: 'stale_minutes',
            description: 'A market seen longer ago is not acted on.',
            type: 'integer',
            maximum: 525600,
            minimum: 1,
        ),
        new OA\Property(
            property: 'when_changed_elsewhere',
            description: 'Whether a price that someone set past us is put right, or left and the listing paused.',
            type: 'string',
            enum: ['put_back', 'adopt'],
        ),
        new OA\Property(
            property: 'assigned',
            description: 'All that this finds are kept on it, except those put elsewhere by hand.',
            ref: '#/components/schemas/ListingFilter',
            nullable: true,
        ),
        new OA\Property(
            property: 'priority',
            description: 'Of several that find a listing the highest has it.',
            type: 'integer',
            maximum: 1000,
            minimum: -1000,
        ),
        new OA\Property(
            property: 'default_channel_id',
            description: 'Whose listings it has that no other has.',
            type: 'integer',
            nullable: true,
        ),
        new OA\Property(
            property: 'only_listings',
            description: 'So many are repriced, the others held back to compare.',
            type: 'integer',
            nullable: true,
            minimum: 1,
        ),
        new OA\Property(property: 'only_percent', type: 'integer', nullable: true, maximum: 99, minimum: 1),
    ],
)]
final readonly class RuleSettingsSchema
{
    /** @return array<string, list<mixed>> */
    public static function rules(): array
    {
        return [
            'every_minutes' => ['sometimes', 'nullable', 'integer', 'min:1', 'max:10080'],
            'times' => ['sometimes', 'array'],
            'stale_minutes' => ['sometimes', 'integer', 'min:1', 'max:525600'],
            'when_changed_elsewhere' => ['sometimes', 'in:put_back,adopt'],
            'assigned' => ['sometimes', 'nullable', 'array', 'min:1'],
            ...ListingFilter::rules('assigned.'),
            'priority' => ['sometimes', 'integer', 'between:-1000,1000'],
            'default_channel_id' => ['sometimes', 'nullable', 'integer'],
            'only_listings' => ['sometimes', 'nullable', 'integer', 'min:1', 'max:1000000', 'prohibits:only_percent'],
            'only_percent' => ['sometimes', 'nullable', 'integer', 'between:1,99'],
        ];
    }
}
