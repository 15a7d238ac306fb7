<?php

declare(strict_types=1);

namespace App\Catalogue\Actions;

use App\Catalogue\Events\Cause;
use App\Catalogue\Events\ListingsTouched;
use App\Catalogue\Events\SwitchTurned;
use App\Catalogue\Models\Listing;
use App\Channels\Models\Channel;
use App\Support\Http\DocumentField;
use App\Support\Http\PercentField;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Conflict;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use Wrasse\Core\Document\EarningsReader;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Money\Currency;

/** Changes a channel's fees, tax or switch. */
final readonly class ChangeChannel
{
    /**
     * @param  array{
     *     automation_on?: bool,
     *     tax_percent?: string|null,
     *     tax_included?: bool|null,
     *     country?: string|null,
     *     language?: string|null,
     *     fees?: array<mixed>,
     *     categories?: array<mixed>,
     * }  $wanted  what is left out stays; categories are those whose fees or tax differ, each with fees and tax_percent
     * or one of them
     * @param  int|null  $revision  the one that was edited; null: whatever it is
     *
     * @throws ValidationException
     * @throws Conflict if someone changed it meanwhile
     */
    public function handle(int $channelId, array $wanted, ?int $revision = null): Channel
    {
        return DB::transaction(function () use ($channelId, $wanted, $revision): Channel {
            $channel = Channel::query()->lockForUpdate()->findOrFail($channelId);
            $currency = Currency::of($channel->currency);
            if (isset($wanted['fees'])) {
                $wanted['fees'] = array_values($wanted['fees']);
                $this->checkFees(Node::of(['fees' => $wanted['fees']])->at('fees'), $currency);
            }
            if (isset($wanted['categories'])) {
                $wanted['categories'] = $this->categories($wanted['categories'], $currency);
            }
            if (array_key_exists('tax_percent', $wanted)) {
                $wanted['tax_percent'] = $this->tax((string) $wanted['tax_percent']);
            }
            $channel->edit($wanted, $revision);
            $isSwitched = $channel->isDirty('automation_on');
            $channel->save();
            if ($isSwitched) {
                event(new SwitchTurned($channel->workspace_id, $channelId));
            }
            event(new ListingsTouched($channel->workspace_id, Listing::ids(['channel_id' => $channelId]), Cause::Fees));
            Announce::change($channel->workspace_id, Topic::Workspace);

            return $channel;
        });
    }

    /** @return string|null null where that of the country or the workspace holds */
    private function tax(string $text): ?string
    {
        return trim($text) === '' ? null : PercentField::upTo(100, 'tax_percent', $text);
    }

    private function checkFees(Node $fees, Currency $currency): void
    {
        DocumentField::check(fn () => array_map((new EarningsReader($currency))->fee(...), $fees->items()));
    }

    /**
     * @param  array<mixed>  $given
     * @return array<string, array{fees: list<mixed>|null, tax_percent: string|null}>
     */
    private function categories(array $given, Currency $currency): array
    {
        $kept = [];
        foreach ($given as $name => $terms) {
            $node = DocumentField::check(
                fn () => Node::of(['categories' => [$name => $terms]])
                    ->at('categories')
                    ->at((string) $name)
                    ->object('fees', 'tax_percent'),
            );
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
