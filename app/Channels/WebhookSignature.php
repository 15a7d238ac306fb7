<?php

declare(strict_types=1);

namespace App\Channels;

/**
 * Symmetric signatures as the Standard Webhooks specification 1.0.0 describes them: HMAC-SHA256 over
 * "id.timestamp.body", named v1.
 */
final readonly class WebhookSignature
{
    private const TOLERANCE_SECONDS = 300;

    /** @param  string  $secret "whsec_" and the key in base64 */
    public function __construct(private string $secret)
    {
    }

    /** @param  int  $now seconds since 1970 */
    public function fits(string $id, string $timestamp, string $body, string $signatures, int $now): bool
    {
        if ($id === '' || ! ctype_digit($timestamp) || abs($now - (int) $timestamp) > self::TOLERANCE_SECONDS) {
            return false;
        }
        $expected = $this->sign($id, (int) $timestamp, $body);
        $fits = false;
        foreach (explode(' ', $signatures) as $signature) {
            $fits = hash_equals($expected, $signature) || $fits;
        }

        return $fits;
    }

    public function sign(string $id, int $timestamp, string $body): string
    {
        $key = base64_decode((string) preg_replace('/^whsec_/', '', $this->secret), true);

        return 'v1,'.
            base64_encode(hash_hmac('sha256', "{$id}.{$timestamp}.{$body}", $key === false ? '' : $key, true));
    }
}
