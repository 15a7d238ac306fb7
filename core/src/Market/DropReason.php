<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

/** Why an offer does not count, in the order in which they are looked at. */
enum DropReason: string
{
    case OwnOffer = 'own_offer';
    case Source = 'source';
    case ExcludedSeller = 'excluded_seller';
    case NotInList = 'not_in_list';
    case MarketplaceRetail = 'marketplace_retail';
    case Condition = 'condition';
    case Fulfilment = 'fulfilment';
    case OutOfStock = 'out_of_stock';
    case Stale = 'stale';
    case Rating = 'rating';
    case RatingCount = 'rating_count';
    case Handling = 'handling';
    case ShipFrom = 'ship_from';
    case Suspicious = 'suspicious';
}
