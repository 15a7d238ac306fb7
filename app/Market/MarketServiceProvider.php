<?php

declare(strict_types=1);

namespace App\Market;

use App\Market\Actions\NoticeNotifications;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\ServiceProvider;

final class MarketServiceProvider extends ServiceProvider
{
    public function boot(): void
    {
        Queue::looping(function (): void {
            try {
                app(NoticeNotifications::class)->handle();
            } catch (QueryException $e) {
                // The worker meets the same trouble a moment later, and knows how to end.
                report($e);
            }
        });
    }
}
