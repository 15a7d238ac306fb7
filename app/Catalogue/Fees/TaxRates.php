<?php

declare(strict_types=1);

namespace App\Catalogue\Fees;

use App\Catalogue\Models\TaxRate;
use App\Support\Database\IdArray;
use Illuminate\Support\Facades\DB;

/** The tax of countries on a day; read once for many listings. */
final class TaxRates
{
    /**
     * Where shops commonly show prices without the tax, which is added when one pays; common practice, no source.
     */
    private const SHOWN_WITHOUT = ['CA', 'US'];

    /** @var array<string, array<string, string>>|null percent by country and category; that of everything else under '' */
    private ?array $percents = null;

    /** @param  string  $day  such as 2027-01-01 */
    public function __construct(private readonly string $day)
    {
    }

    /** Null where the country has none. */
    public function percent(?string $country, ?string $category): ?string
    {
        $own = $country === null ? [] : $this->percents()[$country] ?? [];

        return $own[$category ?? ''] ?? $own[''] ?? null;
    }

    /** Whether prices there are shown without tax, whatever the workspace does elsewhere. */
    public static function isShownWithout(?string $country): bool
    {
        return in_array($country, self::SHOWN_WITHOUT, true);
    }

    /**
     * @param  list<int>  $rateIds
     * @return list<int> listings on channels of their countries, in their categories
     */
    public static function listings(array $rateIds): array
    {
        $listings = DB::select(
            <<<'SQL'
            SELECT DISTINCT l.id
            FROM tax_rates t
            JOIN channels c ON c.workspace_id = t.workspace_id AND c.country = t.country
            JOIN listings l ON l.channel_id = c.id
            JOIN products p ON p.id = l.product_id AND (t.category IS NULL OR t.category = p.category)
            WHERE t.id = ANY(?)
            ORDER BY l.id
            SQL,
            [IdArray::of($rateIds)],
        );

        return array_map(intval(...), array_column($listings, 'id'));
    }

    /** @return array<string, array<string, string>> */
    private function percents(): array
    {
        if ($this->percents === null) {
            $this->percents = [];
            foreach (TaxRate::query()->where('valid_from', '<=', $this->day)->orderBy('valid_from')->get() as $rate) {
                $this->percents[$rate->country][$rate->category ?? ''] = $rate->percent;
            }
        }

        return $this->percents;
    }
}
