<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Price\Claims;

use Wrasse\Core\Reading\Price\Amount;
use Wrasse\Core\Reading\Price\Sentence;

use function end;

/** "inkl. 19 % MwSt.", "ex VAT", "TTC": whether an amount contains the tax. */
final readonly class Taxes implements Claim
{
    private const TAX = '(?:mwst|m\.?w\.?st|ust|mehrwertsteuer|umsatzsteuer|steuern?|vat|v\.a\.t|tax(?:es)?|tva|t\.v\.a|taxes?|iva|i\.v\.a|btw|gst|moms|podatk\w*)(?!\p{L})';

    private const RATE = '(?:N ?% ?)?(?:der |the |gesetzl\w*\.? |ges\.? )*(?:N ?% ?)?';

    private const WITHOUT = '(?:\+|(?<!\p{L})(?:plus|zzgl|zuz(?:ü|ue)gl\w*|exkl|exklusive?|excl|excluding|exclusief|exc|ex|ohne|without|before|hors|sin|senza|zonder|bez|netto|net of|m(?:á|a)s|più|pi(?:ù|u)))\.? ?'.self::RATE.self::TAX;

    private const WITH = '(?<!\p{L})(?:inkl|inklusive|incl|including|included|inclusief|inc|mit|with|avec|con|met|z|w tym|brutto|gross|enth\w*|i)\.? ?'.self::RATE.self::TAX;

    private const MARKED_WITHOUT = '(?<!\p{L})(?:h\.?t\.?|netto|net(?: price)?|nettopreis|iva (?:esclusa|no incluido|excluido|escl\.?)|(?:vat|tax|btw|mwst\.?) (?:excluded|excl\.?|exclusief|nicht enthalten)|\+ ?iva)(?!\p{L})';

    private const MARKED_WITH = '(?<!\p{L})(?:t\.?t\.?c\.?|brutto|bruttopreis|gross(?: price)?|iva (?:inclusa|incluido|incl\.?|compresa)|(?:vat|tax|btw|mwst\.?) (?:included|incl\.?|inclusief|inbegrepen|enthalten|inklusive)|tutte le tasse)(?!\p{L})';

    public function on(Sentence $sentence): void
    {
        $without = self::WITHOUT.'|'.self::MARKED_WITHOUT;
        $with = self::WITH.'|'.self::MARKED_WITH;
        // In brackets before its amount, where all others stand behind theirs.
        $inBrackets = "[(] ?(?:(?<withoutOf>{$without})|(?<withOf>{$with}))\\.?[ :]*(?<of>N)(?! ?%)";
        $found = $sentence->find("{$inBrackets}|(?<without>{$without})|(?<with>{$with})|(?<amount>N)(?! ?%)");
        $isBefore = isset($found[0]) && ! (($found[0]['amount'] ?? null) instanceof Amount)
            && ! ((end($found)['amount'] ?? null) === null);
        $last = null;
        $said = null;
        foreach ($found as $one) {
            $amount = $one['amount'] ?? null;
            if (($one['of'] ?? null) instanceof Amount) {
                $one['of']->hasTax = ($one['withOf'] ?? null) !== null;
                $last = $one['of'];

                continue;
            }
            if ($amount instanceof Amount) {
                if ($isBefore && $said !== null) {
                    $amount->hasTax = $said;
                    $said = null;
                }
                $last = $amount;

                continue;
            }
            $said = ($one['with'] ?? null) !== null;
            if (! $isBefore && $last !== null && $last->hasTax === null) {
                $last->hasTax = $said;
            }
        }
    }
}
