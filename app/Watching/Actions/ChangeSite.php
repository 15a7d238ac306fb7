<?php

declare(strict_types=1);

namespace App\Watching\Actions;

use App\Market\Models\Rival;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Conflict;
use App\Watching\Jobs\ReadPagesJob;
use App\Watching\Models\Site;
use App\Watching\Models\Watch;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** Changes how a site is asked and what is said of it; listings are decided on with its new terms. */
final readonly class ChangeSite
{
    private const AT_ONCE = 200;

    public function __construct(private PublishWebOffers $publish)
    {
    }

    /**
     * @param  array<string, mixed>  $wanted  columns
     * @param  bool|null  $isPaused  null: as it was
     * @param  int|null  $seen  the revision that was edited; null: whatever it is
     *
     * @throws Conflict if it was changed since
     */
    public function handle(int $siteId, array $wanted, ?bool $isPaused, ?int $seen): Site
    {
        return DB::transaction(function () use ($siteId, $wanted, $isPaused, $seen): Site {
            $site = Site::query()->lockForUpdate()->findOrFail($siteId);
            $isOtherProxy = array_key_exists('proxy_address', $wanted) && $wanted['proxy_address'] !== $site->proxy_address;
            // What one proxy was told is not told another.
            $site->edit([...$isOtherProxy ? ['proxy_user' => null, 'proxy_password' => null] : [], ...$wanted], $seen);
            if ($isPaused !== null && $isPaused !== ($site->paused_at !== null)) {
                $site->paused_at = $isPaused ? CarbonImmutable::now() : null;
                $site->paused_because = null;
                $site->refusals = 0;
            }
            $site->save();
            Rival::query()->whereNull('channel_id')->where('seller', $site->host)->update(['name' => $site->name]);
            $listings = Watch::query()->where('site_id', $site->id)->whereNotNull('listing_id')->orderBy('listing_id')->distinct()->pluck('listing_id');
            foreach ($listings->chunk(self::AT_ONCE) as $some) {
                $this->publish->handle($site->workspace_id, array_values($some->all()));
            }
            Announce::change($site->workspace_id, Topic::Watches);
            DB::afterCommit(fn () => ReadPagesJob::dispatch($site->workspace_id));

            return $site;
        });
    }
}
