<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use App\Accounts\Models\Workspace;
use App\Pricing\Actions\SaveRule;
use App\Pricing\Deciding\Decider;
use App\Pricing\Deciding\ListingRows;
use App\Pricing\Deciding\RuleDocument;
use App\Support\Tenancy\CurrentWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Wrasse\Core\Rule\Formula;
use Wrasse\Core\Rule\FormulaLanguage;
use Wrasse\Core\Rule\FormulaRule;
use Wrasse\Core\Trail\Step;

/** The names a formula can use, and its value for a listing. */
final readonly class FormulaController
{
    #[OA\Post(
        path: '/api/v1/rules/formula',
        operationId: 'tryFormula',
        summary: 'What a formula comes to for one listing, with the figures it can name',
        tags: ['Rules'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['price', 'listing'],
                properties: [
                    new OA\Property(property: 'price', type: 'string'),
                    new OA\Property(property: 'listing', type: 'integer'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'What it comes to',
                content: new OA\JsonContent(ref: '#/components/schemas/FormulaValue'),
            ),
            new OA\Response(
                response: 422,
                description: 'It cannot be read',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function __invoke(Request $request, CurrentWorkspace $current, Decider $decider): JsonResponse
    {
        /** @var array{price: string|null, listing: int|string} $given */
        $given = $request->validate([
            'price' => ['present', 'nullable', 'string', 'max:2000'],
            'listing' => ['required', 'integer'],
        ]);
        $workspace = Workspace::query()->findOrFail($current->id());
        $document = ['version' => 1, 'kind' => 'formula', 'price' => (string) $given['price']];
        SaveRule::check($workspace, $document);
        $row =
            ListingRows::find($workspace->id, (int) $given['listing']) ??
            throw new NotFoundHttpException();
        $now = CarbonImmutable::now();
        $decided = $decider->decide($workspace, [$row], fn () => new RuleDocument($document, $workspace->currency), $now)->current();
        $decision = $decided->decision;
        $figures = (new FormulaRule(Formula::parse((string) $given['price'])))->figures(
            $decided->request->listing,
            $decision->field,
            $decision->limits,
            $decided->request->now,
        );
        $says = array_map(
            fn (Step $step) => $step->says(),
            array_filter($decision->steps(), fn (Step $step) => $step->step === 'formula'),
        );

        return new JsonResponse(
            new FormulaValue(
                $decision->target === null ? null : $decision->listing->currency->format($decision->target),
                array_values($says)[0] ?? $decision->reason->value,
                $decision->outcome->value,
                $decision->reason->value,
                (object) array_map(
                    fn (?float $figure) => $figure === null
                        ? null
                        : rtrim(rtrim(number_format($figure, 4, '.', ''), '0'), '.'),
                    $figures,
                ),
                FormulaLanguage::FUNCTIONS,
            ),
        );
    }
}
