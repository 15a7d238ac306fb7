<?php

declare(strict_types=1);

namespace App\Alerts\Models;

use App\Support\Messages\Message;
use Wrasse\Core\Alert\Finding;
use Wrasse\Core\Alert\MarketMoment;
use Wrasse\Core\Alert\Whose;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\PriceMove;

/** What is told: what was found, and where we stood then. Amounts are kept as decimals of the listing's currency. */
final readonly class AlertNotice
{
    /**
     * @param  list<array{code: string, seller: string|null, from: string|null, to: string|null, change: string|null, percent: string|null, detail: string|null}>  $findings
     * @param  string  $ours  our price with shipping
     * @param  string|null  $lowest  of rivals, with shipping
     */
    private function __construct(
        public array $findings,
        public string $currency,
        public string $ours,
        public ?string $lowest,
        public int $rank,
        public int $sellers,
    ) {
    }

    /**
     * @param  list<Finding>  $found
     * @param  array<string, string>  $names  of sellers
     */
    public static function about(array $found, MarketMoment $now, Currency $currency, array $names): self
    {
        $lowest = $now->lowest();

        return new self(
            array_map(fn (Finding $finding): array => self::finding($finding, $currency, $names), $found),
            $currency->code,
            $currency->format($now->ours),
            $lowest === null ? null : $currency->format($lowest->landed),
            $now->rank(),
            count($now->inStock()) + 1,
        );
    }

    /**
     * @param  array<string, string>  $names
     * @return array{code: string, seller: string|null, from: string|null, to: string|null, change: string|null, percent: string|null, detail: string|null}
     */
    private static function finding(Finding $finding, Currency $currency, array $names): array
    {
        $isRank = str_starts_with($finding->code, 'rank_');
        $shown = fn (?int $figure): ?string => match (true) {
            $figure === null => null,
            $isRank => (string) $figure,
            default => $currency->format($figure),
        };
        $move = $isRank || $finding->from === null || $finding->to === null ? null : new PriceMove($finding->from, $finding->to);

        return [
            'code' => $finding->code,
            'seller' => $finding->seller === null ? null : ($names[$finding->seller] ?? $finding->seller),
            'from' => $shown($finding->from),
            'to' => $shown($finding->to),
            'change' => $move === null ? null : ($move->amount() > 0 ? '+' : '').$currency->format($move->amount()),
            'percent' => $move?->percent(),
            'detail' => $finding->code === 'prices_apart' ? ($names[(string) $finding->detail] ?? $finding->detail) : $finding->detail,
        ];
    }

    /** @return list<Message> one a finding */
    public function sentences(): array
    {
        return array_map($this->sentence(...), $this->findings);
    }

    /** @param  array{code: string, seller: string|null, from: string|null, to: string|null, change: string|null, percent: string|null, detail: string|null}  $finding */
    private function sentence(array $finding): Message
    {
        $who = self::who($finding['seller']);
        [$from, $to, $currency] = [(string) $finding['from'], (string) $finding['to'], $this->currency];
        [$change, $percent] = [(string) $finding['change'], (string) $finding['percent']];

        return match ($finding['code']) {
            'price_down', 'price_up' => $finding['detail'] === null
                ? Message::of('alert_price_moved', who: $who, from: $from, to: $to, currency: $currency, change: $change, percent: $percent)
                : Message::of('alert_price_moved_since', who: $who, from: $from, to: $to, currency: $currency, change: $change, percent: $percent, days: (int) $finding['detail']),
            'price_below' => Message::of('alert_price_below', who: $who, price: $to, currency: $currency, than: self::than($finding['detail']), figure: $from, change: $change, percent: $percent),
            'price_above' => Message::of('alert_price_above', who: $who, price: $to, currency: $currency, than: self::than($finding['detail']), figure: $from, change: $change, percent: $percent),
            'price_equal' => Message::of('alert_price_equal', who: $who, price: $to, currency: $currency, than: self::than($finding['detail'])),
            'prices_apart' => Message::of('alert_prices_apart', who: $who, price: $to, other: self::who($finding['detail']), figure: $from, currency: $currency, percent: $percent),
            'buy_box_lost' => Message::of('alert_buy_box_lost'),
            'buy_box_won' => Message::of('alert_buy_box_won'),
            'rank_better' => Message::of('alert_rank_better', from: $from, to: $to),
            'rank_worse' => Message::of('alert_rank_worse', from: $from, to: $to),
            'rival_appeared' => Message::of('alert_rival_appeared', who: $who, price: $to, currency: $currency),
            'rival_gone' => Message::of('alert_rival_gone', who: $who, price: $from, currency: $currency),
            'rival_out_of_stock' => Message::of('alert_rival_out_of_stock', who: $who, price: $from, currency: $currency),
            'rival_back' => Message::of('alert_rival_back', who: $who, price: $to, currency: $currency),
            'rival_promotion_begins' => Message::of('alert_promotion_begins', who: $who, price: $to, currency: $currency),
            'rival_promotion_ends' => Message::of('alert_promotion_ends', who: $who, price: $to, currency: $currency),
            'not_priced' => Message::of('alert_not_priced'),
            'at_floor' => $finding['detail'] === null ? Message::of('alert_at_floor') : Message::of('alert_at_floor_for', days: (int) $finding['detail']),
            'unsold' => Message::of('alert_unsold', days: (int) $finding['detail']),
            'quiet' => Message::of('alert_quiet', days: (int) $finding['detail']),
            'price_refused' => Message::of('alert_price_refused'),
            'run_stopped' => Message::of('alert_run_stopped'),
            'reading_doubtful' => Message::of('alert_reading_doubtful'),
            default => Message::of('alert_reading_failing'),
        };
    }

    private static function who(?string $seller): Message
    {
        return match ($seller) {
            null => Message::of('alert_us'),
            Whose::OURS_ELSEWHERE => Message::of('alert_us_elsewhere'),
            default => Message::quoting($seller),
        };
    }

    private static function than(?string $figure): Message
    {
        return match ($figure) {
            'ours' => Message::of('alert_than_ours'),
            'floor' => Message::of('alert_than_floor'),
            'ceiling' => Message::of('alert_than_ceiling'),
            'cost' => Message::of('alert_than_cost'),
            'map' => Message::of('alert_than_map'),
            'rrp' => Message::of('alert_than_rrp'),
            default => Message::of('alert_than_amount'),
        };
    }

    /** Where we stand. */
    public function standing(): Message
    {
        return $this->lowest === null
            ? Message::of('alert_standing_alone', ours: $this->ours, currency: $this->currency)
            : Message::of('alert_standing', ours: $this->ours, lowest: $this->lowest, currency: $this->currency, rank: $this->rank, sellers: $this->sellers);
    }

    /** @return array<string, mixed> */
    public function document(): array
    {
        return get_object_vars($this);
    }

    /** @param  array<string, mixed>  $document */
    public static function of(array $document): self
    {
        return new self(
            $document['findings'],
            $document['currency'],
            $document['ours'],
            $document['lowest'],
            $document['rank'],
            $document['sellers'],
        );
    }
}
