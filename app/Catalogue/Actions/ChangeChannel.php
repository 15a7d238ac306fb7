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
     * @param  array<string, mixed>|null  $categories  those whose fees or tax differ, each with fees and tax_percent or one of them; null leaves them
     *
     * @throws ValidationException
     */
    public function handle(int $channelId, ?array $fees, ?array $categories, ?bool $automationOn): Channel
    {
        return DB::transaction(function () use ($channelId, $fees, $categories, $automationOn): Channel {
            $channel = Channel::query()->lockForUpdate()->findOrFail($channelId);
            $currency = Currency::of($channel->currency);
            if ($fees !== null) {
                $this->checkFees(Node::of(['fees' => $fees])->at('fees'), $currency);
                $channel->setAttribute('fees', $fees);
            }
            if ($categories !== null) {
                $channel->setAttribute('categories', $this->categories($categories, $currency));
            }
            $channel->automation_on = $automationOn ?? $channel->automation_on;
            $channel->save();
            foreach (array_chunk(Listing::query()->where('channel_id', $channelId)->orderBy('id')->pluck('id')->all(), 2_000) as $ids) {
                event(new ListingsTouched($channel->workspace_id, $ids, 'fees'));
            }
            Announce::change($channel->workspace_id, 'workspace');

            return $channel;
        });
    }

    private function checkFees(Node $fees, Currency $currency): void
    {
        DocumentField::check(fn () => array_map((new EarningsReader($currency))->fee(...), $fees->items()));
    }

    /**
     * @param  array<string, mixed>  $given
     * @return array<string, array{fees: list<mixed>|null, tax_percent: string|null}>
     */
    private function categories(array $given, Currency $currency): array
    {
        $kept = [];
        foreach ($given as $name => $terms) {
            $node = DocumentField::check(fn () => Node::of(['categories' => [$name => $terms]])->at('categories')->at((string) $name)->object('fees', 'tax_percent'));
            $fees = is_array($terms) && is_array($terms['fees'] ?? null) ? array_values($terms['fees']) : null;
            if ($fees !== null) {
                $this->checkFees($node->at('fees'), $currency);
            }
            DocumentField::check(fn () => $node->find('tax_percent')?->percent(100));
            $kept[(string) $name] = ['fees' => $fees, 'tax_percent' => $terms['tax_percent'] ?? null];
        }

        return $kept;
    }
}
