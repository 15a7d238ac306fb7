<?php

declare(strict_types=1);

namespace Tests\Architecture;

use PhpParser\Node;
use PhpParser\Node\Expr;
use PhpParser\Node\Expr\AssignOp;
use PhpParser\Node\Expr\BinaryOp;
use PhpParser\Node\Identifier;
use PhpParser\Node\Scalar\String_;
use PhpParser\NodeFinder;
use PHPStan\Analyser\Scope;
use PHPStan\Rules\IdentifierRuleError;
use PHPStan\Rules\Rule;
use PHPStan\Rules\RuleErrorBuilder;

/**
 * Prices are worked out in the core only: in the application nothing that is named like an amount is added, subtracted,
 * multiplied or divided.
 *
 * @implements Rule<Expr>
 */
final readonly class NoPriceArithmetic implements Rule
{
    private const OPERATORS = [
        BinaryOp\Plus::class,
        BinaryOp\Minus::class,
        BinaryOp\Mul::class,
        BinaryOp\Div::class,
        BinaryOp\Mod::class,
        BinaryOp\Pow::class,
        AssignOp\Plus::class,
        AssignOp\Minus::class,
        AssignOp\Mul::class,
        AssignOp\Div::class,
        AssignOp\Mod::class,
    ];

    private const AMOUNTS = '/price|cost|minor|amount|shipping|floor|ceiling|margin|markup|profit|landed|revenue|^fees?$|currency|parse$/i';

    public function getNodeType(): string
    {
        return Expr::class;
    }

    /** @return list<IdentifierRuleError> */
    public function processNode(Node $node, Scope $scope): array
    {
        if (
            ! in_array($node::class, self::OPERATORS, true) ||
            ! str_starts_with((string) $scope->getNamespace(), 'App\\')
        ) {
            return [];
        }
        $name = $this->amountIn($node);

        return $name === null
            ? []
            : [
                RuleErrorBuilder::message("Arithmetic with \"{$name}\": prices are worked out in the core only.")
                    ->identifier('wrasse.priceArithmetic')
                    ->build(),
            ];
    }

    private function amountIn(Node $node): ?string
    {
        $finder = new NodeFinder();
        foreach (
            $finder->find(
                $node,
                fn (Node $one) => $one instanceof Expr\Variable || $one instanceof Identifier || $one instanceof String_,
            ) as $found
        ) {
            $name = match (true) {
                $found instanceof Expr\Variable => is_string($found->name) ? $found->name : '',
                $found instanceof Identifier => $found->name,
                $found instanceof String_ => $found->value,
                default => '',
            };
            if (preg_match(self::AMOUNTS, $name) === 1) {
                return $name;
            }
        }

        return null;
    }
}
