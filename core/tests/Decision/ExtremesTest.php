<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Decision;

use PHPUnit\Framework\TestCase;
use Wrasse\Core\Document\InvalidDocument;

/**
 * Zero, the largest amounts and the largest percentages, in all mixtures: an error that names the field, or an answer.
 */
final class ExtremesTest extends TestCase
{
    use Documents;

    private const AMOUNTS = ['0.00', '0.01', '1.00', '24.90', '99999.99', '999999999.99', '1000000000.00'];

    private const PERCENTAGES = ['0', '0.0001', '12', '50', '99.9999', '100', '999', '1000', '10000'];

    public function test_every_mixture_is_answered(): void
    {
        mt_srand(11);
        $answered = 0;
        for ($case = 0; $case < 4_000; $case++) {
            try {
                $decision = self::decide($this->mixture());
                self::assertTrue(
                    $decision['price'] === null || ($decision['price'] >= 0 && $decision['floor'] !== null),
                    json_encode($decision, JSON_THROW_ON_ERROR),
                );
                $answered++;
            } catch (InvalidDocument $e) {
                self::assertNotSame('', $e->getMessage());
            }
        }
        self::assertGreaterThan(1_000, $answered);
    }

    /** @return array<string, mixed> */
    private function mixture(): array
    {
        $limits = fn (): array => [
            ['kind' => 'amount', 'amount' => $this->amount()],
            ['kind' => 'margin', 'percent' => $this->percent(5)],
            ['kind' => 'markup', 'percent' => $this->percent()],
            ['kind' => 'profit', 'amount' => $this->amount()],
            ['kind' => 'reference', 'reference' => ['of' => self::one(['lowest', 'average', 'highest', 'list_price'])]],
        ];
        $rule = self::one([
            [
                'kind' => 'competitive',
                'reference' => ['of' => 'average'],
                'position' => ['move' => 'above', 'percent' => $this->percent(8), 'at_least' => $this->amount()],
                'adjust' => [['percent' => $this->percent(8), 'amount' => $this->amount()]],
            ],
            [
                'kind' => 'competitive',
                'reference' => ['of' => 'lowest'],
                'position' => ['move' => 'below', 'percent' => $this->percent(5)],
                'brakes' => ['max_move_percent' => $this->percent(), 'beyond' => 'cap'],
            ],
            [
                'kind' => 'markup',
                'tiers' => [
                    ['from' => '0.00', 'percent' => $this->percent()],
                    ['from' => '30.01', 'amount' => $this->amount()],
                ],
                'min_profit' => $this->amount(),
            ],
            [
                'kind' => 'formula',
                'price' => self::one([
                    'average / cost',
                    'price / (cost - cost)',
                    'floor * 1000000',
                    'max(price, rrp) * 0',
                ]),
            ],
        ]);

        return [
            'listing' => [
                'price' => $this->amount(),
                'shipping' => $this->amount(),
                'cost' => self::one([null, $this->amount()]),
                'list_price' => $this->amount(),
                'rrp' => $this->amount(),
            ],
            'fees' => array_slice(
                [
                    ['kind' => 'percent', 'percent' => $this->percent(6), 'minimum' => $this->amount()],
                    ['kind' => 'fixed', 'amount' => $this->amount()],
                ],
                0,
                mt_rand(0, 2),
            ),
            'tax' => ['percent' => $this->percent(6), 'included' => mt_rand(0, 1) === 0],
            'limits' => [
                'floor' => array_slice($limits(), mt_rand(0, 4), 2),
                'ceiling' => array_slice(
                    [...$limits(), ['kind' => 'rrp', 'percent' => $this->percent(8)]],
                    mt_rand(0, 5),
                    2,
                ),
            ],
            'offers' => [
                ['seller' => 'a', 'price' => $this->amount(), 'shipping' => $this->amount()],
                ['seller' => 'b', 'price' => $this->amount()],
            ],
            'rule' => [...$rule, 'approval' => 'beyond_percent:'.$this->percent()],
        ];
    }

    private function amount(): string
    {
        return self::one(self::AMOUNTS);
    }

    /** One of the first so many. */
    private function percent(int $first = 9): string
    {
        return self::one(array_slice(self::PERCENTAGES, 0, $first));
    }

    /**
     * @template T
     *
     * @param  non-empty-list<T>  $of
     * @return T
     */
    private static function one(array $of): mixed
    {
        return $of[mt_rand(0, count($of) - 1)];
    }
}
