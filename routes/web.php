<?php

declare(strict_types=1);

use App\Alerts\Http\MessageLinkController;
use App\Screens\Summaries\SummaryController;
use Illuminate\Foundation\Http\Middleware\ValidateCsrfToken;
use Illuminate\Support\Facades\Route;

// Links in messages, for whoever has the message; mail programs use them too, without a session.
Route::middleware(['signed:relative', 'throttle:60,1'])->withoutMiddleware(ValidateCsrfToken::class)->group(function (): void {
    Route::get('/mail/mute/{alert}', [MessageLinkController::class, 'showMute'])->whereNumber('alert')->name('alerts.mute');
    Route::post('/mail/mute/{alert}', [MessageLinkController::class, 'mute'])->whereNumber('alert');
    Route::get('/mail/unsubscribe/{destination}', [MessageLinkController::class, 'showUnsubscribe'])->whereNumber('destination')->name('alerts.unsubscribe');
    Route::get('/mail/summaries/{destination}', [SummaryController::class, 'showUnsubscribe'])->whereNumber('destination')->name('summaries.unsubscribe');
    Route::post('/mail/summaries/{destination}', [SummaryController::class, 'unsubscribe'])->whereNumber('destination');
    Route::post('/mail/unsubscribe/{destination}', [MessageLinkController::class, 'unsubscribe'])->whereNumber('destination');
});

// One page; the places in it are the front end's own. The sign-in page is named so that guests are sent there.
Route::view('/sign-in', 'app')->name('login');
Route::view('/{place?}', 'app')->where('place', '(?!api/|build/|sanctum/|up$).*');
