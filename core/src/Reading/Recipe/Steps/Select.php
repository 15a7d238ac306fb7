<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Recipe\Steps;

use Symfony\Component\CssSelector\Exception\ExceptionInterface;
use Wrasse\Core\Reading\Recipe\Step;
use Wrasse\Core\Reading\Recipe\Value;

use function count;

/** An element of the page, or within the last one. */
final readonly class Select implements Step
{
    /** @param  int  $nth  from 0; negative from the end */
    public function __construct(private string $css, private int $nth)
    {
    }

    /** @throws ExceptionInterface not for a selector that was tried before */
    public function on(Value $value): Value
    {
        if (! $value->isPage && $value->element() === null) {
            return $value->nothing();
        }
        $found = $value->page->select($this->css, $value->element());

        return $value->with($found[$this->nth < 0 ? count($found) + $this->nth : $this->nth] ?? null);
    }
}
