import { t } from '@/messages/inspector';
import type { Term } from '@/api/client';
import { priced } from '@/ui/figures';
import { told } from '@/messages/said';
import { origin } from '@/ui/words';

/** What floor and ceiling come from: each term with its origin, the one that counts set apart. */
export function Terms({ terms, currency }: { terms: Term[]; currency: string }) {
    if (terms.length === 0) return null;
    return (
        <table className="mb-3 w-full table-fixed text-[12.5px]">
            <caption className="sr-only">{t('inspector.whatFloorAndCeilingCome')}</caption>
            <colgroup>
                <col />
                <col className="w-[84px]" />
            </colgroup>
            <thead className="sr-only">
                <tr>
                    <th>{t('inspector.term')}</th>
                    <th>{t('inspector.comesTo')}</th>
                </tr>
            </thead>
            {(['floor', 'ceiling'] as const).map((side) => (
                <tbody key={side}>
                    {terms
                        .filter((term) => term.side === side)
                        .map((term) => (
                            <tr key={told(term.message)} className="border-b border-dotted border-line-2 align-top">
                                <td className={`py-1 pr-2 ${term.binds ? '' : 'text-text-2'}`}>
                                    <span className="text-text-3">
                                        {side === 'floor' ? t('inspector.floor') : t('inspector.ceiling')}:{' '}
                                    </span>
                                    {told(term.message)}
                                    <span className="block text-[12px] text-text-3">
                                        {origin(term.from, term.name)}
                                    </span>
                                </td>
                                <td className={`py-1 text-right ${term.binds ? 'font-bold' : 'text-text-2'}`}>
                                    {term.price === null ? t('inspector.none') : priced(term.price, currency)}
                                    {term.binds && (
                                        <span className="block text-[12px] font-normal">{t('inspector.counts')}</span>
                                    )}
                                </td>
                            </tr>
                        ))}
                </tbody>
            ))}
        </table>
    );
}
