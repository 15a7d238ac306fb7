<?php

declare(strict_types=1);

namespace App\Publishing\Http;

use App\Catalogue\Events\Cause;
use App\Publishing\Models\PriceChange;
use App\Support\Messages\Message;
use OpenApi\Attributes as OA;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\PriceMove;
use Wrasse\Core\Trail\Reason;

#[OA\Schema(schema: 'Change')]
final readonly class ChangeResource
{
    /** What a change comes with. */
    public const WITH = ['listing.channel', 'decision.ruleVersion.rule', 'user'];

    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public int $listing,
        #[OA\Property] public string $sku,
        #[OA\Property] public string $title,
        #[OA\Property] public string $channel,
        #[OA\Property] public string $currency,
        #[OA\Property] public string $from,
        #[OA\Property] public string $to,
        #[OA\Property] public string $change,
        #[OA\Property] public string $change_percent,
        #[OA\Property(
            enum: [
                'waiting',
                'queued',
                'sending',
                'sent',
                'confirmed',
                'refused',
                'failed',
                'superseded',
                'withdrawn',
            ],
        )]
        public string $state,
        #[OA\Property(description: 'What it waits for.', nullable: true, enum: ['brake', 'hours', 'switch'])]
        public ?string $waits_for,
        #[OA\Property(type: 'string', nullable: true, enum: Reason::class)] public ?string $reason,
        #[OA\Property(type: 'string', nullable: true, enum: Cause::class)] public ?Cause $cause,
        #[OA\Property] public ?string $rule,
        #[OA\Property] public ?int $rule_version,
        #[OA\Property(description: 'Who set or approved it.')] public ?string $by,
        #[OA\Property] public ?int $run,
        #[OA\Property(
            description: 'What went wrong, in the channel’s words where it gave any.',
            ref: '#/components/schemas/Message',
            nullable: true,
        )]
        public ?Message $problem,
        #[OA\Property] public int $attempts,
        #[OA\Property(format: 'date-time')] public string $queued_at,
        #[OA\Property(format: 'date-time')] public ?string $sent_at,
        #[OA\Property(format: 'date-time')] public ?string $settled_at,
        #[OA\Property(description: 'When it is tried again.', format: 'date-time')] public ?string $due_at,
    ) {
    }

    /** The change comes with all of WITH. */
    public static function of(PriceChange $change): self
    {
        $currency = Currency::of($change->listing->channel->currency);
        $move = new PriceMove($change->from_minor, $change->to_minor);
        $version = $change->decision?->ruleVersion;

        return new self(
            $change->id,
            $change->listing_id,
            $change->listing->sku,
            $change->listing->title,
            $change->listing->channel->name,
            $currency->code,
            $currency->format($move->from),
            $currency->format($move->to),
            $currency->format($move->amount()),
            $move->percent(),
            $change->state->value,
            $change->waits_for?->value,
            $change->decision?->reason->value,
            $change->decision?->cause,
            $version?->rule->name,
            $version?->number,
            $change->user?->name,
            $change->run_id,
            $change->problem,
            $change->attempts,
            $change->queued_at->toIso8601ZuluString(),
            $change->sent_at?->toIso8601ZuluString(),
            $change->settled_at?->toIso8601ZuluString(),
            $change->state->value === 'queued' && $change->attempts > 0 ? $change->due_at->toIso8601ZuluString() : null,
        );
    }
}
