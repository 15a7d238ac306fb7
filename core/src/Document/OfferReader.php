<?php

declare(strict_types=1);

namespace Wrasse\Core\Document;

use Wrasse\Core\Market\Offer;
use Wrasse\Core\Market\Offers;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\InvalidAmount;
use Wrasse\Core\Money\Percent;

use function array_diff_key;
use function array_flip;
use function array_is_list;
use function count;
use function is_array;
use function is_bool;
use function is_int;
use function is_string;

/**
 * Reads offers. There are many of them in every document, so an offer as marketplaces give it is read in one go; only
 * what does not fit is read field by field, to say where it stands and what was expected.
 */
final class OfferReader
{
    private const FIELDS = [
        'seller',
        'price',
        'shipping',
        'condition',
        'fulfilment',
        'in_stock',
        'buy_box',
        'rating_percent',
        'rating_count',
        'handling_days',
        'ship_from',
        'marketplace_retail',
        'source',
        'seen_at',
    ];

    private const MOST = 32_768;

    /** @var array<string, int> */
    private readonly array $known;

    /** @var array<string, int> amounts that were read before; shipping charges are mostly the same few */
    private array $amounts = [];

    /** @var array<string, Percent> ratings that were read before */
    private array $percentages = [];

    /** @var array{mixed, int|null} */
    private array $lastSeen = [null, null];

    public function __construct(private readonly Currency $currency)
    {
        $this->known = array_flip(self::FIELDS);
    }

    /**
     * @param  int|null  $seenAt  microseconds since 1970, for offers that do not say when they were seen themselves
     *
     * @throws InvalidDocument
     */
    public function all(Node $offers, ?int $seenAt = null): Offers
    {
        $raw = $offers->raw();
        if (! is_array($raw) || ! array_is_list($raw)) {
            throw $offers->expected('a list');
        }
        $read = [];
        foreach ($raw as $i => $offer) {
            $read[] = $this->atOnce($offer, $seenAt) ?? $this->fieldByField($offers->items()[$i]);
        }

        return Offers::of($read);
    }

    public function canRead(mixed $offer): bool
    {
        return $this->atOnce($offer, null) !== null ||
            self::orNull(fn () => $this->fieldByField(Node::of([$offer])->items()[0])) !== null;
    }

    /** Null where it is not as plain as that. */
    private function atOnce(mixed $offer, ?int $seenAt): ?Offer
    {
        if (! is_array($offer) || array_diff_key($offer, $this->known) !== []) {
            return null;
        }
        $seller = $offer['seller'] ?? null;
        $condition = $offer['condition'] ?? 'new';
        $fulfilment = $offer['fulfilment'] ?? 'merchant';
        $source = $offer['source'] ?? 'marketplace';
        $inStock = $offer['in_stock'] ?? true;
        $buyBox = $offer['buy_box'] ?? false;
        $retail = $offer['marketplace_retail'] ?? false;
        $count = $offer['rating_count'] ?? null;
        $days = $offer['handling_days'] ?? null;
        $from = $offer['ship_from'] ?? null;
        $rating = isset($offer['rating_percent']) ? $this->rating($offer['rating_percent']) : null;
        $seenAt = isset($offer['seen_at']) ? $this->seenAt($offer['seen_at']) : $seenAt;
        $price = $this->amount($offer['price'] ?? null);
        $shipping = $this->amount($offer['shipping'] ?? '0');
        $isPlain =
            is_string($seller) &&
            $seller !== '' &&
            is_string($condition) &&
            $condition !== '' &&
            is_string($fulfilment) &&
            $fulfilment !== '' &&
            is_string($source) &&
            $source !== '' &&
            is_bool($inStock) &&
            is_bool($buyBox) &&
            is_bool($retail) &&
            ($count === null || (is_int($count) && $count >= 0)) &&
            ($days === null || (is_int($days) && $days >= 0)) &&
            ($from === null || (is_string($from) && $from !== '')) &&
            ($rating !== null || ! isset($offer['rating_percent'])) &&
            ($seenAt !== null || ! isset($offer['seen_at']));
        if (! $isPlain || $price === null || $shipping === null) {
            return null;
        }

        return new Offer(
            $seller,
            $price,
            $shipping,
            $condition,
            $fulfilment,
            $inStock,
            $buyBox,
            $rating,
            $count,
            $days,
            is_string($from) ? $from : null,
            $retail,
            $source,
            $seenAt,
        );
    }

    private function amount(mixed $text): ?int
    {
        if (! is_string($text)) {
            return null;
        }
        if (! isset($this->amounts[$text])) {
            try {
                $amount = $this->currency->parse($text);
            } catch (InvalidAmount) {
                return null;
            }
            if ($amount < 0) {
                return null;
            }
            $this->amounts = count($this->amounts) < self::MOST ? $this->amounts : [];
            $this->amounts[$text] = $amount;
        }

        return $this->amounts[$text];
    }

    /** The offers of a listing were mostly seen at the same time. */
    private function seenAt(mixed $text): ?int
    {
        if ($text !== $this->lastSeen[0]) {
            $this->lastSeen = [
                $text,
                self::orNull(
                    fn () => Node::of([$text])
                        ->items()[0]
                        ->time(),
                ),
            ];
        }

        return $this->lastSeen[1];
    }

    private function rating(mixed $text): ?Percent
    {
        if (! is_string($text)) {
            return null;
        }
        if (! isset($this->percentages[$text])) {
            $percent = self::orNull(
                fn () => Node::of([$text])
                    ->items()[0]
                    ->percent(100),
            );
            if ($percent === null) {
                return null;
            }
            $this->percentages = count($this->percentages) < self::MOST ? $this->percentages : [];
            $this->percentages[$text] = $percent;
        }

        return $this->percentages[$text];
    }

    /**
     * What does not fit is read once more, field by field, which says where it stands.
     *
     * @template T
     *
     * @param  callable(): T  $read
     * @return T|null
     */
    private static function orNull(callable $read): mixed
    {
        try {
            return $read();
        } catch (InvalidDocument) {
            return null;
        }
    }

    private function fieldByField(Node $offer): Offer
    {
        $offer->object(...self::FIELDS);

        return new Offer(
            $offer->at('seller')->string(),
            $offer->at('price')->amount($this->currency),
            $offer->find('shipping')?->amount($this->currency) ?? 0,
            $offer->find('condition')?->string() ?? 'new',
            $offer->find('fulfilment')?->string() ?? 'merchant',
            $offer->find('in_stock')?->bool() ?? true,
            $offer->find('buy_box')?->bool() ?? false,
            $offer->find('rating_percent')?->percent(100),
            $offer->find('rating_count')?->int(0),
            $offer->find('handling_days')?->int(0),
            $offer->find('ship_from')?->string(),
            $offer->find('marketplace_retail')?->bool() ?? false,
            $offer->find('source')?->string() ?? 'marketplace',
            $offer->find('seen_at')?->time(),
        );
    }
}
