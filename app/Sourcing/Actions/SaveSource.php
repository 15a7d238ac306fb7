<?php

declare(strict_types=1);

namespace App\Sourcing\Actions;

use App\Catalogue\Models\Listing;
use App\Sourcing\Models\ListingSource;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Conflict;
use App\Support\Messages\Message;
use App\Watching\Actions\PublishWebOffers;
use App\Watching\Models\Watch;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;

/** Ties a listing to the page that it is bought from, or unties it; the page is no rival of the listing meanwhile. */
final readonly class SaveSource
{
    public function __construct(private FollowSource $follow, private PublishWebOffers $publish)
    {
    }

    /**
     * It follows at once what was read last.
     *
     * @param  array<string, mixed>  $wanted  columns of the source
     * @param  int|null  $seen  the revision that was edited; null: whatever it is
     *
     * @throws Conflict if it was edited since
     * @throws ValidationException if the page is not one of the listing
     */
    public function save(Listing $listing, array $wanted, ?int $seen): ListingSource
    {
        return DB::transaction(function () use ($listing, $wanted, $seen): ListingSource {
            $watch = Watch::query()->where('listing_id', $listing->id)->find((int) $wanted['watch_id']);
            if ($watch === null) {
                throw ValidationException::withMessages(['watch_id' => Message::of('source_other_listing')]);
            }
            $source = ListingSource::query()->lockForUpdate()->where('listing_id', $listing->id)->first() ?? new ListingSource(['listing_id' => $listing->id]);
            $source->edit($wanted, $source->exists ? $seen : null);
            $source->save();
            Watch::query()->where('listing_id', $listing->id)->update(['is_source' => DB::raw('id = '.$watch->id)]);
            $this->publish->handle($listing->workspace_id, [$listing->id]);
            $this->follow->handle($listing->workspace_id, $watch->id);
            Announce::change($listing->workspace_id, Topic::Listings, [$listing->id]);

            return $source->refresh();
        });
    }

    public function remove(Listing $listing): void
    {
        DB::transaction(function () use ($listing): void {
            ListingSource::query()->where('listing_id', $listing->id)->delete();
            Watch::query()->where('listing_id', $listing->id)->update(['is_source' => false]);
            $this->publish->handle($listing->workspace_id, [$listing->id]);
            Announce::change($listing->workspace_id, Topic::Listings, [$listing->id]);
        });
    }
}
