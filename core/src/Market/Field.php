<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

/** The offers that count for a listing, cheapest first, and those that do not, with the reason. */
final readonly class Field
{
    /**
     * @param  list<Rival>  $rivals  by figure, then seller
     * @param  list<array{seller: string, why: string}>  $dropped  in the order they came
     */
    private function __construct(public Basis $basis, public array $rivals, public array $dropped)
    {
    }

    /** @param  list<Offer>  $offers */
    public static function of(array $offers, Listing $listing, FieldFilter $filter, Basis $basis, int $now): self
    {
        $rivals = [];
        $dropped = [];
        foreach ($offers as $offer) {
            $why = $filter->reasonToDrop($offer, $listing, $now);
            if ($why === null) {
                $rivals[] = new Rival($offer, $basis->figure($offer->price, $offer->shipping));
            } else {
                $dropped[] = ['seller' => $offer->seller, 'why' => $why];
            }
        }
        usort($rivals, fn (Rival $a, Rival $b) => $a->figure <=> $b->figure ?: strcmp($a->offer->seller, $b->offer->seller));

        return new self($basis, $rivals, $dropped);
    }

    public function size(): int
    {
        return count($this->rivals);
    }

    public function isEmpty(): bool
    {
        return $this->rivals === [];
    }

    public function lowest(): ?int
    {
        return $this->rivals[0]->figure ?? null;
    }

    /** The lowest figure among those that hold the buy box. */
    public function buyBox(): ?int
    {
        foreach ($this->rivals as $rival) {
            if ($rival->offer->buyBox) {
                return $rival->figure;
            }
        }

        return null;
    }

    /** 1 + the number of rivals strictly below the figure. */
    public function rank(int $figure): int
    {
        $rank = 1;
        foreach ($this->rivals as $rival) {
            if ($rival->figure < $figure) {
                $rank++;
            }
        }

        return $rank;
    }
}
