<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use Wrasse\Core\Decision\Decision;
use Wrasse\Core\Market\Dropped;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Profit\Profit;
use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Step;

use function array_map;
use function strcmp;
use function usort;

/** Writes a decision as a document: amounts as decimals of the listing's currency. */
final readonly class DecisionWriter
{
    /** @param  bool  $hasMessages  each step also as a message, for those who word it themselves */
    public function __construct(private bool $hasMessages = false)
    {
    }

    /** @return array<string, mixed> */
    public function write(Decision $decision): array
    {
        $currency = $decision->listing->currency;
        $amount = fn (?int $minor) => $minor === null ? null : $currency->format($minor);

        return [
            'sku' => $decision->listing->sku,
            'outcome' => $decision->outcome->value,
            'reason' => $decision->reason->value,
            'from' => $amount($decision->listing->price),
            'price' => $amount($decision->price),
            'floor' => $amount($decision->limits->floor),
            'ceiling' => $amount($decision->limits->ceiling),
            'target' => $amount($decision->target),
            'bound_by' => $decision->boundBy,
            'rank_before' => $decision->rankBefore(),
            'rank_after' => $decision->rankAfter(),
            'field_size' => $decision->field->size(),
            'before' => $this->profit($decision->before(), $currency),
            'after' => $this->profit($decision->after(), $currency),
            'dropped' => $this->dropped($decision->field->dropped),
            'steps' => $this->steps($decision->steps(), $currency),
        ];
    }

    /** @return array{profit: string, margin_percent: string|null, markup_percent: string|null}|null */
    private function profit(?Profit $profit, Currency $currency): ?array
    {
        return $profit === null
            ? null
            : [
                'profit' => $currency->format($profit->profit),
                'margin_percent' => $profit->marginPercent(),
                'markup_percent' => $profit->markupPercent(),
            ];
    }

    /**
     * By seller, so that the order in which offers came does not show.
     *
     * @param  list<Dropped>  $dropped
     * @return list<array{seller: string, why: string}>
     */
    private function dropped(array $dropped): array
    {
        $rows = array_map(fn (Dropped $one) => ['seller' => $one->seller, 'why' => $one->why->value], $dropped);
        usort($rows, fn (array $a, array $b) => strcmp($a['seller'], $b['seller']) ?: strcmp($a['why'], $b['why']));

        return $rows;
    }

    /**
     * @param  list<Step>  $steps
     * @return list<array{step: string, says: string, figures: object, message?: Message}>
     */
    private function steps(array $steps, Currency $currency): array
    {
        return array_map(
            fn (Step $step) => [
                'step' => $step->step,
                'says' => $step->says(),
                'figures' => (object) array_map($currency->format(...), $step->amounts),
                ...($this->hasMessages ? ['message' => $step->message] : []),
            ],
            $steps,
        );
    }
}
