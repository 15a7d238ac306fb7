{!! $summary->workspace->name !!}
{{ $summary->monday->format('j F') }} to {{ $summary->sunday()->format('j F Y') }}, beside the week before

@foreach ($summary->figures as $figure)
{!! $figure->name !!}: {!! $figure->say($figure->before) !!} -> {!! $figure->say($figure->now) !!}@if ($figure->difference !== null) ({!! $figure->difference !!})@endif

@endforeach

{{ $summary->changes }} {{ Str::plural('price', $summary->changes) }} changed, {{ $summary->refused }} refused: {!! $summary->link('changes') !!}
{{ $summary->held }} held by a brake: {!! $summary->link('brakes') !!}
@if ($summary->busiest !== [])
Rivals that moved most: @foreach ($summary->busiest as $rival){!! $rival->name !!} ({!! $rival->channel ?? 'web' !!}, {{ $rival->moves }})@if (! $loop->last), @endif
@endforeach

@endif
Waits for you: {{ $summary->needApproval }} {{ Str::plural('price', $summary->needApproval) }} to approve, {{ $summary->cannotBePriced }} {{ Str::plural('listing', $summary->cannotBePriced) }} that cannot be priced: {!! url('/today') !!}

--
You get this on Mondays because someone at your shop chose this address in Wrasse.
Send no more summaries: {!! $unsubscribe !!}
