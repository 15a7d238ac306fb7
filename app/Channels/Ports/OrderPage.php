<?php

declare(strict_types=1);

namespace App\Channels\Ports;

final readonly class OrderPage
{
    /**
     * @param  list<SourceOrder>  $orders
     * @param  string|null  $cursor  behind the last of them; null where nothing was ever sold
     */
    public function __construct(public array $orders, public ?string $cursor)
    {
    }
}
