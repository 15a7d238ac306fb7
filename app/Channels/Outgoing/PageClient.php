<?php

declare(strict_types=1);

namespace App\Channels\Outgoing;

use App\Support\Messages\Message;
use App\Support\Messages\SaysMessage;
use Closure;
use GuzzleHttp\Client;
use GuzzleHttp\Exception\ConnectException;
use GuzzleHttp\Exception\RequestException;
use GuzzleHttp\Handler\CurlMultiHandler;
use GuzzleHttp\HandlerStack;
use GuzzleHttp\Promise\Create;
use GuzzleHttp\Promise\EachPromise;
use GuzzleHttp\Promise\PromiseInterface;
use GuzzleHttp\Psr7\Exception\MalformedUriException;
use GuzzleHttp\Psr7\Uri;
use GuzzleHttp\Psr7\UriResolver;
use Psr\Http\Message\ResponseInterface;
use Throwable;

/**
 * Asks many sites for a page at once: a slow one holds up no other. Every request, and each redirect, goes to an address
 * that was checked (PinnedAddress), by HTTP on the ports that are allowed. Nothing is thrown: what goes wrong is in the
 * answer, in words.
 */
final readonly class PageClient
{
    private const CONNECT_SECONDS = 10;

    /** For all of it, redirects included. */
    private const SECONDS = 20;

    private const MOST_REDIRECTS = 5;

    private const LONGEST_RETRY_AFTER_SECONDS = 7 * 86_400;

    private const LONGEST_HEADER = 1_024;

    /** Of libcurl, where a proxy was to be asked: it does not know it, cannot connect, or is not let through. */
    private const PROXY_ERRORS = [CURLE_COULDNT_RESOLVE_PROXY, CURLE_COULDNT_CONNECT, CURLE_RECV_ERROR, 97];

    private const HEADERS = [
        'Accept' => 'text/html,application/xhtml+xml;q=0.9,*/*;q=0.1',
        'Accept-Encoding' => 'gzip, deflate, br',
    ];

    /**
     * @param  list<int>  $ports  that may be asked
     * @param  (Closure(): callable)|null  $handler  makes one of Guzzle's that works without waiting
     */
    public function __construct(
        private PinnedAddress $pinned,
        private array $ports,
        private ?Closure $handler = null,
    ) {
    }

    /**
     * @template TKey of array-key
     *
     * @param  iterable<TKey, PageRequest>  $requests  taken one by one, as others are answered
     * @param  callable(PageAnswer, TKey): mixed  $answered  called as the answers come
     * @param  int  $atOnce  how many are under way at a time
     */
    public function ask(iterable $requests, callable $answered, int $atOnce): void
    {
        // One handler, so that they share a loop.
        $handler = $this->handler === null ? new CurlMultiHandler() : ($this->handler)();
        $promises = function () use ($requests, $handler) {
            foreach ($requests as $key => $request) {
                yield $key => $this->follow($this->client($handler, $request), $request, $request->address, [], microtime(true));
            }
        };
        (new EachPromise($promises(), [
            'concurrency' => $atOnce,
            'fulfilled' => $answered,
        ]))->promise()->wait();
    }

    /** @throws ForbiddenAddress if its port is not one of those that are asked */
    public function checkPort(WebAddress $address): void
    {
        if (! in_array($address->port, $this->ports, true)) {
            throw new ForbiddenAddress(Message::of('address_port', port: (string) $address->port));
        }
    }

    private function client(callable $handler, PageRequest $request): Client
    {
        $stack = new HandlerStack($handler);
        $stack->push($this->pinned->middleware($request->maxBytes, $request->proxy));

        return new Client([
            'handler' => $stack,
            'allow_redirects' => false,
            'http_errors' => false,
            'connect_timeout' => self::CONNECT_SECONDS,
            'decode_content' => self::HEADERS['Accept-Encoding'],
            // Whatever the environment says; the one of a site is set where its address is checked.
            ...$request->proxy === null ? ['proxy' => ''] : [],
            'headers' => [...self::HEADERS, ...$request->headers],
        ]);
    }

    /** @param  list<string>  $passed  addresses of redirects so far */
    private function follow(
        Client $client,
        PageRequest $request,
        WebAddress $address,
        array $passed,
        float $begunAt,
    ): PromiseInterface {
        $answer = fn (?ResponseInterface $response, ?Message $failure): PageAnswer => self::answer(
            $response,
            $failure,
            $address,
            $passed,
            $begunAt,
        );
        try {
            $this->checkPort($address);
        } catch (ForbiddenAddress $e) {
            return Create::promiseFor($answer(null, $e->said()));
        }
        $left = max(0.1, self::SECONDS - (microtime(true) - $begunAt));

        return $client->requestAsync('GET', $address->url, ['timeout' => $left])->then(
            function (ResponseInterface $response) use ($client, $request, $address, $passed, $begunAt, $answer) {
                $location = $response->getHeaderLine('Location');
                if ($response->getStatusCode() < 300 || $response->getStatusCode() >= 400 || $location === '') {
                    return $answer($response, null);
                }
                if (count($passed) === self::MOST_REDIRECTS) {
                    return $answer($response, Message::of('page_redirects_in_circles', count: self::MOST_REDIRECTS));
                }
                $next = self::target($address, $location);
                $whyNot = $next === null ? Message::of('address_not_web') : self::whyNot($request, $next);

                return $next !== null && $whyNot === null
                    ? $this->follow($client, $request, $next, [...$passed, $next->url], $begunAt)
                    : $answer($response, Message::of('page_redirect_not_followed', to: mb_strimwidth($location, 0, 200, '…'), reason: $whyNot));
            },
            fn (Throwable $e) => $answer(null, self::failure($e, $address, $request->proxy)),
        );
    }

    /** Null where it is no address that can be asked. */
    private static function target(WebAddress $from, string $location): ?WebAddress
    {
        try {
            return WebAddress::parse(
                (string) UriResolver::resolve(new Uri($from->url), (new Uri($location))->withFragment('')),
            );
        } catch (ForbiddenAddress|MalformedUriException) {
            return null;
        }
    }

    private static function whyNot(PageRequest $request, WebAddress $next): ?Message
    {
        try {
            return ($request->whyNotFollowed)($next);
        } catch (ForbiddenAddress $e) {
            return $e->said();
        }
    }

    /** @param  list<string>  $passed */
    private static function answer(
        ?ResponseInterface $response,
        ?Message $failure,
        WebAddress $address,
        array $passed,
        float $begunAt,
    ): PageAnswer {
        $header = function (string $name) use ($response): ?string {
            $value = mb_scrub((string) $response?->getHeaderLine($name));

            return $value === '' || strlen($value) > self::LONGEST_HEADER ? null : $value;
        };

        return new PageAnswer(
            $response?->getStatusCode(),
            $failure === null ? (string) $response?->getBody() : '',
            $header('Content-Type') ?? '',
            $header('ETag'),
            $header('Last-Modified'),
            RetryAfter::seconds($header('Retry-After') ?? '', self::LONGEST_RETRY_AFTER_SECONDS),
            $address->url,
            $passed,
            (int) round(1_000 * (microtime(true) - $begunAt)),
            $failure,
        );
    }

    /** What libcurl says, in words: https://curl.se/libcurl/c/libcurl-errors.html */
    private static function failure(Throwable $e, WebAddress $address, ?OutgoingProxy $proxy): Message
    {
        if ($e instanceof SaysMessage) {
            return $e->said();
        }
        $code = $e instanceof ConnectException || $e instanceof RequestException
            ? $e->getHandlerContext()['errno'] ?? 0
            : 0;

        if ($proxy !== null && in_array($code, self::PROXY_ERRORS, true)) {
            return Message::of('page_proxy', proxy: $proxy->address->host);
        }

        return match ($code) {
            CURLE_OPERATION_TIMEOUTED => Message::of('page_too_slow', seconds: self::SECONDS),
            CURLE_SSL_CONNECT_ERROR, CURLE_SSL_CACERT, 83, 90, 91 => Message::of('page_certificate', host: $address->host),
            CURLE_WRITE_ERROR, CURLE_BAD_CONTENT_ENCODING, CURLE_FILESIZE_EXCEEDED => Message::of('page_too_long'),
            CURLE_COULDNT_CONNECT => Message::of('page_no_connection', host: $address->host),
            default => Message::of('page_broken_off', host: $address->host),
        };
    }
}
