import { said } from '@/messages/said';
import { t } from '@/messages/changes';
import { key } from '@/api/keys';
import { api, take, type Change } from '@/api/client';
import { ago, clock, money, percent, signed, signedPercent, priced } from '@/ui/figures';
import { Button } from '@/ui/Button';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { Tick } from '@/ui/Tick';
import { cause, changeState } from '@/ui/words';
import { Why } from '@/pricing/Why';
import { useQuery } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { useState } from 'react';
import { useUndoChange } from './useUndo';
import { Link } from 'react-router';

/** One change: what became of it when, and the decision as it was made. */
export function ChangePanel({ id, onClose }: { id: number; onClose: () => void }) {
    const detail = useQuery({
        queryKey: key('changes', 'one', id),
        queryFn: ({ signal }) => take(api.GET('/api/v1/changes/{id}', { params: { path: { id } }, signal })),
    });
    const change = detail.data?.change;
    const decision = detail.data?.decision;
    return (
        <aside
            aria-label={t('changes.inspector')}
            className="w-[336px] shrink-0 overflow-auto border-l border-line bg-sheet px-4 py-3.5"
        >
            {detail.error && !detail.data && (
                <ProblemNotice error={detail.error} onRetry={() => void detail.refetch()} />
            )}
            {change && (
                <>
                    <div className="flex items-start gap-2">
                        <h2 className="min-w-0 flex-1 text-[15.5px] leading-snug">{change.title}</h2>
                        <button
                            type="button"
                            onClick={onClose}
                            aria-label={t('changes.closeTheInspector')}
                            className="rounded p-0.5 text-text-3 hover:text-text"
                        >
                            <X size={16} />
                        </button>
                    </div>
                    <p className="text-text-2">
                        {change.sku} · {change.channel} ·{' '}
                        <Link
                            to={`/listings?listing=${change.listing}&q=${change.sku}`}
                            className="text-stripe underline underline-offset-2"
                        >
                            {t('changes.theListingNow')}
                        </Link>
                    </p>
                    <p className="mt-3 text-[20px] font-bold">
                        {money(change.from)} → {priced(change.to, change.currency)}
                        <span className="ml-2 text-[13.5px] font-normal text-text-2">
                            {signed(change.change, change.currency)}, {signedPercent(change.change_percent)}
                        </span>
                    </p>
                    {change.problem && (
                        <div className="mt-2">
                            <Notice>
                                {said(change.problem)}
                                {change.due_at && t('changes.triedAgain', { dueAt: ago(change.due_at) })}
                            </Notice>
                        </div>
                    )}
                    <Undo change={change} />
                    <Course change={change} decidedAt={detail.data?.decided_at ?? null} />
                    {decision && (
                        <>
                            <Why
                                decision={decision}
                                price={change.from}
                                currency={change.currency}
                                heading={t('changes.whyAsItWasDecided', { to: priced(change.to, change.currency) })}
                                whole
                            />
                            <dl className="mt-4 grid grid-cols-[1fr_auto_auto] gap-x-4 gap-y-1">
                                <dt />
                                <dd className="text-right text-text-3">{t('changes.before')}</dd>
                                <dd className="text-right text-text-3">{t('changes.after')}</dd>
                                <Figure
                                    name={t('changes.profit')}
                                    before={signed(decision.before?.profit, change.currency)}
                                    after={signed(decision.after?.profit, change.currency)}
                                />
                                <Figure
                                    name={t('changes.marginOfPrice')}
                                    before={percent(decision.before?.margin_percent, 1)}
                                    after={percent(decision.after?.margin_percent, 1)}
                                />
                                <Figure
                                    name={t('changes.markupOnCost')}
                                    before={percent(decision.before?.markup_percent, 1)}
                                    after={percent(decision.after?.markup_percent, 1)}
                                />
                                <Figure
                                    name={t('changes.rankOf', { sellers: decision.field_size + 1 })}
                                    before={String(decision.rank_before)}
                                    after={String(decision.rank_after ?? '–')}
                                />
                            </dl>
                        </>
                    )}
                </>
            )}
        </aside>
    );
}

const TAKES_BACK = ['waiting', 'queued', 'confirmed'];

/** Takes the change back: it is not sent, or the old price is sent as a new change. */
function Undo({ change }: { change: Change }) {
    const [pause, setPause] = useState(true);
    const undo = useUndoChange(change.id);
    if (!TAKES_BACK.includes(change.state)) return null;
    return (
        <div className="mt-2 grid gap-1.5">
            <div className="flex items-center gap-3">
                <Button disabled={undo.isPending} onClick={() => undo.mutate(pause)}>
                    {change.state === 'confirmed'
                        ? t('changes.backTo', { from: money(change.from) })
                        : t('changes.doNotSendIt')}
                </Button>
                <label className="flex items-center gap-2 text-[12.5px] text-text-2">
                    <Tick checked={pause} onChange={setPause} label={t('changes.pauseTheListing')} />
                    {t('changes.andPauseItSoThatThe')}
                </label>
            </div>
            {undo.error && <ProblemNotice error={undo.error} />}
        </div>
    );
}

function Figure({ name, before, after }: { name: string; before: string; after: string }) {
    return (
        <>
            <dt className="text-text-2">{name}</dt>
            <dd className="text-right">{before}</dd>
            <dd className="text-right font-bold">{after}</dd>
        </>
    );
}

function Course({ change, decidedAt }: { change: Change; decidedAt: string | null }) {
    const steps: [string, string | null][] = [
        [
            change.rule
                ? t('changes.decidedByVersion', {
                      rule: change.rule,
                      ruleVersion: change.rule_version,
                      cause: cause(change.cause),
                  })
                : t('changes.setBy', { by: change.by ?? t('changes.hand') }),
            change.rule ? decidedAt : change.queued_at,
        ],
        ...(change.rule && change.by
            ? [[t('changes.approvedBy', { by: change.by }), change.queued_at] as [string, string]]
            : []),
        [t('changes.takenByTheChannel'), change.sent_at],
        [changeState(change.state, change.waits_for), change.settled_at],
    ];
    return (
        <ol className="mt-3 border-t border-line">
            {steps.map(([says, at], index) => (
                <li key={index} className="flex justify-between gap-3 border-b border-line py-1">
                    <span className={at || index === steps.length - 1 ? '' : 'text-text-3'}>{says}</span>
                    <span className="text-right whitespace-nowrap text-text-2">
                        {at ? clock(at) : index === steps.length - 1 ? '' : t('changes.notYet')}
                    </span>
                </li>
            ))}
        </ol>
    );
}
