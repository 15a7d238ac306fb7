<?php

declare(strict_types=1);

namespace App\Support\Http;

use App\Support\Messages\Message;
use App\Support\Tenancy\CurrentWorkspace;
use Closure;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\TooManyRequestsHttpException;

/**
 * Lets each workspace have a few requests under way that work out a lot, and has others wait for a moment or come
 * again. What is under way is known by advisory locks of the database: they end with the connection, and at the
 * beginning of the next request on one that is kept.
 */
final class LimitHeavyRequests
{
    public const AT_ONCE = 2;

    /** Names these locks among others: their first number. */
    private const LOCKS = 7_001;

    private const WAIT_MS = 3_000;

    private const STEP_MS = 100;

    private const RETRY_AFTER_SECONDS = 3;

    private ?int $held = null;

    public function __construct(private readonly CurrentWorkspace $workspace)
    {
    }

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        for ($waited = 0; $waited <= self::WAIT_MS; $waited += self::STEP_MS) {
            if ($this->acquire()) {
                return $next($request);
            }
            usleep(self::STEP_MS * 1_000);
        }
        throw new TooManyRequestsHttpException(
            self::RETRY_AFTER_SECONDS,
            Message::of('too_many_at_once')->stored(),
        );
    }

    /** Runs after the response was sent: a file may be written during it. */
    public function terminate(): void
    {
        if ($this->held !== null) {
            DB::select('SELECT pg_advisory_unlock(?, ?)', [self::LOCKS, $this->held]);
            $this->held = null;
        }
    }

    private function acquire(): bool
    {
        for ($slot = 0; $slot < self::AT_ONCE; $slot++) {
            // The second number has 32 bits; that two workspaces share one does no harm.
            $lock = ($this->workspace->id() * self::AT_ONCE + $slot) % 2 ** 31;
            if (DB::selectOne('SELECT pg_try_advisory_lock(?, ?) AS ok', [self::LOCKS, $lock])->ok) {
                $this->held = $lock;

                return true;
            }
        }

        return false;
    }
}
