<?php

declare(strict_types=1);

namespace App\Accounts\Http;

use App\Accounts\Models\User;
use App\Support\Tenancy\CurrentWorkspace;
use Closure;
use Illuminate\Auth\AuthenticationException;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

final readonly class EnterWorkspace
{
    public function __construct(private CurrentWorkspace $workspace)
    {
    }

    public function handle(Request $request, Closure $next): Response
    {
        $user = $request->user();
        if (! ($user instanceof User)) {
            throw new AuthenticationException();
        }
        $this->workspace->enter($user->workspace_id);

        return $next($request);
    }
}
