<?php

declare(strict_types=1);

namespace App\Screens\Reports;

/** One question about a period, answered in charts and tables. */
interface Report
{
    /** @return list<ReportChart> */
    public function charts(ReportScope $scope): array;

    /** @return list<ReportTable> */
    public function tables(ReportScope $scope): array;
}
