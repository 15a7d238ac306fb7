<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Recipe\Steps;

use Wrasse\Core\Reading\Recipe\Step;
use Wrasse\Core\Reading\Recipe\Value;

use function trim;

final readonly class AsText implements Step
{
    public function on(Value $value): Value
    {
        return $value->with(trim((string) $value->text()));
    }
}
