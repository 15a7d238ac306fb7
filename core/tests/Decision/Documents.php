<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Decision;

use Wrasse\Core\Decision\Evaluation;
use Wrasse\Core\Decision\Request;
use Wrasse\Core\Document\DecisionWriter;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RequestReader;

/** Decides on documents that differ from a usual one. */
trait Documents
{
    /**
     * A listing at 24.90 with a cost of 10.00, limits of 15.00 and 40.00, one rival at 20.00, and a rule that matches
     * the lowest.
     *
     * @param  array<string, mixed>  $change
     * @return array<string, mixed>
     */
    private static function document(array $change): array
    {
        $rule = $change['rule'] ?? [];
        $isCompetitive = ! is_array($rule) || ($rule['kind'] ?? 'competitive') === 'competitive';

        return [
            'now' => '2026-03-02T09:00:00Z',
            'fees' => [],
            'offers' => [['seller' => 'r', 'price' => '20.00']],
            'limits' => [
                'floor' => [['kind' => 'amount', 'amount' => '15.00']],
                'ceiling' => [['kind' => 'amount', 'amount' => '40.00']],
            ],
            ...$change,
            'listing' => [
                'sku' => 'KC-1001',
                'currency' => 'EUR',
                'seller' => 'us',
                'price' => '24.90',
                'stock' => 14,
                'cost' => '10.00',
                ...$change['listing'] ?? [],
            ],
            'rule' => is_array($rule)
                ? [
                    'version' => 1,
                    ...$isCompetitive ? ['kind' => 'competitive', 'reference' => ['of' => 'lowest']] : [],
                    ...$rule,
                ]
                : $rule,
        ];
    }

    /** @param  array<string, mixed>  $change */
    private static function request(array $change): Request
    {
        return (new RequestReader())->read(Node::of(self::document($change)));
    }

    /**
     * @param  array<string, mixed>  $change
     * @return array<string, mixed>
     */
    private static function decide(array $change): array
    {
        return (new DecisionWriter())->write(Evaluation::of(self::request($change)));
    }

    /**
     * Outcome, reason and price in one line.
     *
     * @param  array<string, mixed>  $change
     */
    private static function says(array $change): string
    {
        $decision = self::decide($change);

        return trim("{$decision['outcome']} {$decision['reason']} {$decision['price']}");
    }
}
