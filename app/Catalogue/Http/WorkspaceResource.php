<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Accounts\Models\Notation;
use App\Accounts\Models\Repricing;
use App\Accounts\Models\Workspace;
use App\Support\Messages\Message;
use OpenApi\Attributes as OA;
use Wrasse\Core\Money\Percent;

#[OA\Schema(schema: 'Workspace')]
final readonly class WorkspaceResource
{
    /**
     * @param  array{from: string, to: string, time_zone?: string}|null  $freeze
     * @param  array<string, mixed>  $limits
     */
    public function __construct(
        #[OA\Property] public string $name,
        #[OA\Property] public string $currency,
        #[OA\Property] public string $tax_percent,
        #[OA\Property] public bool $tax_included,
        #[OA\Property(enum: ['running', 'rules_paused', 'stopped'])] public string $repricing,
        #[OA\Property(description: 'Whether repricing is running.', deprecated: true)] public bool $repricing_on,
        #[OA\Property(description: 'In which hours, days and dates are meant.')] public string $time_zone,
        #[OA\Property(
            description: 'How figures, days and times are written, as BCP 47 names it.',
            type: 'string',
            enum: Notation::class,
        )]
        public string $locale,
        #[OA\Property(
            description: 'What ends a price set by hand, where nothing else is said.',
            enum: ['market', 'hours', 'released'],
        )]
        public string $hand_price_stands,
        #[OA\Property] public int $hand_price_hours,
        #[OA\Property(description: 'A bulk change that moves a floor by more percent than this asks first.')]
        public string $floor_alarm_percent,
        #[OA\Property(description: 'A run waits for a person if it would move more than this part of its listings …')]
        public string $brake_listings_percent,
        #[OA\Property(description: '… by more than this part of their price.')] public string $brake_move_percent,
        #[OA\Property(description: 'Put on top of costs that are converted.')] public string $rate_margin_percent,
        #[OA\Property(description: 'A rate holds until another is further from it than this.')]
        public string $rate_step_percent,
        #[OA\Property(description: 'Rates that were published longer ago are old …')] public int $rate_days,
        #[OA\Property(description: '… and then costs are converted all the same, or not at all.', enum: ['warn', 'block'])]
        public string $old_rates,
        #[OA\Property(description: 'Where a file of rates is fetched from twice a day.')] public ?string $rates_address,
        #[OA\Property(format: 'date-time')] public ?string $rates_fetched_at,
        #[OA\Property(
            description: 'Why the last look there brought nothing.',
            ref: '#/components/schemas/Message',
            nullable: true,
        )]
        public ?Message $rates_problem,
        #[OA\Property(
            type: 'object',
            ref: '#/components/schemas/FreezeHours',
            description: 'Hours in which no price is sent.',
            nullable: true,
        )]
        public ?array $freeze,
        #[OA\Property(type: 'object', ref: '#/components/schemas/Limits')] public array $limits,
        #[OA\Property(description: 'Counts edits: sent back with the next one, it tells whether someone was faster.')]
        public int $revision,
    ) {
    }

    public static function of(Workspace $workspace): self
    {
        return new self(
            $workspace->name,
            $workspace->currency,
            (string) Percent::parse($workspace->tax_percent),
            $workspace->tax_included,
            $workspace->repricing->value,
            $workspace->repricing === Repricing::Running,
            $workspace->time_zone,
            $workspace->locale->value,
            $workspace->hand_price_stands->value,
            $workspace->hand_price_hours,
            (string) Percent::parse($workspace->floor_alarm_percent),
            (string) Percent::parse($workspace->brake_listings_percent),
            (string) Percent::parse($workspace->brake_move_percent),
            (string) Percent::parse($workspace->rate_margin_percent),
            (string) Percent::parse($workspace->rate_step_percent),
            $workspace->rate_days,
            $workspace->old_rates->value,
            $workspace->rates_address,
            $workspace->rates_fetched_at?->toIso8601ZuluString(),
            $workspace->rates_problem,
            $workspace->quietHours() === null ? null : $workspace->freeze,
            $workspace->limits,
            $workspace->revision,
        );
    }
}
