<?php

declare(strict_types=1);

namespace App\Support\Http;

use Illuminate\Auth\Access\AuthorizationException;
use Illuminate\Auth\AuthenticationException;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Database\QueryException;
use Illuminate\Http\JsonResponse;
use Illuminate\Session\TokenMismatchException;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Throwable;

/** Errors as RFC 9457 problem documents. */
#[OA\Schema(schema: 'Problem', required: ['type', 'title', 'status'])]
final readonly class ProblemDocument
{
    /** @param  array<string, list<string>>|null  $errors */
    public function __construct(
        #[OA\Property] public string $type,
        #[OA\Property] public string $title,
        #[OA\Property] public int $status,
        #[OA\Property] public ?string $detail,
        #[OA\Property(
            description: 'What is wrong with which field.',
            type: 'object',
            additionalProperties: new OA\AdditionalProperties(type: 'array', items: new OA\Items(type: 'string')),
            nullable: true,
        )]
        public ?array $errors = null,
    ) {
    }

    public static function for(Throwable $e): JsonResponse
    {
        $problem = match (true) {
            $e instanceof ValidationException => new self(
                'about:blank',
                'Some fields need attention',
                $e->status,
                $e->getMessage(),
                array_map(array_values(...), $e->errors()),
            ),
            $e instanceof AuthenticationException => new self('about:blank', 'Sign in first', 401, null),
            $e instanceof AuthorizationException => new self('about:blank', 'Not allowed', 403, null),
            $e instanceof TokenMismatchException => new self(
                'about:blank',
                'This page is out of date; reload it',
                419,
                null,
            ),
            $e instanceof ModelNotFoundException => new self('about:blank', 'Not found', 404, null),
            $e instanceof HttpExceptionInterface => self::ofHttp($e),
            $e instanceof QueryException => self::ofQuery($e),
            default => self::unknown(),
        };

        return new JsonResponse(array_filter((array) $problem, fn (mixed $value) => $value !== null), $problem->status, [
            'Content-Type' => 'application/problem+json',
            ...$e instanceof HttpExceptionInterface ? $e->getHeaders() : [],
        ]);
    }

    /** What the database said, by its SQLSTATE (PostgreSQL, appendix A). */
    private static function ofQuery(QueryException $e): self
    {
        $state = (string) $e->getCode();

        return match (true) {
            $state === '57014' => new self(
                'about:blank',
                'This took too long',
                503,
                'Nothing was changed. Ask for less, or try again later.',
            ),
            str_starts_with($state, '22') => new self(
                'about:blank',
                'A value cannot be read',
                422,
                'One of the values is not of the kind that is expected there.',
            ),
            default => self::unknown(),
        };
    }

    private static function unknown(): self
    {
        return new self(
            'about:blank',
            'Something went wrong on our side',
            500,
            'It has been written to the log. Nothing was changed.',
        );
    }

    private static function ofHttp(HttpExceptionInterface $e): self
    {
        $status = $e->getStatusCode();
        $title = match ($status) {
            404 => 'Not found',
            405 => 'Not possible here',
            409 => 'Changed by someone else meanwhile',
            419 => 'This page is out of date; reload it',
            429 => 'Too many requests; try again shortly',
            default => 'The request could not be handled',
        };

        return new self('about:blank', $title, $status, $status === 404 ? null : ($e->getMessage() ?: null));
    }
}
