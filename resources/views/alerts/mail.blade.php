<!doctype html>
<html lang="en">
<body style="margin:0;padding:24px;background:#f5f2ea;color:#13213a;font:15px/1.5 sans-serif">
@foreach ($messages as $told)
    <div style="max-width:560px;margin:0 auto 16px;padding:16px 20px;background:#fffdf8;border:1px solid #e3dccb;border-radius:6px">
        <p style="margin:0 0 8px"><a href="{{ App\Alerts\Destinations\MessageLinks::listing($told) }}" style="color:#2346c8;font-weight:bold">{{ $told->listing->title }}</a> <span style="color:#4b5872">{{ $told->listing->sku }}</span></p>
        @foreach ($told->notice()->sentences() as $sentence)
            <p style="margin:0 0 4px">{{ $sentence }}</p>
        @endforeach
        <p style="margin:8px 0 0;color:#4b5872">{{ $told->notice()->standing() }}</p>
        <p style="margin:8px 0 0;color:#4b5872;font-size:13px">{{ $told->alert->name }} · {{ $told->happened_at->utc()->format('Y-m-d H:i') }} UTC · <a href="{{ App\Alerts\Destinations\MessageLinks::mute($told) }}" style="color:#4b5872">mute for a day</a></p>
    </div>
@endforeach
    <p style="max-width:560px;margin:0 auto;color:#4b5872;font-size:13px">You get this because someone at your shop chose this address in Wrasse. <a href="{{ $unsubscribe }}" style="color:#4b5872">Send nothing here any more</a></p>
</body>
</html>
