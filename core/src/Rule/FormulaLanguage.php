<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Symfony\Component\ExpressionLanguage\ExpressionLanguage;

use function implode;
use function sprintf;

/** The expression language with arithmetic functions only. */
final class FormulaLanguage extends ExpressionLanguage
{
    public const FUNCTIONS = ['min', 'max', 'round', 'floor', 'ceil', 'abs'];

    /** @return array<string, array{compiler: callable, evaluator: callable}> */
    public function functions(): array
    {
        /** @var array<string, array{compiler: callable, evaluator: callable}> */
        return $this->functions;
    }

    protected function registerFunctions(): void
    {
        foreach (self::FUNCTIONS as $name) {
            $this->register(
                $name,
                fn (string ...$arguments) => sprintf('\\%s(%s)', $name, implode(', ', $arguments)),
                fn (array $variables, int|float ...$arguments) => $name(...$arguments),
            );
        }
    }
}
