<?php

declare(strict_types=1);

namespace Tests\Feature\Watching;

use Closure;
use GuzzleHttp\Exception\ConnectException;
use GuzzleHttp\Promise\Create;
use GuzzleHttp\Promise\PromiseInterface;
use GuzzleHttp\Psr7\Response;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Assert;
use Psr\Http\Message\RequestInterface;

/** Answers requests for pages as a test says, and keeps what was asked. */
final class StandInWeb
{
    /** @var array<string, Response|int|Closure(RequestInterface): Response> an answer or an error of libcurl, by URL */
    private array $answers = [];

    /** @var list<RequestInterface> */
    public array $requests = [];

    /** @var list<array<string, mixed>> options of Guzzle, likewise */
    public array $options = [];

    public function __construct(private readonly int $openTransactions)
    {
    }

    /** @param  Response|int|Closure(RequestInterface): Response  $answer  number of an error of libcurl */
    public function at(string $url, Response|int|Closure $answer): void
    {
        $this->answers[$url] = $answer;
    }

    /** @param  array<string, string>  $headers */
    public function page(string $url, string $body, array $headers = []): void
    {
        $this->at($url, new Response(200, ['Content-Type' => 'text/html; charset=utf-8', ...$headers], $body));
    }

    /** @return list<string> */
    public function asked(): array
    {
        return array_map(fn (RequestInterface $request) => (string) $request->getUri(), $this->requests);
    }

    /** @param  array<string, mixed>  $options */
    public function __invoke(RequestInterface $request, array $options): PromiseInterface
    {
        Assert::assertSame($this->openTransactions, DB::transactionLevel(), 'a page is asked for while rows are locked');
        $this->requests[] = $request;
        $this->options[] = $options;
        $url = (string) $request->getUri();
        $answer = $this->answers[$url] ?? new Response(404, [], '');
        if (is_int($answer)) {
            return Create::rejectionFor(new ConnectException('', $request, null, ['errno' => $answer]));
        }
        $answer = $answer instanceof Closure ? $answer($request) : $answer;
        $options['sink']->write((string) $answer->getBody());

        return Create::promiseFor($answer);
    }
}
