<?php

declare(strict_types=1);

namespace App\Pricing\PriceWars;

use App\Accounts\Models\Workspace;
use App\Catalogue\Events\Cause;
use App\Catalogue\Models\Listing;
use App\Catalogue\Prices\HandPriceTerm;
use App\Pricing\Actions\SetPrices;
use App\Pricing\Jobs\DecideListingsJob;
use App\Pricing\Models\PriceWar;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use Wrasse\Core\Insight\PriceWar as Pattern;

/**
 * Does something about a price war, for a while: stay where we are, go up and stay there, no longer look at that rival,
 * or leave it.
 */
final readonly class AnswerPriceWar
{
    public const ANSWERS = ['hold', 'step_up', 'ignore', 'leave'];

    public function __construct(private SetPrices $set)
    {
    }

    /**
     * @param  string  $answer  one of ANSWERS
     * @param  int  $hours  how long it holds
     *
     * @throws ValidationException if the price may not be set
     */
    public function handle(int $priceWarId, string $answer, int $hours, int $userId): PriceWar
    {
        return DB::transaction(function () use ($priceWarId, $answer, $hours, $userId): PriceWar {
            $priceWar = PriceWar::query()->lockForUpdate()->findOrFail($priceWarId);
            $listing = Listing::query()->lockForUpdate()->findOrFail($priceWar->listing_id);
            $priceWar->update([
                'answer' => $answer,
                'until' => now()->addHours($hours),
                'answered_at' => now(),
                'user_id' => $userId,
            ]);
            match ($answer) {
                'hold' => $this->set($listing, $listing->price_minor, $hours, $userId),
                'step_up' => $this->set(
                    $listing,
                    Pattern::stepUpTo(
                        $priceWar->own_from_minor,
                        $listing->shipping_minor,
                        $listing->floor_minor ?? 1,
                        $listing->ceiling_minor ?? PHP_INT_MAX,
                    ),
                    $hours,
                    $userId,
                ),
                default => DecideListingsJob::dispatch($listing->workspace_id, [$listing->id], Cause::Hand),
            };
            Announce::change($listing->workspace_id, Topic::Today);
            Announce::change($listing->workspace_id, Topic::Listings, [$listing->id]);

            return $priceWar;
        });
    }

    private function set(Listing $listing, int $price, int $hours, int $userId): void
    {
        $workspace = Workspace::query()->findOrFail($listing->workspace_id);
        $set = $this->set->set(
            $workspace,
            [$listing->id => $price],
            HandPriceTerm::hours($hours),
            $userId,
            recordRefused: false,
        );
        if ($set->refused !== []) {
            throw ValidationException::withMessages(['answer' => $set->refused[$listing->id]]);
        }
    }
}
