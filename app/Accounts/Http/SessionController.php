<?php

declare(strict_types=1);

namespace App\Accounts\Http;

use App\Accounts\Models\User;
use App\Accounts\Models\Workspace;
use App\Support\Live\Announce;
use App\Support\Messages\Message;
use Illuminate\Contracts\Auth\StatefulGuard;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Validation\ValidationException;
use LogicException;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpKernel\Exception\BadRequestHttpException;

final readonly class SessionController
{
    private const TRIES_PER_MINUTE = 6;

    /** As sessions keep them. */
    private const LONGEST_USER_AGENT = 500;

    #[OA\Post(
        path: '/api/v1/session',
        operationId: 'signIn',
        summary: 'Sign in',
        tags: ['Session'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['email', 'password'],
                properties: [
                    new OA\Property(property: 'email', type: 'string'),
                    new OA\Property(property: 'password', type: 'string'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Who is signed in',
                content: new OA\JsonContent(ref: '#/components/schemas/Me'),
            ),
            new OA\Response(
                response: 422,
                description: 'Not known',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function store(Request $request): JsonResponse
    {
        /** @var array{email: string, password: string} $given */
        $given = $request->validate([
            'email' => ['required', 'string', 'email', 'max:255'],
            'password' => ['required', 'string', 'max:255'],
        ]);
        if (! $request->hasSession()) {
            throw new BadRequestHttpException('Only a browser on this address signs in; programs send a token.');
        }
        $key = 'sign-in|'.mb_strtolower($given['email']).'|'.$request->ip();
        if (RateLimiter::tooManyAttempts($key, self::TRIES_PER_MINUTE)) {
            throw ValidationException::withMessages([
                'email' => Message::of('sign_in_too_many_tries', seconds: RateLimiter::availableIn($key)),
            ]);
        }
        if (! $this->guard()->attempt($given, remember: true)) {
            RateLimiter::hit($key);
            throw ValidationException::withMessages(['email' => Message::of('sign_in_wrong')]);
        }
        RateLimiter::clear($key);
        $request->session()->regenerate();

        return $this->show($request);
    }

    #[OA\Get(
        path: '/api/v1/session',
        operationId: 'me',
        summary: 'Who is signed in',
        tags: ['Session'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Who is signed in',
                content: new OA\JsonContent(ref: '#/components/schemas/Me'),
            ),
            new OA\Response(
                response: 401,
                description: 'Nobody',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function show(Request $request): JsonResponse
    {
        /** @var User $user */
        $user = $request->user() ?? $this->guard()->user();

        return new JsonResponse(
            new MeResource($user->name, $user->email, Workspace::query()->findOrFail($user->workspace_id)->name),
        );
    }

    #[OA\Delete(
        path: '/api/v1/session',
        operationId: 'signOut',
        summary: 'Sign out',
        tags: ['Session'],
        responses: [new OA\Response(response: 204, description: 'Signed out')],
    )]
    public function destroy(Request $request): JsonResponse
    {
        if (! $request->hasSession()) {
            throw new BadRequestHttpException('Only a browser signs out; a program’s token is ended in the settings.');
        }
        $personId = $this->guard()->id();
        $this->guard()->logout();
        $request->session()->invalidate();
        $request->session()->regenerateToken();
        self::endSessionsOfBrowser((int) $personId, $request);
        Announce::signedOut((int) $personId);

        return new JsonResponse(null, 204);
    }

    /**
     * Where several requests at once find that a session has run out, each begins one of its own. Whichever of them an answer under
     * way gives the browser back, it is over.
     */
    private static function endSessionsOfBrowser(int $personId, Request $request): void
    {
        DB::table((string) config('session.table'))
            ->where('user_id', $personId)
            ->where('ip_address', $request->ip())
            ->where('user_agent', mb_substr(mb_convert_encoding((string) $request->userAgent(), 'UTF-8'), 0, self::LONGEST_USER_AGENT))
            ->delete();
    }

    private function guard(): StatefulGuard
    {
        $guard = Auth::guard('web');

        return $guard instanceof StatefulGuard ? $guard : throw new LogicException('The web guard keeps a session.');
    }
}
