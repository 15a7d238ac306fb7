<?php

declare(strict_types=1);

namespace App\Channels\Http;

use App\Channels\ConnectionField;
use App\Channels\Driver;
use App\Channels\Ports\ChangePush;
use App\Channels\Ports\ListingSource;
use App\Support\Messages\Message;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'ChannelDriver')]
final readonly class DriverResource
{
    /** @param  list<ConnectionFieldResource>  $fields */
    public function __construct(
        #[OA\Property] public string $name,
        #[OA\Property(ref: '#/components/schemas/Message')] public Message $label,
        #[OA\Property(description: 'Whether listings are brought in from there.')] public bool $brings_listings,
        #[OA\Property(description: 'Whether the other side needs the secret that messages are signed with.')]
        public bool $needs_secret,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/ConnectionField'))]
        public array $fields,
    ) {
    }

    /** @param  class-string<Driver>  $driver */
    public static function of(string $driver): self
    {
        $bringsListings = is_subclass_of($driver, ListingSource::class);
        $hasSecretField =
            array_filter($driver::fields(), fn (ConnectionField $field) => $field->type->isSecret()) !== [];

        return new self(
            $driver::name(),
            $driver::label(),
            $bringsListings,
            ! $bringsListings && ! $hasSecretField && ! is_subclass_of($driver, ChangePush::class),
            array_map(ConnectionFieldResource::of(...), $driver::fields()),
        );
    }
}
