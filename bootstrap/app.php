<?php

declare(strict_types=1);

use App\Accounts\Http\EnterWorkspace;
use App\Support\Http\ContentSecurity;
use App\Support\Http\LimitHeavyRequests;
use App\Support\Http\ProblemDocument;
use App\Support\Http\RefuseMalformedInput;
use App\Support\Schedule\Timetable;
use Bench\BenchAlertsCommand;
use Bench\BenchLatencyCommand;
use Bench\BenchLoadCommand;
use Bench\BenchMatchesCommand;
use Bench\BenchRunCommand;
use Bench\BenchWatchCommand;
use Bench\BenchWatchKillsCommand;
use Bench\BenchWebCommand;
use Demo\DemoLoadCommand;
use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Http\Middleware\HandleCors;
use Illuminate\Http\Request;
use Illuminate\Routing\Middleware\SubstituteBindings;

// Everything an installation makes is in one folder, so that several can stand side by side.
$home = getenv('WRASSE_HOME') ?: dirname(__DIR__).'/var/demo';

$app = Application::configure(basePath: dirname(__DIR__))
    ->withRouting(
        web: __DIR__.'/../routes/web.php',
        api: __DIR__.'/../routes/api.php',
        apiPrefix: 'api/v1',
        health: '/up',
    )
    ->withCommands([
        __DIR__.'/../app/Catalogue/Console',
        __DIR__.'/../app/Market/Console',
        __DIR__.'/../app/Watching/Console',
        __DIR__.'/../app/Pricing/Console',
        __DIR__.'/../app/Alerts/Console',
        __DIR__.'/../app/Support/Console',
        __DIR__.'/../app/Screens/Console',
        DemoLoadCommand::class,
        BenchLoadCommand::class,
        BenchRunCommand::class,
        BenchWatchCommand::class,
        BenchWatchKillsCommand::class,
        BenchWebCommand::class,
        BenchLatencyCommand::class,
        BenchAlertsCommand::class,
        BenchMatchesCommand::class,
    ])
    ->withMiddleware(function (Middleware $middleware): void {
        $middleware->remove(HandleCors::class);
        $middleware->statefulApi();
        $middleware->api(prepend: [RefuseMalformedInput::class]);
        $middleware->web(append: [ContentSecurity::class]);
        $middleware->alias(['workspace' => EnterWorkspace::class, 'heavy' => LimitHeavyRequests::class]);
        // Models are found by id within a workspace, so the workspace comes first.
        $middleware->prependToPriorityList(before: SubstituteBindings::class, prepend: EnterWorkspace::class);
        $middleware->redirectGuestsTo('/sign-in');
        $middleware->throttleApi('api');
    })
    ->withSchedule(fn (Schedule $schedule) => Timetable::write($schedule))
    ->withExceptions(function (Exceptions $exceptions): void {
        // Whatever else is in the path: it may not even be text.
        $isApi = fn (Request $request): bool => str_starts_with($request->getPathInfo(), '/api/');
        $exceptions->shouldRenderJsonWhen($isApi);
        $exceptions->render(fn (Throwable $e, Request $request) => $isApi($request) ? ProblemDocument::for($e) : null);
    })
    ->create();

$app->useEnvironmentPath($home);
$app->useStoragePath($home.'/storage');

return $app;
