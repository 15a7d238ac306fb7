<?php

declare(strict_types=1);

namespace Wrasse\Core\Trail;

use function array_combine;
use function array_map;

/**
 * Everything the why can say, by a name that programs can word themselves. In English with the names of its values in
 * braces; a value can be a message in turn.
 */
enum Phrase: string
{
    case Offers = 'offers';
    case OneOffer = 'one_offer';
    case NoOffers = 'no_offers';

    case MayBeRepriced = 'may_be_repriced';
    case OutOfStock = 'out_of_stock';
    case OnPromotion = 'on_promotion';
    case ChangedRecently = 'changed_recently';
    case ChangedOften = 'changed_often';

    case LimitsAre = 'limits_are';
    case CostUnknown = 'cost_unknown';
    case CostConverted = 'cost_converted';
    case NoRate = 'no_rate';
    case NoAmount = 'no_amount';
    case RuleLacksAmount = 'rule_lacks_amount';
    case FloorUnreachable = 'floor_unreachable';
    case NoFloor = 'no_floor';
    case NoCeiling = 'no_ceiling';
    case FloorAboveCeiling = 'floor_above_ceiling';
    case WithinLimits = 'within_limits';
    case FloorBinds = 'floor_binds';
    case CeilingBinds = 'ceiling_binds';
    case BelowFloorStays = 'below_floor_stays';
    case AboveCeilingStays = 'above_ceiling_stays';

    case TermByHand = 'term_by_hand';
    case TermMargin = 'term_margin';
    case TermMarkup = 'term_markup';
    case TermProfit = 'term_profit';
    case TermMap = 'term_map';
    case TermRrp = 'term_rrp';
    case TermRrpPart = 'term_rrp_part';
    case TermNotBelow = 'term_not_below';
    case TermNotAbove = 'term_not_above';

    case BuyBoxKeeps = 'buy_box_keeps';
    case BuyBoxRaises = 'buy_box_raises';
    case BuyBoxNoMatter = 'buy_box_no_matter';
    case NoBuyBox = 'no_buy_box';

    case ComparedWith = 'compared_with';
    case WithShipping = 'with_shipping';
    case ItemPriceAlone = 'item_price_alone';
    case Lowest = 'lowest';
    case Highest = 'highest';
    case Average = 'average';
    case Median = 'median';
    case Nth = 'nth';
    case BuyBox = 'buy_box';
    case OfSeller = 'of_seller';
    case Rrp = 'rrp';
    case ListPrice = 'list_price';
    case CurrentPrice = 'current_price';
    case MeanOf = 'mean_of';
    case And = 'and';
    case Instead = 'instead';
    case SellerAbsent = 'seller_absent';
    case BuyBoxAbsent = 'buy_box_absent';
    case NotKnown = 'not_known';

    case Positioned = 'positioned';
    case PositionedLower = 'positioned_lower';
    case Below = 'below';
    case BelowAtLeast = 'below_at_least';
    case Above = 'above';
    case AboveAtLeast = 'above_at_least';
    case SameAs = 'same_as';
    case PercentOf = 'percent_of';
    case AmountOf = 'amount_of';
    case NextRival = 'next_rival';
    case NoNextRival = 'no_next_rival';
    case NoRivalsStays = 'no_rivals_stays';
    case NoRivalsCeiling = 'no_rivals_ceiling';
    case NoRivalsListPrice = 'no_rivals_list_price';

    case SoldPace = 'sold_pace';
    case PaceTooEarly = 'pace_too_early';
    case PaceNoStock = 'pace_no_stock';
    case StepUp = 'step_up';
    case StepDown = 'step_down';
    case PaceNoStep = 'pace_no_step';

    case CostWithMarkup = 'cost_with_markup';
    case NoPriceEarnsThat = 'no_price_earns_that';
    case EarnsEnough = 'earns_enough';
    case UpToEnough = 'up_to_enough';

    case FormulaLacks = 'formula_lacks';
    case FormulaFails = 'formula_fails';
    case FormulaStays = 'formula_stays';
    case FormulaNoPrice = 'formula_no_price';
    case FormulaPrice = 'formula_price';

    case MayMoveThisWay = 'may_move_this_way';
    case MovesOnlyUp = 'moves_only_up';
    case MovesOnlyDown = 'moves_only_down';

    case EndsAsWanted = 'ends_as_wanted';
    case ToWantedEnding = 'to_wanted_ending';
    case NoWantedEnding = 'no_wanted_ending';
    case FloorTermsHold = 'floor_terms_hold';
    case UpToFloorTerms = 'up_to_floor_terms';
    case NoPriceHolds = 'no_price_holds';

    case NoBrake = 'no_brake';
    case MoveTooSmall = 'move_too_small';
    case MoveTooLarge = 'move_too_large';
    case MoveCapped = 'move_capped';
    case AsksFirst = 'asks_first';
    case DoesNotAsk = 'does_not_ask';
    case AlreadyThere = 'already_there';
    case NewPrice = 'new_price';

    private const ENGLISH = [
        'offers' => '{seen} offers, {counted} count',
        'one_offer' => '1 offer, {counted} counts',
        'no_offers' => 'No offers',

        'may_be_repriced' => 'May be repriced now',
        'out_of_stock' => 'Out of stock; nothing to price',
        'on_promotion' => 'On promotion; the rule leaves it alone',
        'changed_recently' => 'Changed only a short while ago; the rule waits between changes',
        'changed_often' => 'Changed as often in 24 hours as the rule allows',

        'limits_are' => 'Floor: {floor}; ceiling: {ceiling}',
        'cost_unknown' => 'The cost is not known',
        'cost_converted' => 'Cost {cost} {from}; 1 {from} = {rate} {to} of {day} ({source}), plus {margin} %',
        'no_amount' => 'an amount, but none in {currency}',
        'rule_lacks_amount' => 'The rule has amounts, but not all of them in {currency}',
        'no_rate' => 'There is no exchange rate for the cost that may be used',
        'floor_unreachable' => 'No price earns what the floor asks for',
        'no_floor' => 'There is no floor',
        'no_ceiling' => 'There is no ceiling',
        'floor_above_ceiling' => 'The floor is above the ceiling',
        'within_limits' => 'Between floor and ceiling',
        'floor_binds' => 'Floor binds: {term}',
        'ceiling_binds' => 'Ceiling binds: {term}',
        'below_floor_stays' => 'That is under the floor; the price stays',
        'above_ceiling_stays' => 'That is over the ceiling; the price stays',

        'term_by_hand' => 'set by hand',
        'term_margin' => '{percent} % margin of price',
        'term_markup' => '{percent} % markup on cost',
        'term_profit' => '{amount} profit',
        'term_map' => 'minimum advertised price',
        'term_rrp' => 'recommended price',
        'term_rrp_part' => '{percent} % of the recommended price',
        'term_not_below' => 'not below {reference}',
        'term_not_above' => 'not above {reference}',

        'buy_box_keeps' => 'You hold the buy box; the rule says to leave the price then',
        'buy_box_raises' => 'You hold the buy box; look at the lowest offer and do not go down',
        'buy_box_no_matter' => 'You hold the buy box; it makes no difference to this rule',
        'no_buy_box' => 'You do not hold the buy box',

        'compared_with' => '{reference}, {basis}',
        'with_shipping' => 'with shipping',
        'item_price_alone' => 'item price alone',
        'lowest' => 'the lowest offer',
        'highest' => 'the highest offer',
        'average' => 'the average of the offers',
        'median' => 'the middle of the offers',
        'nth' => 'offer number {n} from below',
        'buy_box' => 'the buy box',
        'of_seller' => 'the offer of {seller}',
        'rrp' => 'the recommended price',
        'list_price' => 'your list price',
        'current_price' => 'your present price',
        'mean_of' => 'the mean of {all}',
        'and' => '{first} and {second}',
        'instead' => '{absent}, so {reference}',
        'seller_absent' => '{seller} has no offer that counts',
        'buy_box_absent' => 'nobody that counts holds the buy box',
        'not_known' => '{reference} is not known',

        'positioned' => '{position} that',
        'positioned_lower' => '{position} that would be lower than now; stay',
        'below' => '{by} below',
        'below_at_least' => '{by}, at least {least}, below',
        'above' => '{by} above',
        'above_at_least' => '{by}, at least {least}, above',
        'same_as' => 'the same as',
        'percent_of' => '{percent} %',
        'amount_of' => '{amount}',
        'next_rival' => 'That is under the floor; beside the next rival up it is not',
        'no_next_rival' => 'That is under the floor, and so it is beside every rival further up',
        'no_rivals_stays' => 'Nobody is left to compare with; the price stays',
        'no_rivals_ceiling' => 'Nobody is left to compare with; go to the ceiling',
        'no_rivals_list_price' => 'Nobody is left to compare with; go to the list price',

        'sold_pace' => '{units} sold in the last {days} days, {in_stock} of them in stock',
        'pace_too_early' => 'The price was changed within the last {days} days; sales since then do not tell enough yet',
        'pace_no_stock' => 'Out of stock on all of the last {days} days; that nothing was sold says nothing',
        'step_up' => '{by} up from the present price',
        'step_down' => '{by} down from the present price',
        'pace_no_step' => 'That pace asks for no step',

        'cost_with_markup' => 'Cost with the markup of its tier',
        'no_price_earns_that' => 'No price earns that much',
        'earns_enough' => 'It earns enough',
        'up_to_enough' => 'Up to where it earns enough',

        'formula_lacks' => 'The formula names {name}, which has no value here',
        'formula_fails' => 'The formula cannot be worked out: {problem}',
        'formula_stays' => 'The formula gives no price; the price stays',
        'formula_no_price' => 'The formula does not give a price',
        'formula_price' => 'The formula gives a price',

        'may_move_this_way' => 'The rule may move the price this way',
        'moves_only_up' => 'The rule moves prices only up',
        'moves_only_down' => 'The rule moves prices only down',

        'ends_as_wanted' => 'The price ends as wanted',
        'to_wanted_ending' => 'To the neighbouring price with a wanted ending',
        'no_wanted_ending' => 'No neighbouring price with a wanted ending is allowed; the price stays as it was',
        'floor_terms_hold' => 'Every floor term holds',
        'up_to_floor_terms' => 'Moved up until every floor term holds',
        'no_price_holds' => 'No price up to the ceiling meets every floor term',

        'no_brake' => 'No brake is in the way',
        'move_too_small' => 'Too small a move to bother',
        'move_too_large' => 'More than {percent} % at once; a person looks first',
        'move_capped' => 'Not more than {percent} % at once',
        'asks_first' => 'The rule asks a person first',
        'does_not_ask' => 'The rule does not ask',
        'already_there' => 'The price is there already',
        'new_price' => 'New price',
    ];

    /** @return array<string, string> all of them in English, by name */
    public static function catalogue(): array
    {
        return array_combine(
            array_map(fn (self $phrase) => $phrase->value, self::cases()),
            array_map(fn (self $phrase) => $phrase->english(), self::cases()),
        );
    }

    public function english(): string
    {
        return self::ENGLISH[$this->value];
    }

    /** @param  array<string, int|string|Message>  $values */
    public function with(array $values = []): Message
    {
        return new Message($this, $values);
    }
}
