<?php

declare(strict_types=1);

namespace App\Screens\Breaches;

use App\Accounts\Models\Workspace;
use Carbon\CarbonImmutable;
use Dompdf\Dompdf;
use Dompdf\Options;
use Illuminate\Support\Collection;
use stdClass;

/** Who asked too little or too much, with what was seen, as a PDF that can be sent to them. */
final readonly class BreachReport
{
    private const MOST = 200;

    /** @return string the PDF */
    public function pdf(BreachFilter $filter, Workspace $workspace): string
    {
        /** @var Collection<int, stdClass> $rows */
        $rows = $filter->inOrder($workspace->id)->limit(self::MOST + 1)->get();
        $html = view('screens.breaches', [
            'workspace' => $workspace,
            'kind' => $filter->kind(),
            'days' => $filter->days(),
            'made' => CarbonImmutable::now($workspace->time_zone),
            'isCut' => $rows->count() > self::MOST,
            'sellers' => BreachGroup::bySeller($filter, $workspace->id),
            'breaches' => $rows->take(self::MOST)->map(fn (stdClass $row): array => [BreachResource::of($row), BreachEvidence::of($row)]),
        ])->render();
        $options = new Options();
        // Nothing is loaded, and nothing in it runs.
        $options->setIsRemoteEnabled(false)->setIsPhpEnabled(false)->setIsJavascriptEnabled(false);
        $options->setDefaultFont('DejaVu Sans');
        $pdf = new Dompdf($options);
        $pdf->setPaper('A4');
        $pdf->loadHtml($html, 'UTF-8');
        $pdf->render();

        return (string) $pdf->output();
    }
}
