<?php

declare(strict_types=1);

namespace Demo;

use App\Accounts\Models\Workspace;
use App\Alerts\Actions\SaveAlert;
use App\Alerts\Actions\SaveDestination;
use App\Alerts\Models\AlertScope;
use App\Alerts\Models\Cadence;
use App\Alerts\Models\DestinationKind;
use App\Market\Models\Rival;

/** What the demo's seller wants to be told, by mail and in a room of a chat. */
final readonly class DemoAlerts
{
    public function __construct(private SaveAlert $save, private SaveDestination $destinations)
    {
    }

    public function ask(Workspace $workspace, string $email): void
    {
        $mail = $this->destinations->handle(null, ['kind' => DestinationKind::Email, 'name' => 'Nora', 'address' => $email], null, null);
        $chat = $this->destinations->handle(
            null,
            ['kind' => DestinationKind::Chat, 'name' => 'Prices', 'address' => config('markets.inbox').'/hook/prices'],
            null,
            null,
        );
        $this->alert($workspace, 'A rival sells below our floor', AlertScope::All, [], Cadence::Hourly, [$mail->id], [
            ['kind' => 'price_stands', 'whose' => 'any', 'relation' => 'below', 'to' => 'floor'],
        ]);
        $this->alert($workspace, 'Buy box lost', AlertScope::All, ['again_hours' => 12], Cadence::Now, [$chat->id], [
            ['kind' => 'buy_box', 'change' => 'lost'],
        ]);
        $this->alert($workspace, 'Crocks: the lowest price falls by more than 3 %', AlertScope::Filter, ['filter' => ['q' => 'crock']], Cadence::Now, [$mail->id, $chat->id], [
            ['kind' => 'price_moved', 'whose' => 'lowest', 'direction' => 'down', 'percent' => '3', 'days' => 0],
        ]);
        $this->alert($workspace, 'Pages that cannot be read or believed', AlertScope::All, [], Cadence::Daily, [$mail->id], [
            ['kind' => 'listing', 'state' => 'reading_failing'],
            ['kind' => 'listing', 'state' => 'reading_doubtful'],
        ]);
        $rival = Rival::query()->orderByDesc('id')->whereNotNull('channel_id')->first();
        if ($rival !== null) {
            $this->alert($workspace, "{$rival->name} comes, goes or sells out", AlertScope::Rival, ['rival_id' => $rival->id], Cadence::Daily, [], [
                ['kind' => 'rival', 'change' => 'appeared'],
                ['kind' => 'rival', 'change' => 'gone'],
                ['kind' => 'rival', 'change' => 'out_of_stock'],
            ]);
        }
    }

    /**
     * @param  array<string, mixed>  $more
     * @param  list<int>  $destinations
     * @param  list<array<string, mixed>>  $conditions
     */
    private function alert(Workspace $workspace, string $name, AlertScope $scope, array $more, Cadence $cadence, array $destinations, array $conditions): void
    {
        $this->save->handle(
            null,
            [
                'name' => $name,
                'scope' => $scope,
                'condition' => ['kind' => 'any', 'conditions' => $conditions],
                'currency' => $workspace->currency,
                'cadence' => $cadence,
                'quiet_from' => '22:00',
                'quiet_to' => '06:30',
                ...$more,
            ],
            $destinations,
            null,
            null,
        );
    }
}
