<!doctype html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <style>
        body { font: 9pt "DejaVu Sans", sans-serif; color: #13213a; }
        h1 { font-size: 15pt; margin: 0 0 4pt; }
        h2 { font-size: 11pt; margin: 14pt 0 4pt; }
        table { width: 100%; border-collapse: collapse; }
        th { text-align: left; color: #4b5872; font-weight: normal; border-bottom: 1px solid #cfc6b1; }
        td { padding: 3pt 6pt 3pt 0; vertical-align: top; border-bottom: 1px solid #e3dccb; }
        .right { text-align: right; }
        .soft { color: #4b5872; font-size: 8pt; }
    </style>
</head>
<body>
    <h1>{{ $kind === 'minimum' ? 'Prices below the advertised minimum' : 'Prices above the recommended price' }}</h1>
    <p>{{ $workspace->name }} · the last {{ $days }} days · made on {{ $made->format('Y-m-d H:i') }} ({{ $workspace->time_zone }}). Prices without shipping.</p>
    <h2>Sellers</h2>
    <table>
        <tr><th>Seller</th><th class="right">Times</th><th class="right">Listings</th><th class="right">Still</th><th class="right">At most</th><th class="right">Days</th></tr>
        @foreach ($sellers as $seller)
            <tr>
                <td>{{ $seller->name ?? 'We ourselves' }}@if ($seller->is_repeated) (again and again)@endif</td>
                <td class="right">{{ $seller->times }}</td>
                <td class="right">{{ $seller->listings }}</td>
                <td class="right">{{ $seller->open }}</td>
                <td class="right">{{ $seller->worst_percent }} %</td>
                <td class="right">{{ $seller->days }}</td>
            </tr>
        @endforeach
    </table>
    <h2>What was seen</h2>
    <table>
        <tr><th>Product</th><th>Seller</th><th class="right">{{ $kind === 'minimum' ? 'Minimum' : 'Recommended' }}</th><th class="right">Asked</th><th class="right">Off</th><th>When</th></tr>
        @foreach ($breaches as [$breach, $evidence])
            <tr>
                <td>{{ $breach->title }}<div class="soft">{{ $breach->sku }} · {{ $breach->channel }}</div></td>
                <td>{{ $breach->rival ?? 'We ourselves' }}</td>
                <td class="right">{{ $breach->limit }} {{ $breach->currency }}</td>
                <td class="right">{{ $breach->worst }} {{ $breach->currency }}</td>
                <td class="right">{{ $breach->worst_percent }} %</td>
                <td>
                    {{ substr($breach->began_at, 0, 10) }} – {{ $breach->ended_at === null ? 'still' : substr($breach->ended_at, 0, 10) }}
                    <div class="soft">
                        @if ($evidence->observed_at !== null)
                            seen {{ str_replace('T', ' ', substr($evidence->observed_at, 0, 19)) }} UTC
                            @if ($evidence->offer !== null)<br>offer: {{ json_encode($evidence->offer, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES) }}@endif
                        @else
                            what was observed is not kept any more
                        @endif
                        @if ($evidence->url !== null)<br>page: {{ $evidence->url }} (reading {{ $evidence->reading_id }}@if (isset($attached[$evidence->reading_id])), attached as {{ $attached[$evidence->reading_id] }} @endif)@endif
                    </div>
                </td>
            </tr>
        @endforeach
    </table>
    @if ($isCut)
        <p>There are more; the file of the same name as CSV has all of them.</p>
    @endif
</body>
</html>
