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
        #[OA\Property(
            description: 'What this and the next column are together, before and after; null: it stands alone.',
            ref: '#/components/schemas/Message',
            nullable: true,
        )]
        public ?Message $pair = null,
    ) {
    }

    /** @param  string  $code  of the message, without report_ */
    public static function of(string $code, Unit $unit): self
    {
        return new self(Message::of("report_{$code}"), $unit);
    }

    /**
     * Two columns, before and after, and what they are together.
     *
     * @param  string  $code  of messages, without report_, as the others
     * @return list<self>
     */
    public static function pair(string $code, string $before, string $after, Unit $unit): array
    {
        return [new self(Message::of("report_{$before}"), $unit, Message::of("report_{$code}")), self::of($after, $unit)];
    }
}
