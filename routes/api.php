<?php

declare(strict_types=1);

use App\Accounts\Http\SessionController;
use App\Accounts\Http\TokenController;
use App\Catalogue\Http\BatchController;
use App\Catalogue\Http\ChannelController;
use App\Catalogue\Http\FacetsController;
use App\Catalogue\Http\ImportController;
use App\Catalogue\Http\ProductController;
use App\Catalogue\Http\RateController;
use App\Catalogue\Http\ScopeLimitsController;
use App\Catalogue\Http\SupplierController;
use App\Catalogue\Http\WorkspaceController;
use App\Channels\Http\ConnectionController;
use App\Channels\Http\PriceFileController;
use App\Market\Http\ChannelImportController;
use App\Market\Http\NotificationController;
use App\Market\Http\RivalController;
use App\Pricing\Http\ApprovalController;
use App\Pricing\Http\FormulaController;
use App\Pricing\Http\HandPriceController;
use App\Pricing\Http\PriceWarController;
use App\Pricing\Http\RuleController;
use App\Publishing\Http\ChangeController;
use App\Publishing\Http\RuleMovesController;
use App\Publishing\Http\RunController;
use App\Publishing\Http\UndoAnswersController;
use App\Screens\Http\ComparedGroupsController;
use App\Screens\Http\EarningsController;
use App\Screens\Http\HistoryController;
use App\Screens\Http\ListingController;
use App\Screens\Http\SavedViewController;
use App\Screens\Http\SuggestionController;
use App\Screens\Http\TodayController;
use App\Screens\Http\WaitingApprovalsController;
use App\Screens\Http\WorklistController;
use App\Support\Http\RetentionController;
use App\Support\Live\AuthorizeStreamController;
use Illuminate\Support\Facades\Route;

Route::post('session', [SessionController::class, 'store']);
// Signed by the marketplace, and served by processes of its own: as many as come.
Route::post('channels/{key}/notifications', NotificationController::class)->withoutMiddleware('throttle:api');

Route::middleware(['auth:sanctum', 'workspace'])->group(function (): void {
    Route::get('session', [SessionController::class, 'show']);
    Route::delete('session', [SessionController::class, 'destroy']);
    Route::get('tokens', [TokenController::class, 'index']);
    Route::post('tokens', [TokenController::class, 'store']);
    Route::delete('tokens/{id}', [TokenController::class, 'destroy']);

    Route::get('retention', RetentionController::class);
    Route::get('workspace', [WorkspaceController::class, 'show']);
    Route::patch('workspace', [WorkspaceController::class, 'update']);
    Route::get('limits', [ScopeLimitsController::class, 'index']);
    Route::put('limits', [ScopeLimitsController::class, 'update']);
    Route::post('products', [ProductController::class, 'store']);
    Route::get('suppliers', [SupplierController::class, 'index']);
    Route::get('rates', [RateController::class, 'index']);
    Route::post('rates', [RateController::class, 'store']);
    Route::post('rates/file', [RateController::class, 'import']);
    Route::post('rates/fetch', [RateController::class, 'fetch'])->middleware('heavy');
    Route::get('rates/{id}/history', [RateController::class, 'show']);
    Route::post('rates/{id}/answer', [RateController::class, 'answer']);
    Route::put('suppliers/currency', [SupplierController::class, 'invoicesIn']);
    Route::put('suppliers/markup', [SupplierController::class, 'update']);
    Route::post('suppliers/try-markup', [SupplierController::class, 'tryOut'])->middleware('heavy');
    Route::get('facets', FacetsController::class);
    Route::get('channels', [ChannelController::class, 'index']);
    Route::get('channel-imports', [ChannelImportController::class, 'index']);
    Route::get('channel-drivers', [ConnectionController::class, 'drivers']);
    Route::post('channels/host-key', [ConnectionController::class, 'hostKey']);
    Route::post('channels', [ConnectionController::class, 'store']);
    Route::patch('channels/{id}', [ChannelController::class, 'update']);
    Route::put('channels/{id}/connection', [ConnectionController::class, 'update']);
    Route::post('channels/{id}/secret', [ConnectionController::class, 'secret']);
    Route::post('channels/{id}/try', [ConnectionController::class, 'try']);
    Route::get('channels/{id}/files', [PriceFileController::class, 'index']);
    Route::get('channels/{id}/files/{name}', [PriceFileController::class, 'show']);
    Route::post('imports', [ImportController::class, 'store'])->middleware('heavy');
    Route::get('imports/{id}', [ImportController::class, 'show'])->whereUuid('id');
    Route::post('imports/{id}/check', [ImportController::class, 'check'])->whereUuid('id');
    Route::get('batches', [BatchController::class, 'index']);
    Route::post('batches', [BatchController::class, 'store']);
    Route::get('batches/{id}', [BatchController::class, 'show'])->whereUuid('id');
    Route::get('batches/{id}/rows', [BatchController::class, 'rows'])->whereUuid('id');
    Route::post('batches/{id}/apply', [BatchController::class, 'apply'])->whereUuid('id');
    Route::post('batches/{id}/undo', [BatchController::class, 'undo'])->whereUuid('id');
    Route::get('batches/{id}/refused', [BatchController::class, 'refused'])->whereUuid('id');

    Route::get('today', TodayController::class);
    Route::get('suggestions', [SuggestionController::class, 'index']);
    Route::post('suggestions/dismiss', [SuggestionController::class, 'dismiss']);
    Route::get('price-wars', [PriceWarController::class, 'index']);
    Route::post('price-wars/{id}/answer', [PriceWarController::class, 'answer']);
    Route::get('worklist', WorklistController::class);
    Route::get('listings', [ListingController::class, 'index']);
    Route::get('listings/count', [ListingController::class, 'count']);
    Route::get('listings/export', [ListingController::class, 'export'])->middleware('heavy');
    Route::get('listings/{id}', [ListingController::class, 'show']);
    Route::patch('listings/{id}', [ListingController::class, 'update']);
    Route::get('listings/{id}/history', [HistoryController::class, 'show']);
    Route::get('listings/{id}/history/export', [HistoryController::class, 'export'])->middleware('heavy');
    Route::get('listings/{id}/earnings', EarningsController::class);
    Route::delete('listings/{id}/hand-price', [HandPriceController::class, 'destroy']);
    Route::get('listings/{id}/costs', [EarningsController::class, 'costs']);

    Route::get('views', [SavedViewController::class, 'index']);
    Route::put('views', [SavedViewController::class, 'update']);
    Route::delete('views/{id}', [SavedViewController::class, 'destroy']);

    Route::get('rules', [RuleController::class, 'index']);
    Route::post('rules', [RuleController::class, 'store']);
    Route::get('rules/moves', RuleMovesController::class);
    Route::get('rivals', [RivalController::class, 'index']);
    Route::post('rules/formula', FormulaController::class);
    Route::post('rules/try-out', [RuleController::class, 'tryOut'])->middleware('heavy');
    Route::post('rules/try-out/export', [RuleController::class, 'exportTryOut'])->middleware('heavy');
    Route::get('rules/{id}/groups', ComparedGroupsController::class);
    Route::get('rules/{id}/versions', [RuleController::class, 'versions']);
    Route::get('rules/{id}', [RuleController::class, 'show']);
    Route::patch('rules/{id}', [RuleController::class, 'update']);
    Route::post('rules/{id}/run', [RuleController::class, 'run']);

    Route::get('runs', [RunController::class, 'index']);
    Route::get('runs/{id}', [RunController::class, 'show']);
    Route::post('runs/{id}/release', [RunController::class, 'release']);
    Route::post('runs/{id}/discard', [RunController::class, 'discard']);
    Route::post('runs/{id}/undo', [RunController::class, 'undo'])->middleware('heavy');
    Route::get('approvals', WaitingApprovalsController::class);
    Route::post('approvals/approve', [ApprovalController::class, 'approve'])->middleware('heavy');
    Route::post('approvals/reject', [ApprovalController::class, 'reject'])->middleware('heavy');
    Route::post('approvals/undo', UndoAnswersController::class)->middleware('heavy');

    Route::get('changes', [ChangeController::class, 'index']);
    Route::post('changes/{id}/undo', [ChangeController::class, 'undo']);
    Route::get('changes/waiting', [ChangeController::class, 'waiting']);
    Route::post('changes/acknowledge', [ChangeController::class, 'acknowledge']);
    Route::get('changes/export', [ChangeController::class, 'export'])->middleware('heavy');
    Route::get('changes/{id}', [ChangeController::class, 'show']);
    // Streams are limited by the web server and by the server of streams.
    Route::get('events', AuthorizeStreamController::class)->withoutMiddleware('throttle:api');
});
