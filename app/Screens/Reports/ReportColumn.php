<?php

declare(strict_types=1);

namespace App\Screens\Reports;

use App\Support\Messages\Message;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'ReportColumn')]
final readonly class ReportColumn
{
    public function __construct(
        #[OA\Property(ref: '#/components/schemas/Message')] public Message $name,
        #[OA\Property(type: 'string', enum: Unit::class)] public Unit $unit,
    ) {
    }

    /** @param  string  $code  of the message, without report_ */
    public static function of(string $code, Unit $unit): self
    {
        return new self(Message::of("report_{$code}"), $unit);
    }
}
