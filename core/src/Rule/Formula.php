<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Symfony\Component\ExpressionLanguage\Node\BinaryNode;
use Symfony\Component\ExpressionLanguage\Node\ConditionalNode;
use Symfony\Component\ExpressionLanguage\Node\ConstantNode;
use Symfony\Component\ExpressionLanguage\Node\FunctionNode;
use Symfony\Component\ExpressionLanguage\Node\NameNode;
use Symfony\Component\ExpressionLanguage\Node\Node;
use Symfony\Component\ExpressionLanguage\Node\NullCoalescedNameNode;
use Symfony\Component\ExpressionLanguage\Node\NullCoalesceNode;
use Symfony\Component\ExpressionLanguage\Node\UnaryNode;
use Symfony\Component\ExpressionLanguage\SyntaxError;

use function array_keys;
use function implode;
use function in_array;
use function is_string;
use function strlen;

/**
 * Arithmetic on figures of the listing and its market, in the syntax of symfony/expression-language; nothing else is
 * reachable.
 */
final readonly class Formula
{
    /** Figures of the field, less own shipping, and the number of offers in it. */
    public const MARKET_VARIABLES = ['count', 'lowest', 'second', 'average', 'median', 'highest', 'buy_box'];

    public const OWN_VARIABLES = [
        'price',
        'cost',
        'floor',
        'ceiling',
        'list_price',
        'rrp',
        'map',
        'stock',
        'sold_7d',
        'sold_30d',
    ];

    private const LONGEST = 2_000;

    private const OPERATORS = [
        '+',
        '-',
        '*',
        '/',
        '%',
        '**',
        '==',
        '!=',
        '===',
        '!==',
        '<',
        '>',
        '<=',
        '>=',
        'and',
        '&&',
        'or',
        '||',
        'xor',
        'not',
        '!',
    ];

    /** What a formula may be made of; the arguments of a function stand in a bare node. */
    private const NODES = [
        BinaryNode::class,
        UnaryNode::class,
        ConditionalNode::class,
        ConstantNode::class,
        FunctionNode::class,
        NameNode::class,
        Node::class,
        NullCoalesceNode::class,
        NullCoalescedNameNode::class,
    ];

    /**
     * @param  array<string, array{compiler: callable, evaluator: callable}>  $functions
     * @param  list<string>  $variables  that it names
     */
    private function __construct(private Node $root, private array $functions, public array $variables)
    {
    }

    /** @throws InvalidFormula with what is wrong and where */
    public static function parse(string $text): self
    {
        if (strlen($text) > self::LONGEST) {
            throw new InvalidFormula('a formula of at most '.self::LONGEST.' characters');
        }
        $language = new FormulaLanguage();
        try {
            $root = $language->parse($text, [...self::OWN_VARIABLES, ...self::MARKET_VARIABLES])->getNodes();
        } catch (SyntaxError $e) {
            throw new InvalidFormula('a formula that can be read: '.$e->getMessage());
        }
        $variables = [];
        self::check($root, $variables);

        return new self($root, $language->functions(), array_keys($variables));
    }

    /**
     * @param  array<string, float|null>  $values  of the variables it names
     * @return mixed whatever it comes to
     *
     * @throws \Throwable what evaluating it throws, such as a division by zero
     */
    public function evaluate(array $values): mixed
    {
        // The remainder operator works on whole numbers; PHP would warn of each fraction that it cuts off.
        return @$this->root->evaluate($this->functions, $values);
    }

    /** @param  array<string, true>  $variables */
    private static function check(Node $node, array &$variables): void
    {
        if (! in_array($node::class, self::NODES, true)) {
            throw new InvalidFormula(
                'a formula of figures, variables, operators and the functions '.
                    implode(', ', FormulaLanguage::FUNCTIONS),
            );
        }
        $name = $node->attributes['name'] ?? null;
        if (is_string($name) && ! ($node instanceof FunctionNode)) {
            $variables[$name] = true;
        }
        $operator = $node->attributes['operator'] ?? null;
        if (is_string($operator) && ! in_array($operator, self::OPERATORS, true)) {
            throw new InvalidFormula("a formula without \"{$operator}\"");
        }
        if (is_string($node->attributes['value'] ?? null)) {
            throw new InvalidFormula('a formula of figures, without text');
        }
        foreach ($node->nodes as $child) {
            if ($child instanceof Node) {
                self::check($child, $variables);
            }
        }
    }
}
