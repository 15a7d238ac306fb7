<?php

declare(strict_types=1);

namespace App\Alerts\Http;

use App\Alerts\Models\Alert;
use App\Alerts\Models\AlertScope;
use App\Alerts\Models\Cadence;
use OpenApi\Attributes as OA;

/** What someone wants to be told of. */
#[OA\Schema(schema: 'Alert')]
final readonly class AlertResource
{
    /**
     * @param  array<string, mixed>|null  $filter
     * @param  array<string, mixed>  $condition
     * @param  list<int>  $destinations
     */
    private function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public string $name,
        #[OA\Property(enum: AlertScope::class)] public string $scope,
        #[OA\Property(description: 'Of the listing, product, rule, rival, site or watch.')] public ?int $scope_id,
        #[OA\Property(description: 'Its name.')] public ?string $scope_name,
        /** @var array<string, mixed>|null */
        #[OA\Property(type: 'object', nullable: true, additionalProperties: true)] public ?array $filter,
        /** @var array<string, mixed> */
        #[OA\Property(type: 'object', additionalProperties: true)] public array $condition,
        #[OA\Property(description: 'Of the amounts in it, ISO 4217.')] public string $currency,
        #[OA\Property(enum: Cadence::class)] public string $cadence,
        #[OA\Property] public ?string $quiet_from,
        #[OA\Property] public ?string $quiet_to,
        #[OA\Property] public int $again_hours,
        #[OA\Property(format: 'date')] public ?string $active_until,
        #[OA\Property(format: 'date-time')] public ?string $muted_until,
        #[OA\Property] public bool $is_paused,
        /** @var list<int> */
        #[OA\Property(items: new OA\Items(type: 'integer'))] public array $destinations,
        #[OA\Property(description: 'Messages in the last 30 days.')] public int $told,
        #[OA\Property] public int $revision,
    ) {
    }

    public static function of(Alert $alert, int $told): self
    {
        [$id, $name] = match ($alert->scope) {
            AlertScope::Listing => [$alert->listing_id, $alert->listing?->title],
            AlertScope::Product => [$alert->product_id, $alert->product?->title],
            AlertScope::Rule => [$alert->rule_id, $alert->rule?->name],
            AlertScope::Rival => [$alert->rival_id, $alert->rival?->name],
            AlertScope::Site => [$alert->site_id, $alert->site?->name],
            AlertScope::Watch => [$alert->watch_id, $alert->watch?->url],
            AlertScope::All, AlertScope::Filter => [null, null],
        };

        return new self(
            $alert->id,
            $alert->name,
            $alert->scope->value,
            $id,
            $name,
            $alert->filter,
            $alert->condition,
            $alert->currency,
            $alert->cadence->value,
            $alert->quiet_from,
            $alert->quiet_to,
            $alert->again_hours,
            $alert->active_until,
            $alert->muted_until?->toRfc3339String(),
            $alert->is_paused,
            array_values($alert->destinations->modelKeys()),
            $told,
            $alert->revision,
        );
    }
}
