<?php

declare(strict_types=1);

namespace App\Catalogue\Edits;

use App\Accounts\Models\Workspace;
use App\Catalogue\Limits\OwnLimits;
use App\Support\Http\AmountField;
use App\Support\Http\KnownCurrency;
use App\Support\Http\PercentField;
use App\Support\Messages\Message;
use Closure;
use Illuminate\Support\Facades\Validator;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use Wrasse\Core\Document\InvalidDocument;
use Wrasse\Core\Document\LimitsReader;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Money\Currency;

/**
 * Sets one term of the listings' own floor or ceiling, or takes it away: {side, kind, value, currency}; an empty value
 * takes it away. An amount is in the currency of the workspace if no other is named, and for listings in that one alone.
 */
final readonly class SetLimit implements BulkEdit
{
    private const KINDS = [
        'floor' => ['amount', 'margin', 'markup', 'profit'],
        'ceiling' => ['amount', 'margin', 'markup', 'profit', 'rrp'],
    ];

    public function name(): string
    {
        return 'limits';
    }

    public function part(): string
    {
        return 'listing';
    }

    public function movesFloors(): bool
    {
        return true;
    }

    public function check(Workspace $workspace, array $wanted): Message
    {
        Validator::make($wanted, [
            'side' => ['required', Rule::in(array_keys(self::KINDS))],
            'value' => ['present', 'nullable', 'string', 'max:40'],
            'currency' => ['nullable', 'string', new KnownCurrency()],
        ])->validate();
        Validator::make($wanted, ['kind' => ['required', Rule::in(self::KINDS[$wanted['side']])]])->validate();
        $term = self::term($workspace, $wanted);
        if ($term === null) {
            return Message::of('edit_limit_removed', side: $wanted['side'], kind: $wanted['kind']);
        }
        try {
            (new LimitsReader(SetPrice::currency($workspace, $wanted)))->read(Node::of([$wanted['side'] => [$term]]));
        } catch (InvalidDocument $e) {
            throw ValidationException::withMessages(['value' => Message::of('expected', what: $e->expected)]);
        }

        return Message::of(
            'edit_limit',
            side: $wanted['side'],
            kind: $wanted['kind'],
            figure: $term['amount'] ?? "{$term['percent']} %",
        );
    }

    public function plan(Workspace $workspace, array $wanted): Closure
    {
        $term = self::term($workspace, $wanted);
        $money = SetPrice::currency($workspace, $wanted);

        return function (EditRow $row) use ($term, $money, $wanted): array|Message {
            if (isset($term['amount']) && $row->currency !== $money->code) {
                return Message::of('limit_other_currency', currency: $row->currency, given: $money->code);
            }
            /** @var array{floor: list<array<string, string>>, ceiling: list<array<string, string>>} $limits */
            $limits = json_decode($row->limits, true, 16, JSON_THROW_ON_ERROR);
            $after = OwnLimits::with($limits, $wanted['side'], $wanted['kind'], $term);
            $contradiction = OwnLimits::contradiction($after, Currency::of($row->currency));
            if ($contradiction !== null) {
                return Message::of('limits_would_contradict', floor: $contradiction[0], ceiling: $contradiction[1]);
            }

            return ['before' => ['limits' => $limits], 'after' => ['limits' => $after]];
        };
    }

    /**
     * @param  array<string, mixed>  $wanted
     * @return array<string, string>|null
     */
    private static function term(Workspace $workspace, array $wanted): ?array
    {
        $text = trim((string) $wanted['value']);
        $money = SetPrice::currency($workspace, $wanted);
        $kind = (string) $wanted['kind'];
        if ($text === '') {
            return null;
        }

        return in_array($kind, ['amount', 'profit'], true)
            ? [
                'kind' => $kind,
                'amount' => $money->format(AmountField::read('value', $text, $money)),
            ]
            : ['kind' => $kind, 'percent' => PercentField::plain($text)];
    }
}
