<?php

declare(strict_types=1);

namespace App\Channels\Http;

use App\Channels\Models\Channel;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'ConnectedChannel')]
final readonly class ConnectedChannelResource
{
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public string $driver,
        #[OA\Property] public string $name,
    ) {
    }

    public static function of(Channel $channel): self
    {
        return new self($channel->id, $channel->driver, $channel->name);
    }
}
