<!doctype html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width">
    <meta name="robots" content="noindex">
    <title>Wrasse</title>
</head>
<body>
<main>
    <h1>Wrasse</h1>
    @if ($does === 'mute')
        <p>{{ $isDone ? "“{$name}” tells nothing until tomorrow at this time." : "Mute the alert “{$name}” for a day?" }}</p>
    @elseif ($does === 'summary')
        <p>{{ $isDone ? "No more summaries are sent to {$name}." : "Send no more weekly summaries to {$name}?" }}</p>
    @else
        <p>{{ $isDone ? "Nothing is sent to {$name} any more." : "Send no more alerts to {$name}?" }}</p>
    @endif
    @unless ($isDone)
        <form method="post"><button type="submit">{{ ['mute' => 'Mute for a day', 'summary' => 'Send no more summaries', 'unsubscribe' => 'Send nothing here any more'][$does] }}</button></form>
    @endunless
</main>
</body>
</html>
