<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Data;

use Wrasse\Core\Reading\Html\HtmlPage;

/** One way in which pages write down what they are about. */
interface DataSource
{
    /** As it is named in what was found. */
    public function name(): string;

    /** @return DataFound all things that stand on their own, and whether some could not be read */
    public function read(HtmlPage $page): DataFound;
}
