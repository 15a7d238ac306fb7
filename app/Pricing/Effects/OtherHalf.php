<?php

declare(strict_types=1);

namespace App\Pricing\Effects;

use CurlHandle;
use CurlMultiHandle;
use Illuminate\Support\Facades\Log;
use Illuminate\Support\Facades\URL;

/**
 * Half of an effect, worked out by another process of this very application while this one works out the rest. It is a help only: who asks can
 * do without the answer.
 */
final class OtherHalf
{
    private const CONNECT_MS = 200;

    private const SENT_WITHIN_SECONDS = 0.3;

    private const SECONDS = 20;

    private const VALID_MINUTES = 1;

    private CurlMultiHandle $calls;

    private ?CurlHandle $call = null;

    /** @param  string|null  $address  by which the application reaches itself; null: it does not */
    public function __construct(private readonly ?string $address)
    {
    }

    /**
     * Returns once the question is on its way.
     *
     * @param  array<string, mixed>  $document  of the rule
     * @param  list<int>  $listingIds
     */
    public function ask(int $workspaceId, array $document, array $listingIds): void
    {
        if ($this->address === null) {
            return;
        }
        $path = URL::temporarySignedRoute('effect.part', now()->addMinutes(self::VALID_MINUTES), ['workspace' => $workspaceId], absolute: false);
        $body = json_encode(['document' => $document, 'listings' => $listingIds], JSON_THROW_ON_ERROR);
        $this->call = curl_init(rtrim($this->address, '/').$path);
        curl_setopt_array($this->call, [
            CURLOPT_POSTFIELDS => $body, CURLOPT_HTTPHEADER => ['Content-Type: application/json', 'Accept: application/json', 'Expect:'], CURLOPT_RETURNTRANSFER => true,
            CURLOPT_CONNECTTIMEOUT_MS => self::CONNECT_MS, CURLOPT_TIMEOUT => self::SECONDS, CURLOPT_PROTOCOLS => CURLPROTO_HTTP | CURLPROTO_HTTPS,
        ]);
        $this->calls = curl_multi_init();
        curl_multi_add_handle($this->calls, $this->call);
        $until = microtime(true) + self::SENT_WITHIN_SECONDS;
        do {
            curl_multi_exec($this->calls, $running);
            curl_multi_select($this->calls, 0.01);
        } while ($running > 0 && curl_getinfo($this->call, CURLINFO_SIZE_UPLOAD_T) < strlen($body) && microtime(true) < $until);
    }

    /** @return array<string, mixed>|null as Effect::plus() takes it; null where there is none */
    public function answer(): ?array
    {
        if ($this->call === null) {
            return null;
        }
        do {
            curl_multi_exec($this->calls, $running);
            curl_multi_select($this->calls, 0.05);
        } while ($running > 0);
        $status = curl_getinfo($this->call, CURLINFO_RESPONSE_CODE);
        if ($status !== 200) {
            Log::warning('The application did not answer itself; half of an effect was worked out twice as slowly.', ['status' => $status, 'error' => curl_error($this->call)]);

            return null;
        }

        /** @var array<string, mixed> */
        return json_decode((string) curl_multi_getcontent($this->call), true, 16, JSON_THROW_ON_ERROR);
    }
}
