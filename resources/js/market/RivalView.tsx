import { t } from '@/messages/market';
import { Ago } from '@/ui/Ago';
import { percent, signedPercent, span, whole } from '@/ui/figures';
import { clsx } from 'clsx';
import type { ReactNode } from 'react';
import { Link, useSearchParams } from 'react-router';
import { MetListings } from './MetListings';
import type { Rival } from './queries';
import { RivalMoves } from './RivalMoves';
import { DAYS } from './RivalTable';

type Tab = 'listings' | 'moves';

interface Props {
    rival: Rival;
    /** What else there is of it. */
    links: ReactNode;
}

/** One rival: what there is to say of it, and its listings beside ours, or its moves. */
export default function RivalView({ rival, links }: Props) {
    const [params, setParams] = useSearchParams();
    const tab = (params.get('tab') ?? 'listings') as Tab;
    const tabs: [Tab, string][] = [
        ['listings', t('market.tabListings')],
        ['moves', t('market.tabMoves')],
    ];
    const show = (next: Tab) =>
        setParams((before) => new URLSearchParams({ ...Object.fromEntries(before), tab: next }), { replace: true });
    return (
        <main className="flex min-h-0 min-w-0 flex-1 flex-col">
            <div className="border-b border-line px-[18px] pt-3">
                <p className="flex gap-4 text-[12.5px]">
                    <Link to="/rivals?view=all" className="text-stripe underline underline-offset-2">
                        {t('market.backToAll')}
                    </Link>
                    {links}
                </p>
                <h2 className="text-[19px]">
                    {rival.name}{' '}
                    <span className="text-[13.5px] font-normal text-text-2">
                        {rival.channel ?? t('market.onTheWeb')}
                    </span>
                </h2>
                <Figures rival={rival} />
                <div role="tablist" aria-label={t('market.whatOfIt')} className="mt-2 flex gap-1">
                    {tabs.map(([name, says]) => (
                        <button
                            key={name}
                            type="button"
                            role="tab"
                            aria-selected={tab === name}
                            onClick={() => show(name)}
                            className={clsx(
                                '-mb-px border-b-2 px-2.5 py-1.5',
                                tab === name
                                    ? 'border-stripe text-text'
                                    : 'border-transparent text-text-2 hover:text-text',
                            )}
                        >
                            {says}
                        </button>
                    ))}
                </div>
            </div>
            {tab === 'listings' && <MetListings rival={rival} />}
            {tab === 'moves' && <RivalMoves id={rival.id} />}
        </main>
    );
}

function Figures({ rival }: { rival: Rival }) {
    const figures: [string, ReactNode, ReactNode?][] = [
        [
            t('market.listings'),
            whole(rival.listings),
            `${t('market.metCheaper', { cheaper: whole(rival.cheaper) })}, ${t('market.metDearer', { dearer: whole(rival.dearer) })}`,
        ],
        [t('market.typicalDifference'), signedPercent(rival.difference_percent), t('market.differenceNote')],
        ...(rival.channel === null
            ? []
            : ([
                  [
                      t('market.holdsBuyBox'),
                      whole(rival.buy_boxes),
                      rival.listings > 0
                          ? t('market.buyBoxOf', { percent: percent((100 * rival.buy_boxes) / rival.listings) })
                          : '',
                  ],
              ] as [string, ReactNode, ReactNode][])),
        [t('market.moves'), whole(rival.moves), t('market.perDay', { perDay: (rival.moves / DAYS).toFixed(1) })],
        [
            t('market.answersIn'),
            rival.reaction_seconds === null ? t('market.neverAnswers') : span(rival.reaction_seconds),
            rival.reactions > 0 ? t('market.answersSeen', { times: rival.reactions }) : '',
        ],
        [t('market.lastMoved'), rival.moved_at ? <Ago time={rival.moved_at} /> : '–'],
    ];
    return (
        <dl className="mt-2 flex flex-wrap gap-x-8 gap-y-2">
            {figures.map(([name, figure, more]) => (
                <div key={name}>
                    <dt className="text-[12px] text-text-2">{name}</dt>
                    <dd className="text-[16px]">{figure}</dd>
                    {more && <dd className="text-[12px] text-text-2">{more}</dd>}
                </div>
            ))}
        </dl>
    );
}
