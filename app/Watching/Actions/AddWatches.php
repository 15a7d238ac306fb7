<?php

declare(strict_types=1);

namespace App\Watching\Actions;

use App\Catalogue\Models\Listing;
use App\Channels\Models\Channel;
use App\Channels\Outgoing\AddressGuard;
use App\Channels\Outgoing\ForbiddenAddress;
use App\Channels\Outgoing\HostName;
use App\Channels\Outgoing\PageClient;
use App\Channels\Outgoing\UnknownHost;
use App\Channels\Outgoing\WebAddress;
use App\Market\Models\Rival;
use App\Support\Messages\Message;
use App\Watching\Jobs\ReadPagesJob;
use App\Watching\Models\Site;
use App\Watching\Models\Watch;
use App\Watching\Models\WebHost;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;

/** Begins watching a page for a listing; it is read at once. */
final readonly class AddWatches
{
    private const LONGEST_URL = 2_000;

    public function __construct(private AddressGuard $guard, private PageClient $client)
    {
    }

    /**
     * A web address as it will be asked for, of a host that there is.
     *
     * @throws ForbiddenAddress
     * @throws UnknownHost
     */
    public function address(string $url): WebAddress
    {
        $address = $this->spelled($url);
        $this->guard->addresses($address->host);

        return $address;
    }

    /**
     * A web address without what is after "#", as far as it can be judged without asking for its host.
     *
     * @throws ForbiddenAddress
     */
    public function spelled(string $url): WebAddress
    {
        $url = preg_replace('/#.*\z/s', '', trim($url)) ?? '';
        if (strlen($url) > self::LONGEST_URL) {
            throw new ForbiddenAddress(Message::of('address_too_long', most: self::LONGEST_URL));
        }
        $address = WebAddress::parse($url);
        $this->client->checkPort($address);
        if (HostName::isAddress($address->host)) {
            $this->guard->addresses($address->host);
        }
        if (self::isOwn($address->host)) {
            throw new ForbiddenAddress(Message::of('watch_own_shop', host: $address->host));
        }

        return $address;
    }

    /**
     * @param  Listing|null  $listing  null: it is proposed once the page has been read
     * @param  WebAddress  $address  as address() gives it
     * @param  array{variant?: string|null, note?: string|null, schedule: array<string, mixed>, active_until?: string|null}  $wanted
     *
     * @throws ValidationException if the page is watched for the listing already
     */
    public function add(int $workspaceId, ?Listing $listing, WebAddress $address, array $wanted): Watch
    {
        return DB::transaction(function () use ($workspaceId, $listing, $address, $wanted): Watch {
            $site = $this->site($workspaceId, $address->host);
            $same = [
                'listing_id' => $listing?->id,
                'url' => $address->url,
                'variant' => $wanted['variant'] ?? null,
            ];
            if (Watch::query()->where($same)->exists()) {
                throw ValidationException::withMessages(['url' => Message::of('watch_exists')]);
            }
            $watch = new Watch([...$wanted, ...$same, 'site_id' => $site->id]);
            $watch->due_at = CarbonImmutable::now();
            $watch->save();
            DB::afterCommit(fn () => ReadPagesJob::dispatch($workspaceId));

            return $watch;
        });
    }

    /** The shop of a host, which is known from then on. */
    public function site(int $workspaceId, string $host): Site
    {
        WebHost::query()->insertOrIgnore(['host' => $host, 'next_at' => now()]);
        Site::query()->insertOrIgnore(['workspace_id' => $workspaceId, 'host' => $host, 'name' => $host]);
        if (Rival::query()->whereNull('channel_id')->where('seller', $host)->doesntExist()) {
            Rival::query()->insertOrIgnore(['workspace_id' => $workspaceId, 'seller' => $host, 'name' => $host]);
        }

        return Site::query()->where('host', $host)->firstOrFail();
    }

    /** A shop of ours that prices are sent to, or one that a person said is ours. */
    private static function isOwn(string $host): bool
    {
        $addresses = Channel::query()->where('driver', 'shop')->get()->map(fn (Channel $channel) => $channel->settings['address'] ?? '');

        return $addresses->contains(fn (string $address) => parse_url($address, PHP_URL_HOST) === $host) ||
            Site::query()->where('host', $host)->where('is_own', true)->exists();
    }
}
