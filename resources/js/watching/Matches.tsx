import { rich, t } from '@/messages/watching';
import { Button } from '@/ui/Button';
import { Empty } from '@/ui/Empty';
import { inCurrency } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { Popup } from '@/ui/Popup';
import { Select } from '@/ui/Select';
import { Tick } from '@/ui/Tick';
import { clsx } from 'clsx';
import { useEffect, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { MatchCompare, STATES, VERDICTS } from './MatchCompare';
import { useCrawls, useDecide, useMatchCounts, useMatches, type Match, type MatchState } from './matches';
import { useSites } from './queries';
import { useMatchKeys } from './useMatchKeys';

const STATE_NAMES = Object.keys(STATES) as MatchState[];

/** What other shops sell that may be ours, one after the other: accepted, rejected or put off. */
export default function Matches({ onRead }: { onRead: () => void }) {
    const [params, setParams] = useSearchParams();
    const state = STATE_NAMES.find((name) => name === params.get('state')) ?? 'proposed';
    const site = params.get('shop') ? Number(params.get('shop')) : undefined;
    const isDifferentToo = params.get('different') === '1';
    const set = (more: Record<string, string | null>) => {
        setParams((before) => {
            const next = new URLSearchParams(before);
            for (const [name, value] of Object.entries(more))
                if (value === null) next.delete(name);
                else next.set(name, value);
            return next;
        });
        setOpen(null);
        setAnswered(new Set());
    };
    const filter = { state, site, ...(isDifferentToo ? { different: true } : {}) };
    const matches = useMatches(filter);
    const counts = useMatchCounts(filter).data;
    const sites = useSites().data ?? [];
    const crawls = useCrawls().data ?? [];
    const [answered, setAnswered] = useState<ReadonlySet<number>>(new Set());
    const last = useRef<number[]>([]);
    const [open, setOpen] = useState<number | null>(null);
    const shown = (ids: number[]) => setAnswered((before) => new Set([...before].filter((id) => !ids.includes(id))));
    const decide = useDecide({ onFailed: shown, onTakenBack: (ids) => state === 'proposed' && shown(ids) });
    const rows = (matches.data ?? []).filter((match) => !answered.has(match.id));
    const current = rows.find((row) => row.id === open) ?? rows[0];
    const answer = (id: number, to: MatchState) => {
        const at = rows.findIndex((row) => row.id === id);
        setOpen((rows[at + 1] ?? rows[at - 1])?.id ?? null);
        setAnswered((before) => new Set([...before, id]));
        last.current = to === 'proposed' ? [] : [id];
        decide.mutate({ state: to, ids: [id] });
    };
    const undo = () => {
        const ids = last.current;
        if (ids.length === 0) return;
        last.current = [];
        decide.mutate({ state: 'proposed', ids });
    };
    useMatchKeys(rows, current?.id ?? null, { go: setOpen, decide: answer, undo });
    return (
        <main className="flex min-h-0 min-w-0 flex-1 flex-col">
            <div className="flex flex-wrap items-center gap-3 border-b border-line px-[18px] py-2">
                <Select
                    hideLabel
                    label={t('watching.matchState')}
                    value={state}
                    options={STATE_NAMES.map((name) => [name, STATES[name]] as const)}
                    onChange={(next) => set({ state: next === 'proposed' ? null : next })}
                />
                <Select
                    hideLabel
                    label={t('watching.matchShop')}
                    value={String(site ?? '')}
                    options={[
                        ['', t('watching.matchAllShops')],
                        ...sites
                            .filter((one) => crawls.some((crawl) => crawl.site_id === one.id))
                            .map((one) => [String(one.id), one.name] as const),
                    ]}
                    onChange={(next) => set({ shop: next || null })}
                />
                {(state === 'proposed' || state === 'later') && (
                    <label className="flex items-center gap-2">
                        <Tick
                            checked={isDifferentToo}
                            label={t('watching.matchDifferentToo')}
                            onChange={(on) => set({ different: on ? '1' : null })}
                        />
                        {t('watching.matchDifferentToo')}
                    </label>
                )}
                <span className="ml-auto flex items-center gap-2">
                    {state === 'proposed' && counts && (
                        <BulkAccept
                            scores={counts.scores}
                            isBusy={decide.isPending}
                            onAccept={(from_score) =>
                                decide.mutate({ state: 'accepted', filter: { site, from_score } })
                            }
                        />
                    )}
                    <Button onClick={onRead}>{t('watching.crawlRead')}</Button>
                </span>
            </div>
            {matches.error && <ProblemNotice error={matches.error} onRetry={() => void matches.refetch()} />}
            {matches.data && rows.length === 0 && (
                <Empty
                    title={state === 'proposed' ? t('watching.matchNone') : t('watching.matchNoneOf')}
                    more={state === 'proposed' ? t('watching.matchNoneMore') : t('watching.matchNoneOfMore')}
                />
            )}
            {current && (
                <div className="grid min-h-0 flex-1 grid-cols-[340px_minmax(0,1fr)] max-[900px]:grid-cols-1 max-[900px]:overflow-auto">
                    <div className="flex min-h-0 flex-col border-r border-line">
                        <List rows={rows} current={current.id} onOpen={setOpen} />
                        <p className="border-t border-line px-[18px] py-2 text-[12.5px] text-text-2">
                            {counts && counts.matches > rows.length && (
                                <span className="block">
                                    {t('watching.matchMore', { many: counts.matches - rows.length })}
                                </span>
                            )}
                            {rich('watching.matchKeys', {
                                next: <kbd>j</kbd>,
                                back: <kbd>k</kbd>,
                                accept: <kbd>y</kbd>,
                                reject: <kbd>n</kbd>,
                                later: <kbd>l</kbd>,
                                undo: <kbd>u</kbd>,
                            })}
                        </p>
                    </div>
                    <MatchCompare match={current} onDecide={(to) => answer(current.id, to)} />
                </div>
            )}
        </main>
    );
}

function List({ rows, current, onOpen }: { rows: Match[]; current: number; onOpen: (id: number) => void }) {
    const chosen = useRef<HTMLButtonElement>(null);
    useEffect(() => {
        // Newer browsers promise something here, which React would take for a way to clean up.
        void chosen.current?.scrollIntoView({ block: 'nearest' });
    }, [current]);
    return (
        <ul aria-label={t('watching.matchList')} className="min-h-0 flex-1 overflow-auto">
            {rows.map((match) => (
                <li key={match.id} className="border-b border-line">
                    <button
                        ref={match.id === current ? chosen : undefined}
                        type="button"
                        aria-current={match.id === current ? 'true' : undefined}
                        onClick={() => onOpen(match.id)}
                        className={clsx(
                            'block w-full px-[18px] py-2 text-left',
                            match.id === current ? 'bg-stripe-soft' : 'hover:bg-line/30',
                        )}
                    >
                        <span className="block truncate">{match.theirs.title}</span>
                        <span className="flex gap-2 text-[12.5px] text-text-2">
                            <span className="min-w-0 flex-1 truncate">
                                {match.theirs.shop}
                                {match.theirs.price !== null &&
                                    ` · ${inCurrency(match.theirs.price, match.theirs.currency ?? '')}`}
                            </span>
                            <span>
                                {VERDICTS[match.verdict]} · {match.score}
                            </span>
                        </span>
                    </button>
                </li>
            ))}
        </ul>
    );
}

interface Bulk {
    scores: { score: number; proposed: number }[];
    isBusy: boolean;
    onAccept: (fromScore: number) => void;
}

/** All at once from a score on: first how many that would be. */
function BulkAccept({ scores, isBusy, onAccept }: Bulk) {
    const [isOpen, setOpen] = useState(false);
    const [from, setFrom] = useState('95');
    const many = scores.filter(({ score }) => score >= Number(from)).reduce((sum, { proposed }) => sum + proposed, 0);
    return (
        <Popup
            label={t('watching.matchBulk')}
            align="end"
            open={isOpen}
            onOpenChange={setOpen}
            trigger={<Button>{t('watching.matchBulk')} …</Button>}
        >
            <form
                className="grid w-[280px] gap-3"
                onSubmit={(event) => {
                    event.preventDefault();
                    onAccept(Number(from));
                    setOpen(false);
                }}
            >
                <Select
                    label={t('watching.matchBulkScore')}
                    value={from}
                    options={['99', '98', '97', '95', '92', '90', '80', '70'].map((score) => [score, score] as const)}
                    onChange={setFrom}
                />
                <p className="text-text-2">{t('watching.matchBulkSure', { many })}</p>
                <Button type="submit" look="main" disabled={many === 0 || isBusy}>
                    {t('watching.matchBulkDo', { many })}
                </Button>
            </form>
        </Popup>
    );
}
