<?php

declare(strict_types=1);

namespace App\Alerts\Actions;

use App\Alerts\Destinations\DeliveryFailed;
use App\Alerts\Destinations\Senders;
use App\Alerts\Models\Alert;
use App\Alerts\Models\AlertDestination;
use App\Alerts\Models\AlertMessage;
use App\Alerts\Models\AlertNotice;
use App\Catalogue\Models\Listing;
use Carbon\CarbonImmutable;
use Illuminate\Support\Str;
use Wrasse\Core\Alert\Finding;
use Wrasse\Core\Alert\MarketMoment;
use Wrasse\Core\Alert\SeenOffer;
use Wrasse\Core\Money\Currency;

/** Sends an example to a destination, to see whether it arrives. */
final readonly class TryDestination
{
    private const NAME = 'An example';

    public function __construct(private Senders $senders)
    {
    }

    /** @throws DeliveryFailed */
    public function handle(AlertDestination $destination): void
    {
        $this->senders->of($destination->kind)->send($destination, [self::example($destination->workspace_id)], (string) Str::uuid());
    }

    private static function example(int $workspaceId): AlertMessage
    {
        $now = CarbonImmutable::now();
        $moment = new MarketMoment($now->getTimestamp(), 2_490, [], [new SeenOffer('rival', 2_290, true)], false);
        $notice = AlertNotice::about(
            [new Finding('price_down', true, 'rival', 2_450, 2_290)],
            $moment,
            Currency::of('EUR'),
            ['rival' => 'An invented rival'],
        );
        $message = (new AlertMessage())->forceFill([
            'id' => 0,
            'workspace_id' => $workspaceId,
            'alert_id' => 0,
            'listing_id' => 0,
            'document' => $notice->document(),
            'happened_at' => $now,
        ]);

        return $message
            ->setRelation('alert', (new Alert())->forceFill(['id' => 0, 'name' => self::NAME]))
            ->setRelation('listing', (new Listing())->forceFill(['id' => 0, 'sku' => '-', 'title' => self::NAME]));
    }
}
