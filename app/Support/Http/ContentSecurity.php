<?php

declare(strict_types=1);

namespace App\Support\Http;

use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Pages load nothing from another host and cannot be framed. */
final readonly class ContentSecurity
{
    public function handle(Request $request, Closure $next): Response
    {
        $response = $next($request);
        // What shows pages of others forbids more by itself.
        $own = $response->headers->get('Content-Security-Policy');
        $response->headers->set(
            'Content-Security-Policy',
            $own ?? "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; object-src 'none'; base-uri 'self'; frame-ancestors 'none'",
        );
        $response->headers->set('X-Content-Type-Options', 'nosniff');
        $response->headers->set('Referrer-Policy', 'same-origin');

        return $response;
    }
}
