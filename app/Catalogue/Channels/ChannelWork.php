<?php

declare(strict_types=1);

namespace App\Catalogue\Channels;

use App\Catalogue\Models\Channel;
use Closure;

/** Work that calls a channel: not begun while the channel rests, and how it went is remembered. */
final readonly class ChannelWork
{
    /**
     * @param  Closure(): mixed  $work
     * @return ChannelUnavailable|ChannelRefused|null what went wrong; null where all went well, or nothing was begun
     */
    public static function on(Channel $channel, Closure $work): ChannelUnavailable|ChannelRefused|null
    {
        if ($channel->rests()) {
            return null;
        }
        try {
            $work();
            $channel->answered();
        } catch (ChannelUnavailable $e) {
            $channel->failed($e);

            return $e;
        } catch (ChannelRefused $e) {
            $channel->refused($e->getMessage());

            return $e;
        }

        return null;
    }
}
