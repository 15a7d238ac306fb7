<?php

declare(strict_types=1);

namespace App\Alerts\Http;

use App\Alerts\Models\Alert;
use App\Alerts\Models\AlertDestination;
use App\Alerts\Models\AlertScope;
use App\Alerts\Models\Cadence;
use App\Catalogue\Listings\ListingFilter;
use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Product;
use App\Market\Models\Rival;
use App\Pricing\Models\Rule;
use App\Support\Http\DocumentField;
use App\Support\Http\IdList;
use App\Support\Http\KnownCurrency;
use App\Support\Messages\Message;
use App\Support\Schedule\HoursOfDay;
use App\Watching\Models\Site;
use App\Watching\Models\Watch;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule as ValidationRule;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;
use Wrasse\Core\Document\AlertReader;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Money\Currency;

/** What is said of an alert when it is made, changed or tried out. */
#[OA\Schema(
    schema: 'AlertFields',
    required: [],
    properties: [
        new OA\Property(property: 'name', type: 'string', maxLength: 255),
        new OA\Property(property: 'scope', type: 'string', enum: AlertScope::class),
        new OA\Property(property: 'scope_id', description: 'Of the listing, product, rule, rival, site or watch.', type: 'integer', nullable: true),
        new OA\Property(property: 'filter', description: 'With scope “filter”: as listings are filtered by.', type: 'object', nullable: true, additionalProperties: true),
        new OA\Property(
            property: 'condition',
            description: 'Such as {"kind": "any", "conditions": [{"kind": "buy_box", "change": "lost"}, {"kind": "price_moved", "whose": "lowest", "direction": "down", "percent": "5"}]}.',
            type: 'object',
            additionalProperties: true,
        ),
        new OA\Property(property: 'currency', description: 'Of the amounts in it, ISO 4217.', type: 'string'),
        new OA\Property(property: 'cadence', type: 'string', enum: Cadence::class),
        new OA\Property(property: 'quiet_from', description: 'Such as 22:00, where the workspace is; nothing is sent from then.', type: 'string', nullable: true),
        new OA\Property(property: 'quiet_to', description: 'Until then.', type: 'string', nullable: true),
        new OA\Property(property: 'again_hours', description: 'Of one listing nothing is told again for so long.', type: 'integer', maximum: 720, minimum: 0),
        new OA\Property(property: 'active_until', type: 'string', format: 'date', nullable: true),
        new OA\Property(property: 'muted_until', type: 'string', format: 'date-time', nullable: true),
        new OA\Property(property: 'is_paused', type: 'boolean'),
        new OA\Property(property: 'destinations', description: 'Ids. It is always told in the application.', type: 'array', items: new OA\Items(type: 'integer')),
        new OA\Property(property: 'revision', description: 'The one that was edited.', type: 'integer'),
    ],
)]
final readonly class AlertFields
{
    private const LONGEST_AGAIN_HOURS = 720;

    private const MOST_DESTINATIONS = 20;

    /**
     * @param  array<string, mixed>  $columns
     * @param  list<int>|null  $destinations  null: as they were
     */
    private function __construct(public array $columns, public ?array $destinations, public ?int $revision)
    {
    }

    /** @throws ValidationException */
    public static function of(Request $request, ?Alert $known): self
    {
        $needed = $known === null ? 'required' : 'sometimes';
        $given = $request->validate([
            'name' => [$needed, 'string', 'max:255'],
            'scope' => [$needed, ValidationRule::enum(AlertScope::class)],
            'scope_id' => ['sometimes', 'nullable', 'integer'],
            'filter' => ['sometimes', 'nullable', 'array'],
            ...ListingFilter::rules('filter.'),
            'condition' => [$needed, 'array'],
            'currency' => ['bail', $needed, 'string', new KnownCurrency()],
            'cadence' => ['sometimes', ValidationRule::enum(Cadence::class)],
            'quiet_from' => ['sometimes', 'nullable', 'required_with:quiet_to', 'regex:'.HoursOfDay::TIME],
            'quiet_to' => ['sometimes', 'nullable', 'required_with:quiet_from', 'regex:'.HoursOfDay::TIME, 'different:quiet_from'],
            'again_hours' => ['sometimes', 'integer', 'min:0', 'max:'.self::LONGEST_AGAIN_HOURS],
            'active_until' => ['sometimes', 'nullable', 'date_format:Y-m-d'],
            'muted_until' => ['sometimes', 'nullable', 'date'],
            'is_paused' => ['sometimes', 'boolean'],
            'destinations' => ['sometimes', new IdList(self::MOST_DESTINATIONS)],
            'revision' => ['sometimes', 'integer'],
        ]);
        $columns = array_diff_key($given, array_flip(['scope_id', 'destinations', 'revision', 'filter']));
        if (isset($given['scope'])) {
            $columns = [...$columns, ...self::scope(AlertScope::from($given['scope']), $given)];
        }
        $currency = (string) ($columns['currency'] ?? $known?->currency);
        if (isset($given['condition']) || isset($given['currency'])) {
            $condition = $given['condition'] ?? $known->condition ?? [];
            DocumentField::check(fn () => (new AlertReader(Currency::of($currency)))->read(Node::of(['condition' => $condition])->at('condition')));
        }

        return new self($columns, isset($given['destinations']) ? self::destinations($given['destinations']) : null, $given['revision'] ?? null);
    }

    /**
     * @param  array<string, mixed>  $given
     * @return array<string, mixed> columns
     */
    private static function scope(AlertScope $scope, array $given): array
    {
        $id = $given['scope_id'] ?? null;
        $exists = match ($scope) {
            AlertScope::Listing => Listing::query()->whereKey($id)->exists(),
            AlertScope::Product => Product::query()->whereKey($id)->exists(),
            AlertScope::Rule => Rule::query()->whereKey($id)->exists(),
            AlertScope::Rival => Rival::query()->whereKey($id)->exists(),
            AlertScope::Site => Site::query()->whereKey($id)->exists(),
            AlertScope::Watch => Watch::query()->whereKey($id)->whereNotNull('listing_id')->exists(),
            AlertScope::All, AlertScope::Filter => true,
        };
        if (! $exists) {
            throw ValidationException::withMessages(['scope_id' => Message::of('alert_scope_missing')]);
        }

        return [
            'listing_id' => $scope === AlertScope::Listing ? $id : null,
            'product_id' => $scope === AlertScope::Product ? $id : null,
            'rule_id' => $scope === AlertScope::Rule ? $id : null,
            'rival_id' => $scope === AlertScope::Rival ? $id : null,
            'site_id' => $scope === AlertScope::Site ? $id : null,
            'watch_id' => $scope === AlertScope::Watch ? $id : null,
            'filter' => $scope === AlertScope::Filter ? (array) ($given['filter'] ?? []) : null,
        ];
    }

    /**
     * @param  list<int>  $ids
     * @return list<int>
     */
    private static function destinations(array $ids): array
    {
        $known = AlertDestination::query()->whereIn('id', $ids)->pluck('id')->all();
        if (count($known) !== count(array_unique($ids))) {
            throw ValidationException::withMessages(['destinations' => Message::of('alert_destination_missing')]);
        }

        return $known;
    }
}
