import { said } from '@/messages/said';
import { t } from '@/messages/today';
import type { components } from '@/api/schema';
import { ago, clock } from '@/ui/figures';
import { Link } from 'react-router';

type Group = components['schemas']['FailingGroup'];

/** Prices that did not arrive, in the channel’s words. */
export function Failing({ groups, elsewhere }: { groups: Group[]; elsewhere: number }) {
    if (groups.length === 0 && elsewhere === 0) return null;
    return (
        <section aria-label={t('today.failing')}>
            <h2 className="mb-1.5 text-[17px]">{t('today.failing')}</h2>
            <ul className="border border-line bg-sheet">
                {elsewhere > 0 && (
                    <li className="flex items-center gap-4 border-b border-line px-3 py-2.5 last:border-b-0">
                        <div className="min-w-0 flex-1">
                            {t('today.elsewhere', { many: elsewhere })}
                            <span className="block text-[12.5px] text-text-2">{t('today.elsewhereWhy')}</span>
                        </div>
                        <Link to="/listings?state=elsewhere" className="text-stripe underline underline-offset-2">
                            {t('common.show')}
                        </Link>
                    </li>
                )}
                {groups.map((group) => (
                    <li
                        key={group.channel + group.problem}
                        className="flex items-center gap-4 border-b border-l-4 border-line border-l-broken px-3 py-2.5 last:border-b-0"
                    >
                        <div className="min-w-0 flex-1">
                            {t(group.state === 'refused' ? 'today.channelRefused' : 'today.channelShowsOther', {
                                channel: group.channel,
                                many: group.many,
                            })}
                            {group.problem && (
                                <span className="block text-[12.5px] text-text-2">“{said(group.problem)}”</span>
                            )}
                        </div>
                        <span className="text-text-2" title={clock(group.since)}>
                            {t('today.since', { time: ago(group.since) })}
                        </span>
                        <Link to="/changes?state=failed" className="text-stripe underline underline-offset-2">
                            {t('common.show')}
                        </Link>
                    </li>
                ))}
            </ul>
        </section>
    );
}
