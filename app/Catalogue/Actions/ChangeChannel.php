<?php

declare(strict_types=1);

namespace App\Catalogue\Actions;

use App\Catalogue\Events\ListingsTouched;
use App\Catalogue\Models\Channel;
use App\Catalogue\Models\Listing;
use App\Support\Http\DocumentField;
use App\Support\Live\Announce;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use Wrasse\Core\Document\EarningsReader;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Money\Currency;

/** Changes a channel's fees or its switch. */
final readonly class ChangeChannel
{
    /**
     * @param  list<mixed>|null  $fees  null leaves them
     *
     * @throws ValidationException
     */
    public function handle(int $channelId, ?array $fees, ?bool $automationOn): Channel
    {
        return DB::transaction(function () use ($channelId, $fees, $automationOn): Channel {
            $channel = Channel::query()->lockForUpdate()->findOrFail($channelId);
            if ($fees !== null) {
                $currency = Currency::of($channel->currency);
                DocumentField::check(fn () => array_map(fn (Node $fee) => (new EarningsReader($currency))->fee($fee), Node::of(['fees' => $fees])->at('fees')->items()));
                $channel->setAttribute('fees', $fees);
            }
            $channel->automation_on = $automationOn ?? $channel->automation_on;
            $channel->save();
            foreach (array_chunk(Listing::query()->where('channel_id', $channelId)->orderBy('id')->pluck('id')->all(), 500) as $ids) {
                event(new ListingsTouched($channel->workspace_id, $ids, 'fees'));
            }
            Announce::change($channel->workspace_id, 'workspace');

            return $channel;
        });
    }
}
