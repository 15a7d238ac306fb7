<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Recipe\Steps;

use JmesPath\AstRuntime;
use RuntimeException;
use Wrasse\Core\Reading\Data\FirstJson;
use Wrasse\Core\Reading\Recipe\Step;
use Wrasse\Core\Reading\Recipe\Value;

/** Reads a text as JSON, the first whole value in it, and follows a path of JMESPath, https://jmespath.org/specification.html */
final readonly class Json implements Step
{
    public function __construct(private string $path)
    {
    }

    public function on(Value $value): Value
    {
        $decoded = FirstJson::in((string) $value->text());
        if ($decoded === null) {
            return $value->nothing();
        }
        try {
            return $value->with((new AstRuntime)($this->path, $decoded));
        } catch (RuntimeException) {
            // A function of the path was given something else than it takes.
            return $value->nothing();
        }
    }
}
