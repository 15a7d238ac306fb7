<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use InvalidArgumentException;
use JmesPath\Parser;
use JmesPath\SyntaxErrorException;
use Symfony\Component\CssSelector\CssSelectorConverter;
use Symfony\Component\CssSelector\Exception\ExceptionInterface;
use Wrasse\Core\Reading\Recipe\Pattern;
use Wrasse\Core\Reading\Recipe\Recipe;
use Wrasse\Core\Reading\Recipe\Step;
use Wrasse\Core\Reading\Recipe\Steps\AsAvailability;
use Wrasse\Core\Reading\Recipe\Steps\AsMinorUnits;
use Wrasse\Core\Reading\Recipe\Steps\AsPrice;
use Wrasse\Core\Reading\Recipe\Steps\AsText;
use Wrasse\Core\Reading\Recipe\Steps\Attribute;
use Wrasse\Core\Reading\Recipe\Steps\Find;
use Wrasse\Core\Reading\Recipe\Steps\Json;
use Wrasse\Core\Reading\Recipe\Steps\Replace;
use Wrasse\Core\Reading\Recipe\Steps\Script;
use Wrasse\Core\Reading\Recipe\Steps\Select;
use Wrasse\Core\Reading\Recipe\Steps\Text;

/** Reads {"version": 1, "fields": {"price": [STEP, …]}}; what is wrong is said at its place. */
final readonly class RecipeReader
{
    /** @throws InvalidDocument */
    public function read(Node $recipe): Recipe
    {
        $recipe->object('version', 'fields');
        if ($recipe->at('version')->raw() !== 1) {
            throw $recipe->at('version')->expected('1');
        }
        $fields = [];
        $given = $recipe->at('fields');
        foreach ($given->keys() as $field) {
            if (! in_array($field, Recipe::FIELDS, true)) {
                throw new InvalidDocument("{$given->path()}.{$field}", 'no such field; known are '.implode(', ', Recipe::FIELDS));
            }
            $chain = array_map($this->step(...), $given->at($field)->items());
            if ($chain === []) {
                throw $given->at($field)->expected('at least one step');
            }
            $fields[$field] = $chain;
        }

        return new Recipe($fields);
    }

    private function step(Node $step): Step
    {
        $keys = $step->keys();

        return match (true) {
            in_array('select', $keys, true) => $this->select($step->object('select', 'nth')),
            in_array('text', $keys, true) => $this->text($step->object('text')),
            in_array('attribute', $keys, true) => new Attribute($step->object('attribute')->at('attribute')->string()),
            in_array('script', $keys, true) => new Script($this->pattern($step->object('script')->at('script'))),
            in_array('json', $keys, true) => $this->json($step->object('json')->at('json')),
            in_array('match', $keys, true) => new Find($this->pattern($step->object('match')->at('match'))),
            in_array('replace', $keys, true) => $this->replace($step->object('replace', 'with')),
            in_array('as', $keys, true) => $this->as($step),
            default => throw $step->expected('a step: select, text, attribute, script, json, match, replace or as'),
        };
    }

    private function select(Node $step): Select
    {
        $css = $step->at('select')->string();
        try {
            (new CssSelectorConverter)->toXPath($css);
        } catch (ExceptionInterface) {
            throw $step->at('select')->expected('a CSS selector');
        }

        return new Select($css, $step->find('nth')?->int(-100_000, 100_000) ?? 0);
    }

    private function text(Node $step): Text
    {
        return $step->at('text')->raw() === true ? new Text() : throw $step->at('text')->expected('true');
    }

    private function json(Node $path): Json
    {
        try {
            (new Parser)->parse($path->string());
        } catch (SyntaxErrorException) {
            throw $path->expected('a path of JMESPath');
        }

        return new Json($path->string());
    }

    private function replace(Node $step): Replace
    {
        $with = $step->at('with')->raw();

        return new Replace($this->pattern($step->at('replace')), is_string($with) ? $with : throw $step->at('with')->expected('a text'));
    }

    private function as(Node $step): Step
    {
        $kind = $step->at('as')->oneOf('price', 'minor_units', 'text', 'availability');
        if ($kind === 'availability') {
            $step->object('as', 'in_stock', 'out_of_stock');

            return new AsAvailability($step->find('in_stock')?->strings() ?? [], $step->find('out_of_stock')?->strings() ?? []);
        }
        $step->object('as');

        return match ($kind) {
            'price' => new AsPrice(),
            'minor_units' => new AsMinorUnits(),
            default => new AsText(),
        };
    }

    private function pattern(Node $written): Pattern
    {
        try {
            return new Pattern($written->string());
        } catch (InvalidArgumentException $e) {
            if ($e instanceof InvalidDocument) {
                throw $e;
            }
            throw $written->expected($e->getMessage());
        }
    }
}
