import { t } from '@/messages/pricing';
import { type Rule, type RuleDocument, type RuleVersion } from '@/api/client';
import { money, symbol } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { useState } from 'react';
import { Marked } from './Marked';
import { useTryOut } from './queries';

/** Two versions side by side: as sentences, with what differs marked, and by what they would do to its listings now. */
export function CompareVersions({ rule, versions }: { rule: Rule; versions: RuleVersion[] }) {
    const [first, setFirst] = useState(String(rule.version - 1));
    const [second, setSecond] = useState(String(rule.version));
    const options = versions.map((one) => [String(one.number), t('pricing.version', { number: one.number })] as const);
    const [one, other] = [first, second].map((number) => versions.find((version) => String(version.number) === number));
    if (!one || !other) return null;
    return (
        <div className="mt-3 grid grid-cols-2 gap-x-6 gap-y-2">
            <Select label={t('pricing.compare')} value={first} options={options} onChange={setFirst} />
            <Select label={t('pricing.with')} value={second} options={options} onChange={setSecond} />
            <Marked document={one.document} against={other.document} />
            <Marked document={other.document} against={one.document} />
            <WouldDo rule={rule} document={one.document} />
            <WouldDo rule={rule} document={other.document} />
        </div>
    );
}

function WouldDo({ rule, document }: { rule: Rule; document: RuleDocument }) {
    const tryOut = useTryOut(document, { rule: String(rule.id) });
    if (tryOut.error) return <ProblemNotice error={tryOut.error} />;
    if (!tryOut.data) return <p className="text-text-3">{t('pricing.beingWorkedOut')}</p>;
    const { down, up, stay, ask, skipped, blocked, revenue_after, profit_after, currency } = tryOut.data;
    const sign = symbol(currency);
    const lines: [string, string | number][] = [
        [t('pricing.goDown'), down],
        [t('pricing.goUp'), up],
        [t('pricing.stay'), stay],
        [t('pricing.askFirst'), ask],
        [t('pricing.skipped'), skipped],
        [t('pricing.cannotBePriced'), blocked],
        [t('pricing.revenue30Days', { symbol: sign }), money(revenue_after)],
        [t('pricing.profit30Days', { symbol: sign }), money(profit_after)],
    ];
    return (
        <dl className="grid grid-cols-[1fr_auto] gap-x-3">
            {lines.map(([name, figure]) => (
                <div key={name} className="contents">
                    <dt className="border-t border-dotted border-line-2 py-0.5 text-text-2">{name}</dt>
                    <dd className="border-t border-dotted border-line-2 py-0.5 text-right">{figure}</dd>
                </div>
            ))}
        </dl>
    );
}
