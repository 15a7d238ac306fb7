<?php

declare(strict_types=1);

namespace App\Alerts\Http;

use App\Alerts\Models\Alert;
use App\Alerts\Models\AlertDestination;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Message;
use App\Support\Tenancy\AcrossWorkspaces;
use App\Support\Tenancy\CurrentWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Contracts\View\View;

/** What links in messages do, for whoever has the message. Programs that only look at links change nothing: it takes a POST. */
final readonly class MessageLinkController
{
    private const MUTED_HOURS = 24;

    public function __construct(private CurrentWorkspace $current)
    {
    }

    public function showMute(int $alert): View
    {
        return view('alerts.link', ['does' => 'mute', 'name' => AcrossWorkspaces::query(Alert::class)->findOrFail($alert)->name, 'isDone' => false]);
    }

    public function mute(int $alert): View
    {
        $found = AcrossWorkspaces::query(Alert::class)->findOrFail($alert);
        $this->current->within($found->workspace_id, function () use ($found): void {
            $found->muted_until = CarbonImmutable::now()->addHours(self::MUTED_HOURS);
            $found->save();
            Announce::change($found->workspace_id, Topic::Alerts);
        });

        return view('alerts.link', ['does' => 'mute', 'name' => $found->name, 'isDone' => true]);
    }

    public function showUnsubscribe(int $destination): View
    {
        return view('alerts.link', ['does' => 'unsubscribe', 'name' => AcrossWorkspaces::query(AlertDestination::class)->findOrFail($destination)->address, 'isDone' => false]);
    }

    /** Also in one click, by the mail program itself (RFC 8058). */
    public function unsubscribe(int $destination): View
    {
        $found = AcrossWorkspaces::query(AlertDestination::class)->findOrFail($destination);
        $this->current->within($found->workspace_id, function () use ($found): void {
            $found->paused_at ??= CarbonImmutable::now();
            $found->paused_because = Message::of('alert_unsubscribed');
            $found->save();
            Announce::change($found->workspace_id, Topic::Alerts);
        });

        return view('alerts.link', ['does' => 'unsubscribe', 'name' => $found->address, 'isDone' => true]);
    }
}
