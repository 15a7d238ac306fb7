<?php

declare(strict_types=1);

namespace App\Screens\Reports;

use App\Accounts\Models\Workspace;
use App\Catalogue\Currencies\OwnCurrency;
use App\Screens\Positions\PositionQuery;
use Carbon\CarbonImmutable;
use Illuminate\Database\Query\Builder;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use OpenApi\Attributes as OA;
use stdClass;
use Wrasse\Core\Money\Currency;

/** Of which days and listings a report speaks. Days are those where the workspace is. */
#[OA\Parameter(parameter: 'report_from', name: 'from', in: 'query', description: 'The first day; left out: 30 days up to the last. 366 days at most.', schema: new OA\Schema(type: 'string', format: 'date'))]
#[OA\Parameter(parameter: 'report_to', name: 'to', in: 'query', description: 'The last day; left out: today.', schema: new OA\Schema(type: 'string', format: 'date'))]
#[OA\Parameter(parameter: 'report_channel', name: 'channel', in: 'query', schema: new OA\Schema(type: 'integer'))]
#[OA\Parameter(parameter: 'report_brand', name: 'brand', in: 'query', schema: new OA\Schema(type: 'string'))]
#[OA\Parameter(parameter: 'report_category', name: 'category', in: 'query', schema: new OA\Schema(type: 'string'))]
#[OA\Parameter(parameter: 'report_window', name: 'window', in: 'query', description: 'So many days before and after a change are compared; 7 unless said.', schema: new OA\Schema(type: 'integer', maximum: 28, minimum: 1))]
final readonly class ReportScope
{
    public const LONGEST_DAYS = 366;

    private const USUAL_DAYS = 30;

    /** Of single listings and cases; files have them all. */
    private const SHOWN_ROWS = 200;

    private const DAY = 'Y-m-d';

    private const MOMENT = 'Y-m-d H:i:sP';

    /** So many days before and after a change are compared. */
    public int $window;

    public CarbonImmutable $from;

    public CarbonImmutable $to;

    public OwnCurrency $own;

    /**
     * @param  array<string, mixed>  $wanted  checked by rules()
     * @param  int  $rows  of single listings and cases at most
     */
    public function __construct(public Workspace $workspace, private array $wanted, public int $rows = self::SHOWN_ROWS)
    {
        $today = CarbonImmutable::now($workspace->time_zone)->startOfDay();
        $to = isset($wanted['to']) ? CarbonImmutable::parse($wanted['to'], $workspace->time_zone)->startOfDay() : $today;
        $this->to = $to->min($today);
        $from = isset($wanted['from'])
            ? CarbonImmutable::parse($wanted['from'], $workspace->time_zone)->startOfDay()
            : $this->to->subDays(self::USUAL_DAYS - 1);
        $this->from = $from->max($this->to->subDays(self::LONGEST_DAYS - 1))->min($this->to);
        $this->window = (int) ($wanted['window'] ?? 7);
        $this->own = new OwnCurrency($workspace);
    }

    /** @return array<string, list<mixed>> */
    public static function rules(Request $request): array
    {
        return [
            'from' => ['nullable', 'date_format:Y-m-d'],
            'to' => ['nullable', 'date_format:Y-m-d', ...($request->filled('from') ? ['after_or_equal:from'] : [])],
            'channel' => ['nullable', 'integer'],
            'brand' => ['nullable', 'string', 'max:255'],
            'category' => ['nullable', 'string', 'max:255'],
            'window' => ['nullable', 'integer', 'between:1,28'],
        ];
    }

    public function currency(): Currency
    {
        return $this->own->currency;
    }

    public function money(?int $minor): ?string
    {
        return $minor === null ? null : $this->currency()->format($minor);
    }

    public function fromDay(): string
    {
        return $this->from->format(self::DAY);
    }

    public function toDay(): string
    {
        return $this->to->format(self::DAY);
    }

    /** As the database is told it, with its zone. */
    public static function moment(CarbonImmutable $moment): string
    {
        return $moment->format(self::MOMENT);
    }

    /** The moment at which the first day begins, for the database. */
    public function begins(): string
    {
        return self::moment($this->from);
    }

    /** The moment at which the day after the last begins, for the database. */
    public function ends(): string
    {
        return self::moment($this->to->addDay());
    }

    /** How many days there are. */
    public function days(): int
    {
        return (int) $this->from->diffInDays($this->to) + 1;
    }

    /** How listings stood, as PositionQuery adds it up. */
    public function positions(): Builder
    {
        return PositionQuery::of($this->workspace->id)
            ->whereBetween('day', [$this->fromDay(), $this->toDay()])
            ->when(isset($this->wanted['channel']), fn (Builder $query) => $query->where('position_days.channel_id', $this->wanted['channel']))
            ->when(isset($this->wanted['brand']), fn (Builder $query) => $query->where('position_days.brand', $this->wanted['brand']))
            ->when(isset($this->wanted['category']), fn (Builder $query) => $query->where('position_days.category', $this->wanted['category']));
    }

    /** @return list<stdClass> the same of each day that was kept, the oldest first */
    public function positionsByDay(): array
    {
        return array_values($this->positions()->addSelect('day')->groupBy('day')->orderBy('day')->get()->all());
    }

    /** Listings that are meant, as l, with their products, as p, and channels, as c; drafts are none. */
    public function listings(): Builder
    {
        return DB::table('listings as l')
            ->join('products as p', 'p.id', '=', 'l.product_id')
            ->join('channels as c', 'c.id', '=', 'l.channel_id')
            ->where('l.workspace_id', $this->workspace->id)
            ->where('l.is_draft', false)
            ->when(isset($this->wanted['channel']), fn (Builder $query) => $query->where('l.channel_id', $this->wanted['channel']))
            ->when(isset($this->wanted['brand']), fn (Builder $query) => $query->where('p.brand', $this->wanted['brand']))
            ->when(isset($this->wanted['category']), fn (Builder $query) => $query->where('p.category', $this->wanted['category']));
    }
}
