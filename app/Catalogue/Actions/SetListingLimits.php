<?php

declare(strict_types=1);

namespace App\Catalogue\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Events\Cause;
use App\Catalogue\Events\ListingsTouched;
use App\Catalogue\Limits\OwnLimits;
use App\Catalogue\Models\Listing;
use App\Support\Http\AmountField;
use App\Support\Messages\Conflict;
use App\Support\Messages\Message;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use Wrasse\Core\Money\Currency;

/** Sets floor and ceiling of one listing by hand, as they were typed; an empty text takes the hand-set one away. */
final readonly class SetListingLimits
{
    /**
     * @param  array{floor?: string|null, ceiling?: string|null, automation_on?: bool}  $wanted
     * @param  int  $version  the version that was edited
     *
     * @throws ValidationException if an amount cannot be read or the floor is above the ceiling
     * @throws Conflict if the listing was changed since
     */
    public function handle(Workspace $workspace, int $listingId, array $wanted, int $version): Listing
    {
        return DB::transaction(function () use ($workspace, $listingId, $wanted, $version): Listing {
            $listing = Listing::query()->lockForUpdate()->findOrFail($listingId);
            if ($listing->version !== $version) {
                throw new Conflict(
                    Message::of('conflict_listing'),
                );
            }
            $limits = $listing->limits;
            $money = Currency::of($listing->channel->currency);
            foreach (['floor', 'ceiling'] as $side) {
                if (array_key_exists($side, $wanted)) {
                    $amount = $this->amount($money, $side, (string) $wanted[$side]);
                    $limits = OwnLimits::with(
                        $limits,
                        $side,
                        'amount',
                        $amount === null ? null : ['kind' => 'amount', 'amount' => $amount],
                    );
                }
            }
            $this->checkOrder($money, $limits);
            $listing
                ->fill([
                    'limits' => $limits,
                    'automation_on' => $wanted['automation_on'] ?? $listing->automation_on,
                    'version' => $version + 1,
                ])
                ->save();
            event(new ListingsTouched($workspace->id, [$listing->id], Cause::Limits));

            return $listing;
        });
    }

    private function amount(Currency $money, string $side, string $text): ?string
    {
        if (trim($text) === '') {
            return null;
        }
        $minor = AmountField::read($side, $text, $money);
        if ($minor === 0) {
            throw ValidationException::withMessages([
                $side => Message::of('limit_too_low', side: $side, least: $money->format(1)),
            ]);
        }

        return $money->format($minor);
    }

    /** @param  array{floor: list<array<string, string>>, ceiling: list<array<string, string>>}  $limits */
    private function checkOrder(Currency $money, array $limits): void
    {
        $contradiction = OwnLimits::contradiction($limits, $money);
        if ($contradiction !== null) {
            [$floor, $ceiling] = $contradiction;
            throw ValidationException::withMessages(['floor' => Message::of(
                'limits_contradict',
                floor: $floor,
                ceiling: $ceiling,
            )]);
        }
    }
}
