<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use Wrasse\Core\Decision\Decision;
use Wrasse\Core\Limits\TermFigure;
use Wrasse\Core\Market\Dropped;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\PriceMove;
use Wrasse\Core\Trail\Step;

use function array_keys;
use function array_map;
use function implode;
use function max;
use function mb_strlen;
use function sprintf;
use function str_repeat;
use function str_replace;

/** Writes a decision as text that can be followed line by line. */
final readonly class DecisionText
{
    private const WIDTH = 66;

    public function write(Decision $decision): string
    {
        $currency = $decision->listing->currency;
        $lines = [
            ...$this->head($decision, $currency),
            '',
            ...$this->steps($decision->steps(), $currency),
            '',
            ...$this->limits($decision, $currency),
            ...$this->earnings($decision, $currency),
            ...$this->standing($decision),
        ];

        return implode("\n", $lines)."\n";
    }

    /** @return list<string> */
    private function head(Decision $decision, Currency $currency): array
    {
        $old = $currency->format($decision->listing->price);
        $move = $decision->price === null ? null : new PriceMove($decision->listing->price, $decision->price);
        $what = match (true) {
            $move === null => "stays at {$old} {$currency->code}",
            default => "{$old} → {$currency->format($move->to)} {$currency->code} ({$move->percent()} %)",
        };

        return [
            "{$decision->listing->sku}: {$what}",
            "{$decision->outcome->value}: ".str_replace('_', ' ', $decision->reason->value),
        ];
    }

    /**
     * @param  list<Step>  $steps
     * @return list<string>
     */
    private function steps(array $steps, Currency $currency): array
    {
        $lines = [];
        foreach ($steps as $i => $step) {
            $figures = array_map(
                fn (string $name, int $amount) => str_replace('_', ' ', $name).' '.$currency->format($amount),
                array_keys($step->amounts),
                $step->amounts,
            );
            $lines[] = $this->line(sprintf('%2d. %s', $i + 1, $step->says()), implode(', ', $figures));
        }

        return $lines;
    }

    /** @return list<string> */
    private function limits(Decision $decision, Currency $currency): array
    {
        $lines = ['Limits, the highest floor and the lowest ceiling bind:'];
        foreach ($decision->termFigures() as $term) {
            $lines[] = $this->line("    {$term->side}: {$term->says->english()}", $this->figure($term, $currency));
        }

        return [...$lines, ''];
    }

    private function figure(TermFigure $term, Currency $currency): string
    {
        return $term->price === null ? 'no figure' : $currency->format($term->price);
    }

    /** @return list<string> */
    private function earnings(Decision $decision, Currency $currency): array
    {
        $lines = [];
        foreach (
            [[$decision->listing->price, $decision->before()], [$decision->price, $decision->after()]] as [$price, $profit]
        ) {
            if ($price === null || $profit === null) {
                continue;
            }
            $gross = $currency->format($price + $decision->listing->earnings->shipping);
            $lines[] = $this->line(
                "At {$currency->format($price)}: {$gross} with shipping, {$currency->format($profit->net)} before tax,",
                "less fees {$currency->format($profit->fees)}, less cost {$currency->format($profit->totalCost)}",
            );
            $lines[] = $this->line(
                "    profit {$currency->format($profit->profit)}",
                $this->shares($profit->marginPercent(), $profit->markupPercent()),
            );
        }

        return $lines === [] ? ['Profit is not known without a cost.', ''] : [...$lines, ''];
    }

    private function shares(?string $margin, ?string $markup): string
    {
        return 'margin of price '.
            ($margin === null ? 'none' : "{$margin} %").
            ', markup on cost '.
            ($markup === null ? 'none' : "{$markup} %");
    }

    /** @return list<string> */
    private function standing(Decision $decision): array
    {
        $of = $decision->field->size() + 1;
        $after = $decision->rankAfter();
        $lines = [
            "Place among those that count: {$decision->rankBefore()}".
            ($after === null ? '' : " → {$after}").
            " of {$of}",
        ];
        foreach ($decision->field->dropped as $dropped) {
            $lines[] = $this->dropped($dropped);
        }

        return $lines;
    }

    private function dropped(Dropped $dropped): string
    {
        return "    not counted: {$dropped->seller}, ".str_replace('_', ' ', $dropped->why->value);
    }

    private function line(string $says, string $figures): string
    {
        return $figures === '' ? $says : $says.str_repeat(' ', max(2, self::WIDTH - mb_strlen($says))).$figures;
    }
}
