<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use App\Accounts\Models\Workspace;
use App\Pricing\Effects\WorkOutEffect;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Part of an effect, for the application itself: whoever asks must hold an address that it has signed, for one workspace and a minute. */
final readonly class EffectPartController
{
    public function __invoke(Request $request, int $workspace, CurrentWorkspace $current, WorkOutEffect $effect): JsonResponse
    {
        $given = $request->validate(['document' => ['required', 'array'], 'listings' => ['required', 'array']]);

        return $current->within($workspace, function () use ($workspace, $request, $given, $effect): JsonResponse {
            $part = $effect->of(Workspace::query()->findOrFail($workspace), $request->json('document'), array_map(intval(...), array_values($given['listings'])))->figures();

            return new JsonResponse([...$part, 'moves' => array_map(fn (array $move) => [$move[0], TryOutRow::ofMove($move[1])], $part['moves'])]);
        });
    }
}
