<?php

declare(strict_types=1);

namespace Wrasse\Core\Trail;

/** Why a decision came out as it did. */
enum Reason: string
{
    // A new price.
    case Positioned = 'positioned';
    case SalesPace = 'sales_pace';
    case Markup = 'markup';
    case Formula = 'formula';
    case NextRival = 'next_rival';
    case NoRivals = 'no_rivals';
    case AtFloor = 'at_floor';
    case AtCeiling = 'at_ceiling';
    case Capped = 'capped';

    // The price stays.
    case AlreadyThere = 'already_there';
    case HoldingBuyBox = 'holding_buy_box';
    case Direction = 'direction';
    case BelowFloor = 'below_floor';
    case AboveCeiling = 'above_ceiling';
    case PaceInBand = 'pace_in_band';
    case FormulaNull = 'formula_null';
    case MinMove = 'min_move';

    // A person decides.
    case MaxMove = 'max_move';
    case Approval = 'approval';

    // Not now.
    case OutOfStock = 'out_of_stock';
    case Promotion = 'promotion';
    case Cooldown = 'cooldown';
    case DailyLimit = 'daily_limit';
    case WindowOpen = 'window_open';
    case NoSalesWindow = 'no_sales_window';

    // Not at all.
    case CostMissing = 'cost_missing';
    /** The cost is in a currency for which there is no rate, or none that is new enough. */
    case RateMissing = 'rate_missing';
    /** A rule or a limit has an amount, but none in the currency of the listing. */
    case AmountMissing = 'amount_missing';
    case FloorUnreachable = 'floor_unreachable';
    case FloorMissing = 'floor_missing';
    case CeilingMissing = 'ceiling_missing';
    case LimitsConflict = 'limits_conflict';
    case FormulaInputMissing = 'formula_input_missing';
    case FormulaError = 'formula_error';
    case NoValidPrice = 'no_valid_price';

    /** What can be wrong with the limits themselves, whatever the market. */
    public const OF_LIMITS = [
        self::CostMissing,
        self::RateMissing,
        self::AmountMissing,
        self::FloorUnreachable,
        self::FloorMissing,
        self::CeilingMissing,
        self::LimitsConflict,
    ];

    /** Why a price can wait for a person. */
    public const OF_REVIEW = [self::MaxMove, self::Approval];
}
