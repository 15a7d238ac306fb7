<?php

declare(strict_types=1);

use App\Accounts\Http\SessionController;
use App\Accounts\Http\TokenController;
use App\Catalogue\Http\ChannelController;
use App\Catalogue\Http\FacetsController;
use App\Catalogue\Http\ImportController;
use App\Catalogue\Http\ScopeLimitsController;
use App\Catalogue\Http\WorkspaceController;
use App\Market\Http\NotificationController;
use App\Pricing\Http\RuleController;
use App\Publishing\Http\ChangeController;
use App\Support\Live\EventsController;
use App\Workbench\Http\EarningsController;
use App\Workbench\Http\ListingController;
use Illuminate\Support\Facades\Route;

Route::post('session', [SessionController::class, 'store']);
Route::post('channels/{key}/notifications', NotificationController::class);

Route::middleware(['auth:sanctum', 'workspace'])->group(function (): void {
    Route::get('session', [SessionController::class, 'show']);
    Route::delete('session', [SessionController::class, 'destroy']);
    Route::get('tokens', [TokenController::class, 'index']);
    Route::post('tokens', [TokenController::class, 'store']);
    Route::delete('tokens/{id}', [TokenController::class, 'destroy'])->whereNumber('id');

    Route::get('workspace', [WorkspaceController::class, 'show']);
    Route::patch('workspace', [WorkspaceController::class, 'update']);
    Route::get('limits', [ScopeLimitsController::class, 'index']);
    Route::put('limits', [ScopeLimitsController::class, 'update']);
    Route::get('facets', FacetsController::class);
    Route::get('channels', [ChannelController::class, 'index']);
    Route::patch('channels/{id}', [ChannelController::class, 'update'])->whereNumber('id');
    Route::post('imports', [ImportController::class, 'store']);
    Route::post('imports/{id}/apply', [ImportController::class, 'apply'])->whereUuid('id');

    Route::get('listings', [ListingController::class, 'index']);
    Route::get('listings/{id}', [ListingController::class, 'show'])->whereNumber('id');
    Route::patch('listings/{id}', [ListingController::class, 'update'])->whereNumber('id');
    Route::get('listings/{id}/history', [ListingController::class, 'history'])->whereNumber('id');
    Route::get('listings/{id}/earnings', EarningsController::class)->whereNumber('id');

    Route::get('rules', [RuleController::class, 'index']);
    Route::post('rules', [RuleController::class, 'store']);
    Route::post('rules/try-out', [RuleController::class, 'tryOut']);
    Route::get('rules/{id}', [RuleController::class, 'show'])->whereNumber('id');
    Route::patch('rules/{id}', [RuleController::class, 'update'])->whereNumber('id');
    Route::post('rules/{id}/run', [RuleController::class, 'run'])->whereNumber('id');
    Route::post('assignments', [RuleController::class, 'assign']);

    Route::get('changes', [ChangeController::class, 'index']);
    Route::get('changes/{id}', [ChangeController::class, 'show'])->whereNumber('id');
    Route::get('events', EventsController::class);
});
