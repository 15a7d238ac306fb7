<?php

declare(strict_types=1);

namespace App\Channels;

use SensitiveParameter;

/** How a channel is reached: what a person entered to connect it, by the names of its driver's fields. */
final readonly class Connection
{
    /**
     * @param  string  $key  of the channel, a UUID
     * @param  string  $name  of the channel, for messages
     * @param  string  $currency  ISO 4217
     * @param  array<string, string>  $settings
     * @param  array<string, string>  $secrets
     * @param  string  $signingSecret  for messages to and from the channel, "whsec_" and the key in base64
     */
    public function __construct(
        public string $key,
        public string $name,
        public string $currency,
        private array $settings,
        #[SensitiveParameter] private array $secrets,
        #[SensitiveParameter] public string $signingSecret,
    ) {
    }

    /** @return string empty where nothing was entered */
    public function setting(string $name): string
    {
        return $this->settings[$name] ?? '';
    }

    public function secret(string $name): string
    {
        return $this->secrets[$name] ?? '';
    }
}
