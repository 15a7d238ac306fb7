<?php

declare(strict_types=1);

namespace App\Support\Http;

use App\Support\Messages\FieldErrors;
use App\Support\Messages\Message;
use App\Support\Messages\SaysMessage;
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

/**
 * Errors as RFC 9457 problem documents, in English; what they say by code is in a member of its own, so that it can be
 * said in other languages.
 */
#[OA\Schema(
    schema: 'Problem',
    required: ['type', 'title', 'status', 'messages'],
    properties: [
        new OA\Property(property: 'type', type: 'string'),
        new OA\Property(property: 'title', type: 'string'),
        new OA\Property(property: 'status', type: 'integer'),
        new OA\Property(property: 'detail', type: 'string'),
        new OA\Property(
            property: 'errors',
            description: 'What is wrong with which field.',
            type: 'object',
            additionalProperties: new OA\AdditionalProperties(type: 'array', items: new OA\Items(type: 'string')),
        ),
        new OA\Property(
            property: 'messages',
            description: 'The same, as messages.',
            required: ['title'],
            properties: [
                new OA\Property(property: 'title', ref: '#/components/schemas/Message'),
                new OA\Property(property: 'detail', ref: '#/components/schemas/Message'),
                new OA\Property(
                    property: 'errors',
                    type: 'object',
                    additionalProperties: new OA\AdditionalProperties(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/Message'),
                    ),
                ),
            ],
            type: 'object',
        ),
    ],
)]
final readonly class ProblemDocument
{
    /** @param  array<string, list<Message>>  $errors */
    private function __construct(
        private int $status,
        private Message $title,
        private ?Message $detail = null,
        private array $errors = [],
    ) {
    }

    public static function for(Throwable $e): JsonResponse
    {
        $problem = match (true) {
            $e instanceof ValidationException => self::ofFields($e),
            $e instanceof AuthenticationException => new self(401, Message::of('problem_sign_in')),
            $e instanceof AuthorizationException => new self(403, Message::of('problem_not_allowed')),
            $e instanceof TokenMismatchException => new self(419, Message::of('problem_outdated_page')),
            $e instanceof ModelNotFoundException => new self(404, Message::of('problem_not_found')),
            $e instanceof HttpExceptionInterface => self::ofHttp($e),
            $e instanceof QueryException => self::ofQuery($e),
            default => self::unknown(),
        };

        return new JsonResponse($problem->document(), $problem->status, [
            'Content-Type' => 'application/problem+json',
            ...$e instanceof HttpExceptionInterface ? $e->getHeaders() : [],
        ]);
    }

    /** @return array<string, mixed> */
    private function document(): array
    {
        $says = array_filter([
            'title' => $this->title,
            'detail' => $this->detail,
            'errors' => $this->errors,
        ]);
        $texts = array_map(
            fn (Message|array $said) => $said instanceof Message
                ? (string) $said
                : array_map(fn (array $of) => array_map(strval(...), $of), $said),
            $says,
        );

        return ['type' => 'about:blank', 'status' => $this->status, ...$texts, 'messages' => $says];
    }

    private static function ofFields(ValidationException $e): self
    {
        $errors = FieldErrors::of($e);

        return new self($e->status, Message::of('problem_fields'), reset($errors)[0] ?? null, $errors);
    }

    /** What the database said, by its SQLSTATE (PostgreSQL, appendix A). */
    private static function ofQuery(QueryException $e): self
    {
        $state = (string) $e->getCode();

        return match (true) {
            $state === '57014' => new self(
                503,
                Message::of('problem_too_slow'),
                Message::of('problem_too_slow_detail'),
            ),
            str_starts_with($state, '22') => new self(
                422,
                Message::of('problem_unreadable'),
                Message::of('problem_unreadable_detail'),
            ),
            default => self::unknown(),
        };
    }

    private static function unknown(): self
    {
        return new self(500, Message::of('problem_ours'), Message::of('problem_ours_detail'));
    }

    private static function ofHttp(HttpExceptionInterface $e): self
    {
        $status = $e->getStatusCode();
        $title = match ($status) {
            404 => 'problem_not_found',
            405 => 'problem_not_possible',
            409 => 'problem_conflict',
            419 => 'problem_outdated_page',
            429 => 'problem_too_many',
            default => 'problem_other',
        };
        $detail = match (true) {
            $e instanceof SaysMessage => $e->said(),
            $status === 404, $e->getMessage() === '' => null,
            default => Message::fromStored($e->getMessage()),
        };

        return new self($status, Message::of($title), $detail);
    }
}
