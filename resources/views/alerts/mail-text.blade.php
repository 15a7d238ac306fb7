@foreach ($messages as $told)
{!! $told->listing->title !!} ({!! $told->listing->sku !!})
{!! App\Alerts\Destinations\MessageText::body($told) !!}
{!! App\Alerts\Destinations\MessageLinks::listing($told) !!}
{!! $told->alert->name !!}, {{ $told->happened_at->utc()->format('Y-m-d H:i') }} UTC. Mute for a day: {!! App\Alerts\Destinations\MessageLinks::mute($told) !!}

@endforeach
--
You get this because someone at your shop chose this address in Wrasse.
Send nothing here any more: {!! $unsubscribe !!}
