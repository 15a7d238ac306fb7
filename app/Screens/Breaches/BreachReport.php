<?php

declare(strict_types=1);

namespace App\Screens\Breaches;

use App\Accounts\Models\Workspace;
use App\Watching\Actions\StoredPages;
use Carbon\CarbonImmutable;
use Dompdf\Adapter\CPDF;
use Dompdf\Dompdf;
use Dompdf\Options;
use Illuminate\Support\Collection;
use LogicException;
use RuntimeException;
use stdClass;

/**
 * Who asked too little or too much, with what was seen, as a PDF that can be sent to them. The pages of other shops are
 * attached as they were kept (embedded files, ISO 32000-1, 7.11.4).
 */
final readonly class BreachReport
{
    private const MOST = 200;

    private const MOST_ATTACHED_BYTES = 10_000_000;

    public function __construct(private StoredPages $pages)
    {
    }

    /** @return string the PDF */
    public function pdf(BreachFilter $filter, Workspace $workspace): string
    {
        /** @var Collection<int, stdClass> $rows */
        $rows = $filter->inOrder($workspace->id)->limit(self::MOST + 1)->get();
        $breaches = $rows->take(self::MOST)->map(fn (stdClass $row): array => [BreachResource::of($row), BreachEvidence::of($row)]);
        $pages = $this->pages($workspace->id, $breaches);
        $html = view('screens.breaches', [
            'workspace' => $workspace,
            'kind' => $filter->kind(),
            'days' => $filter->days(),
            'made' => CarbonImmutable::now($workspace->time_zone),
            'isCut' => $rows->count() > self::MOST,
            'sellers' => BreachGroup::bySeller($filter, $workspace->id),
            'breaches' => $breaches,
            'attached' => array_map(self::name(...), array_combine(array_keys($pages), array_keys($pages))),
        ])->render();
        $options = new Options();
        // Nothing is loaded, and nothing in it runs.
        $options->setIsRemoteEnabled(false)->setIsPhpEnabled(false)->setIsJavascriptEnabled(false);
        $options->setDefaultFont('DejaVu Sans');
        $pdf = new Dompdf($options);
        $pdf->setPaper('A4');
        $pdf->loadHtml($html, 'UTF-8');
        $pdf->render();

        return self::withPages($pdf, $pages);
    }

    /**
     * @param  Collection<int, array{BreachResource, BreachEvidence}>  $breaches
     * @return array<int, stdClass> pages as they were kept, by reading; those at the beginning where they are too large together
     */
    private function pages(int $workspaceId, Collection $breaches): array
    {
        $pages = [];
        $bytes = 0;
        foreach ($breaches as [, $evidence]) {
            $page = $evidence->reading_id === null || isset($pages[$evidence->reading_id]) ? null : $this->pages->find($workspaceId, $evidence->reading_id);
            $bytes += strlen($page->html ?? '');
            if ($page !== null && $bytes <= self::MOST_ATTACHED_BYTES) {
                $pages[(int) $evidence->reading_id] = $page;
            }
        }

        return $pages;
    }

    /** As text: whoever opens it does not run what a stranger has written. */
    private static function name(int $reading): string
    {
        return "reading-{$reading}.html.txt";
    }

    /** @param  array<int, stdClass>  $pages  by reading */
    private static function withPages(Dompdf $pdf, array $pages): string
    {
        $canvas = $pdf->getCanvas();
        if (! $canvas instanceof CPDF) {
            throw new LogicException('PDFs are written by dompdf itself.');
        }
        $files = [];
        try {
            foreach ($pages as $reading => $page) {
                $file = tempnam(sys_get_temp_dir(), 'page') ?: throw new RuntimeException('There is no room for a page to be attached.');
                $files[] = $file;
                file_put_contents($file, $page->html);
                $canvas->get_cpdf()->addEmbeddedFile($file, self::name($reading), "{$page->url}, read {$page->read_at}", 'text/plain');
            }

            return (string) $pdf->output();
        } finally {
            array_map(unlink(...), $files);
        }
    }
}
