<?php

declare(strict_types=1);

namespace App\Market\Rivals;

use App\Catalogue\Models\Listing;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Insight\Breach;
use Wrasse\Core\Insight\BreachTrail;
use Wrasse\Core\Money\PriceMove;

/** Follows who asks less than the advertised minimum of a listing, or more than its recommended price, us included. */
final class ListingBreaches
{
    private const TIME = 'Y-m-d H:i:s.uP';

    private const US = '';

    /** @var array<string, BreachTrail> by kind */
    private array $trails = [];

    /**
     * @param  string  $ownCurrency  of the workspace: that of the minimum and of the recommended price, which are not converted
     */
    public function __construct(private readonly Listing $listing, string $ownCurrency)
    {
        $product = $listing->channel->currency === $ownCurrency ? $listing->product : null;
        $open = DB::table('price_breaches')
            ->where('workspace_id', $listing->workspace_id)
            ->where('listing_id', $listing->id)
            ->whereNull('ended_at')
            ->get()
            ->groupBy('kind');
        foreach (['minimum' => $product?->map_minor, 'maximum' => $product?->rrp_minor] as $kind => $limit) {
            if ($limit !== null || isset($open[$kind])) {
                $known = array_map(self::breach(...), ($open[$kind] ?? collect())->all());
                $this->trails[$kind] = new BreachTrail($limit, $kind === 'maximum', array_values($known));
            }
        }
    }

    /**
     * @param  int  $ours  our price without shipping, in minor units
     * @param  array<int, int>  $theirs  the same of rivals, by their ids
     */
    public function observe(CarbonImmutable $at, int $ours, array $theirs): void
    {
        $prices = [self::US => $ours];
        foreach ($theirs as $rival => $price) {
            $prices["r{$rival}"] = $price;
        }
        foreach ($this->trails as $trail) {
            $trail->observe($at->getTimestamp(), $prices);
        }
    }

    public function save(): void
    {
        $rows = [];
        foreach ($this->trails as $kind => $trail) {
            foreach ($trail->all() as $breach) {
                $rows[] = [
                    'workspace_id' => $this->listing->workspace_id,
                    'listing_id' => $this->listing->id,
                    'rival_id' => $breach->seller === self::US ? null : (int) substr($breach->seller, 1),
                    'kind' => $kind,
                    'limit_minor' => $breach->limit,
                    'began_at' => self::time($breach->began),
                    'ended_at' => $breach->ended === null ? null : self::time($breach->ended),
                    'worst_minor' => $breach->worst,
                    'worst_at' => self::time($breach->worstAt),
                    'worst_percent' => (new PriceMove($breach->limit, $breach->worst))->percent(),
                    'latest_minor' => $breach->latest,
                ];
            }
        }
        DB::table('price_breaches')->upsert(
            $rows,
            ['listing_id', 'kind', 'rival_id', 'began_at'],
            ['ended_at', 'worst_minor', 'worst_at', 'worst_percent', 'latest_minor'],
        );
    }

    private static function breach(object $row): Breach
    {
        $seconds = fn (string $time): int => CarbonImmutable::parse($time)->getTimestamp();

        return new Breach(
            $row->rival_id === null ? self::US : "r{$row->rival_id}",
            $row->limit_minor,
            $seconds($row->began_at),
            $row->worst_minor,
            $seconds($row->worst_at),
            $row->latest_minor,
        );
    }

    private static function time(int $seconds): string
    {
        return CarbonImmutable::createFromTimestampUTC($seconds)->format(self::TIME);
    }
}
