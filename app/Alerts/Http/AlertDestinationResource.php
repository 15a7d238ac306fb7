<?php

declare(strict_types=1);

namespace App\Alerts\Http;

use App\Alerts\Models\AlertDestination;
use App\Alerts\Models\DestinationKind;
use App\Support\Messages\Message;
use OpenApi\Attributes as OA;

/** Where messages go. */
#[OA\Schema(schema: 'AlertDestination')]
final readonly class AlertDestinationResource
{
    private function __construct(
        #[OA\Property] public int $id,
        #[OA\Property(enum: DestinationKind::class)] public string $kind,
        #[OA\Property] public string $name,
        #[OA\Property(description: 'Of e-mail, or of a web server.')] public string $address,
        #[OA\Property(description: 'Of a chat: JSON with {title}, {text} and {link} in its texts.')] public ?string $template,
        #[OA\Property(description: 'By which a webhook proves who it is from. Shown once, when it is made.')] public ?string $secret,
        #[OA\Property(description: 'Whether a summary of each week goes there; e-mail alone.')] public bool $gets_summary,
        #[OA\Property(description: 'Failures in a row.')] public int $failures,
        #[OA\Property] public bool $is_paused,
        #[OA\Property(description: 'Why nothing is sent there; null: it is, or a person paused it.', ref: Message::class, nullable: true)] public ?Message $problem,
        #[OA\Property(description: 'Messages that wait to be sent.')] public int $waiting,
        #[OA\Property] public int $revision,
    ) {
    }

    public static function of(AlertDestination $destination, int $waiting, bool $withSecret = false): self
    {
        return new self(
            $destination->id,
            $destination->kind->value,
            $destination->name,
            $destination->address,
            $destination->template,
            $withSecret ? $destination->secret : null,
            $destination->gets_summary,
            $destination->failures,
            $destination->paused_at !== null,
            $destination->paused_because,
            $waiting,
            $destination->revision,
        );
    }
}
