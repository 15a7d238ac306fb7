import { t } from '@/messages/pricing';
import { Problem, type Rule, type RuleDocument } from '@/api/client';
import type { FieldErrors, Resolver, ResolverResult } from 'react-hook-form';
import { readRule, ruleDraft, type RuleDraft } from './ruleDraft';
import type { Part } from './sentence';

/** What is typed of a rule, and what is saved of it. */
export interface RuleForm {
    name: string;
    document: RuleDraft;
}

export interface WantedRule {
    name: string;
    document: RuleDocument;
}

export const ruleForm = (name: string, document: RuleDocument): RuleForm => ({ name, document: ruleDraft(document) });

export const ruleFormOf = (rule: Rule): RuleForm => ruleForm(rule.name, rule.document);

export const ruleResolver =
    (currency: string): Resolver<RuleForm, unknown, WantedRule> =>
    (values): ResolverResult<RuleForm, WantedRule> => {
        const { document, errors: wrong } = readRule(values.document, currency);
        const name = values.name.trim();
        const errors: FieldErrors<RuleForm> = {};
        if (name === '') errors.name = { type: 'custom', message: t('pricing.giveItAName') };
        const first = Object.values(wrong)[0];
        if (first !== undefined)
            errors.document = { type: 'custom', message: first } as FieldErrors<RuleForm>['document'];
        return Object.keys(errors).length > 0 ? { values: {}, errors } : { values: { name, document }, errors: {} };
    };

const PARTS: [string, Part][] = [
    ['position', 'position'],
    ['reference', 'reference'],
    ['field', 'field'],
    ['adjust', 'handicap'],
    ['window_days', 'window'],
    ['bands', 'bands'],
    ['tiers', 'tiers'],
    ['min_profit', 'minProfit'],
    ['price', 'formula'],
    ['ending', 'ending'],
    ['brakes.max_move', 'maxMove'],
    ['brakes.min_move', 'minMove'],
    ['brakes.cooldown', 'cooldown'],
    ['brakes.max_changes', 'perDay'],
    ['approval', 'approval'],
    ['when_below_floor', 'belowFloor'],
    ['when_above_ceiling', 'aboveCeiling'],
    ['when_no_rivals', 'noRivals'],
    ['when_holding_buy_box', 'holding'],
    ['direction', 'direction'],
    ['reprice_on_promotion', 'promotion'],
    ['compare', 'reference'],
    ['in_stock_days_only', 'window'],
    ['brakes.beyond', 'maxMove'],
];

/** The piece of the sentence that a path of the document belongs to. */
export const partAt = (path: string): Part | undefined => PARTS.find(([start]) => path.startsWith(start))?.[1];

export function byPart(errors: Record<string, string>): Partial<Record<Part, string>> {
    const found: Partial<Record<Part, string>> = {};
    for (const [path, says] of Object.entries(errors)) {
        const part = partAt(path);
        if (part) found[part] ??= says;
    }
    return found;
}

/** What the server says is wrong with the document, by path. */
export function documentErrors(problem: unknown): Record<string, string> {
    if (!(problem instanceof Problem)) return {};
    const own = Object.entries(problem.errors).filter(([path]) => path.startsWith('document.'));
    return Object.fromEntries(own.map(([path, messages]) => [path.slice('document.'.length), messages[0] ?? '']));
}
