<!doctype html>
<html lang="en">
<body style="margin:0;padding:24px;background:#f5f2ea;color:#13213a;font:15px/1.5 sans-serif">
    <div style="max-width:600px;margin:0 auto 16px;padding:16px 20px;background:#fffdf8;border:1px solid #e3dccb;border-radius:6px">
        <h1 style="margin:0 0 4px;font-size:19px">{{ $summary->workspace->name }}</h1>
        <p style="margin:0 0 12px;color:#4b5872">{{ $summary->monday->format('j F') }} to {{ $summary->sunday()->format('j F Y') }}, beside the week before</p>
        <table style="width:100%;border-collapse:collapse">
            <thead>
                <tr style="color:#4b5872;text-align:right"><th style="text-align:left;font-weight:normal">&nbsp;</th><th style="font-weight:normal">Before</th><th style="font-weight:normal">This week</th><th style="font-weight:normal">Difference</th></tr>
            </thead>
            <tbody>
            @foreach ($summary->figures as $figure)
                <tr style="border-top:1px solid #e3dccb;text-align:right"><td style="padding:4px 0;text-align:left">{{ $figure->name }}</td><td>{{ $figure->say($figure->before) }}</td><td><b>{{ $figure->say($figure->now) }}</b></td><td style="color:#4b5872">{{ $figure->difference ?? '–' }}</td></tr>
            @endforeach
            </tbody>
        </table>
        <p style="margin:12px 0 0"><a href="{{ $summary->link('changes') }}" style="color:#2346c8">{{ $summary->changes }} {{ Str::plural('price', $summary->changes) }} changed</a>@if ($summary->refused > 0), {{ $summary->refused }} refused @endif</p>
        <p style="margin:4px 0 0"><a href="{{ $summary->link('brakes') }}" style="color:#2346c8">{{ $summary->held }} held by a brake</a></p>
        @if ($summary->busiest !== [])
            <p style="margin:4px 0 0"><a href="{{ $summary->link('rivals') }}" style="color:#2346c8">Rivals that moved most</a>: @foreach ($summary->busiest as $rival){{ $rival->name }} ({{ $rival->channel ?? 'web' }}, {{ $rival->moves }})@if (! $loop->last), @endif @endforeach</p>
        @endif
        @if ($summary->needApproval + $summary->cannotBePriced > 0)
            <p style="margin:12px 0 0"><a href="{{ url('/today') }}" style="color:#2346c8;font-weight:bold">Waits for you</a>: {{ $summary->needApproval }} {{ Str::plural('price', $summary->needApproval) }} to approve, {{ $summary->cannotBePriced }} {{ Str::plural('listing', $summary->cannotBePriced) }} that cannot be priced</p>
        @endif
    </div>
    <p style="max-width:600px;margin:0 auto;color:#4b5872;font-size:13px">You get this on Mondays because someone at your shop chose this address in Wrasse. <a href="{{ $unsubscribe }}" style="color:#4b5872">Send no more summaries</a></p>
</body>
</html>
