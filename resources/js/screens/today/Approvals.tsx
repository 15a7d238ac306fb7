import { t, type MessageKey } from '@/messages/today';
import { Problem, type Approval } from '@/api/client';
import { FigureInput } from '@/edit/FigureInput';
import { amountReader, currencyFormat, isRead } from '@/edit/reading';
import { PriceLine } from '@/charts/PriceLine';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { CurrencyHead } from '@/ui/CurrencyHead';
import { money, percent, priced, signed } from '@/ui/figures';
import type { GridColumn, HeadColumn } from '@/ui/grid/columns';
import { Grid } from '@/ui/grid/Grid';
import { useKeptColumns } from '@/ui/grid/useKeptColumns';
import { ProblemNotice } from '@/ui/Notice';
import { isForPage } from '@/ui/hotkeys';
import { Popup } from '@/ui/Popup';
import { HandPriceStands, type Stands } from '@/ui/HandPriceStands';
import { Select } from '@/ui/Select';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { useAnswer, useAnswered, useApprovals } from './queries';

const GROUPS: [Approval['reason'], MessageKey, MessageKey][] = [
    ['max_move', 'today.largeMoves', 'today.largeMovesWhy'],
    ['approval', 'today.needsApproval', 'today.needsApprovalWhy'],
];

/** Prices that wait for a person: by why they wait, those with the most money at stake first. */
export function Approvals() {
    const approvals = useApprovals();
    const answer = useAnswer();
    const answered = useAnswered();
    useLineKeys();
    if (approvals.error && !approvals.data)
        return <ProblemNotice error={approvals.error} onRetry={() => void approvals.refetch()} />;
    return GROUPS.map(([reason, title, why]) => {
        const rows = approvals.data?.approvals.filter((one) => one.reason === reason) ?? [];
        const many = approvals.data?.counts[reason] ?? 0;
        if (many === 0) return null;
        return (
            <section key={reason} aria-label={t(title)}>
                <div className="mb-1.5 flex items-baseline gap-3">
                    <h2 className="text-[17px]">{t(title)}</h2>
                    <span className="text-text-2">{t(why, { many })}</span>
                    {rows.length > 1 && (
                        <Button
                            className="ml-auto"
                            disabled={answer.isPending}
                            onClick={() =>
                                answer.mutate(
                                    { approve: rows.map((one) => ({ id: one.id, seen: one.price })) },
                                    {
                                        onSuccess: ({ done, refused }) =>
                                            answered(
                                                t('today.approved', { done, refused: refused.length }),
                                                rows.map((one) => one.id),
                                            ),
                                    },
                                )
                            }
                        >
                            {t(rows.length < many ? 'today.approveShown' : 'today.approveAll', { many: rows.length })}
                        </Button>
                    )}
                </div>
                {answer.error && <ProblemNotice error={answer.error} />}
                <Lines label={t(title)} rows={rows} many={many} />
                {rows.length < many && (
                    <p className="mt-1 text-[12.5px] text-text-3">
                        {t('today.mostShown', { shown: rows.length, many })}
                    </p>
                )}
            </section>
        );
    });
}

const HEAD: HeadColumn<Approval> = {
    name: t('common.listing'),
    minWidth: 150,
    value: (approval) => approval.listing.title,
    text: (approval) => approval.listing.title,
    cell: ({ listing }) => (
        <Link
            to={`/listings?q=${encodeURIComponent(listing.sku)}&listing=${listing.id}`}
            className="block truncate hover:underline"
            title={t('today.byRule', { title: listing.title, rule: listing.rule })}
        >
            {listing.title}
        </Link>
    ),
    second: ({ listing }) => `${listing.sku} · ${listing.channel}`,
};

const rank = ({ rank_before, rank_after, field_size }: Approval['decision']) =>
    t('today.rank', { before: rank_before, after: rank_after ?? '–', field: field_size + 1 });

/** The first of two percentages needs no sign of its own. */
const bare = (figure: string | null | undefined) => percent(figure).replace('\u00a0%', '');

const COLUMNS: GridColumn<Approval>[] = [
    {
        id: 'line',
        name: t('common.priceLine'),
        head: t('common.priceLineHead'),
        width: 142,
        folded: ({ decision }) => rank(decision),
        cell: ({ listing, price, decision }) => (
            <>
                <PriceLine
                    floor={listing.floor}
                    ceiling={listing.ceiling}
                    price={listing.price}
                    proposed={price}
                    marks={listing.marks}
                    currency={listing.currency}
                    width={132}
                />
                <span className="block text-[12px] text-text-2">{rank(decision)}</span>
            </>
        ),
    },
    {
        id: 'price',
        name: t('common.price'),
        width: 136,
        isRight: true,
        isKept: true,
        value: (approval) => Number(approval.change),
        cell: ({ listing, price, change }) => (
            <>
                {money(listing.price)} → <b>{money(price)}</b>
                <span className="block text-[12.5px] text-text-2">{signed(change, listing.currency)}</span>
            </>
        ),
    },
    {
        id: 'earns',
        name: t('common.marginOfPrice'),
        width: 136,
        isRight: true,
        value: ({ decision }) => Number(decision.after?.margin_percent ?? 0),
        cell: ({ decision: { before, after } }) => (
            <>
                {bare(before?.margin_percent)} → {percent(after?.margin_percent)}
                <span className="block text-[12.5px] text-text-2">
                    {t('today.markup', {
                        before: bare(before?.markup_percent),
                        after: percent(after?.markup_percent),
                    })}
                </span>
            </>
        ),
        folded: ({ decision: { before, after } }) =>
            `${percent(before?.margin_percent)} → ${percent(after?.margin_percent)}`,
    },
    {
        id: 'stake',
        name: t('today.stake'),
        head: <CurrencyHead words={(symbol) => t('today.stakeIn', { symbol })} />,
        width: 74,
        isRight: true,
        value: (approval) => Number(approval.stake_own ?? 0),
        cell: ({ stake, stake_own, listing }) => (stake_own ? money(stake_own) : priced(stake, listing.currency)),
    },
    {
        id: 'answer',
        name: t('today.answer'),
        width: 212,
        isKept: true,
        cell: (approval) => <Answers approval={approval} />,
    },
];

const MOST_AT_STAKE = [{ id: 'stake', desc: true }];

/** At most as tall as this, in px. */
const TALLEST = 560;

function Lines({ label, rows, many }: { label: string; rows: Approval[]; many: number }) {
    const columns = useKeptColumns('approval', COLUMNS);
    return (
        <div className="border border-line">
            <Grid
                label={label}
                rows={rows}
                total={many}
                idOf={(approval) => approval.id}
                head={HEAD}
                columns={columns}
                firstSort={MOST_AT_STAKE}
                empty={null}
                maxHeight={TALLEST}
                isUneven
            />
        </div>
    );
}

function Answers({ approval }: { approval: Approval }) {
    const { listing, price } = approval;
    const answer = useAnswer();
    const answered = useAnswered();
    const box = useRef<HTMLDivElement>(null);
    const approve = (wanted?: string, stands?: Stands) =>
        answer.mutate(
            { approve: [{ id: approval.id, seen: price, price: wanted }], stands },
            {
                onSuccess: () => {
                    focusNext(box.current);
                    const says = t('today.goesTo', { sku: listing.sku, price: money(wanted ?? price) });
                    // A price of one's own goes at once: it is taken back in the ledger.
                    if (wanted === undefined) answered(says, [approval.id]);
                    else toast(says);
                },
            },
        );
    return (
        <div ref={box} data-approval={approval.id} className="py-0.5 text-left">
            <div className="flex flex-wrap justify-end gap-1.5">
                <Button
                    disabled={answer.isPending}
                    data-key="a"
                    onClick={() => approve()}
                    aria-label={t('today.approveLabel', { sku: listing.sku, price })}
                >
                    {t('today.approve')}
                </Button>
                <OtherPrice
                    approval={approval}
                    busy={answer.isPending}
                    error={answer.error instanceof Problem ? answer.error.at('approvals.0.price') : undefined}
                    onSet={approve}
                />
                <Reject
                    approval={approval}
                    busy={answer.isPending}
                    onReject={(note, hours) =>
                        answer.mutate(
                            { reject: [approval.id], note, hours },
                            {
                                onSuccess: () => {
                                    focusNext(box.current);
                                    const says = t('today.rejected', { sku: listing.sku, price: money(listing.price) });
                                    answered(says, [approval.id]);
                                },
                            },
                        )
                    }
                />
            </div>
            {answer.error && (
                <div className="mt-2">
                    <ProblemNotice error={answer.error} />
                </div>
            )}
        </div>
    );
}

function OtherPrice({
    approval: { listing, price },
    busy,
    error,
    onSet,
}: {
    approval: Approval;
    busy: boolean;
    error?: string;
    onSet: (price: string, stands?: Stands) => void;
}) {
    const [open, setOpen] = useState(false);
    const [figure, setFigure] = useState(price);
    const [stands, setStands] = useState<Stands>();
    const format = currencyFormat(listing.currency);
    const reader = amountReader(format);
    const reading = reader(figure);
    return (
        <Popup
            label={t('today.otherPrice', { sku: listing.sku })}
            align="end"
            open={open}
            onOpenChange={setOpen}
            trigger={
                <Button disabled={busy} data-key="e" aria-label={t('today.otherPrice', { sku: listing.sku })}>
                    {t('today.edit')}
                </Button>
            }
        >
            <form
                noValidate
                className="grid w-64 gap-2.5"
                onSubmit={(event) => {
                    event.preventDefault();
                    if (isRead(reading)) onSet(reading.value, stands);
                }}
            >
                <FigureInput
                    label={t('today.priceFromTo', { floor: money(listing.floor), ceiling: money(listing.ceiling) })}
                    autoFocus
                    unit={format.symbol}
                    reader={reader}
                    value={figure}
                    onChange={setFigure}
                    error={error}
                />
                <HandPriceStands value={stands} onChange={setStands} />
                <Button look="main" type="submit" disabled={busy || !isRead(reading)}>
                    {t('today.setPrice')}
                </Button>
            </form>
        </Popup>
    );
}

/** The line that is worked on is about to go: the keyboard goes on with the next one. */
function focusNext(answers: HTMLElement | null) {
    const row = answers?.closest('[role="row"]');
    const next = row?.nextElementSibling ?? row?.previousElementSibling;
    next?.querySelector<HTMLElement>('[data-key="a"]')?.focus();
}

/** Line by line with the keyboard: j and k to the next and the one before, then a, e or r. */
function useLineKeys() {
    useEffect(() => {
        const press = (event: KeyboardEvent) => {
            if (!isForPage(event)) return;
            const lines = [...document.querySelectorAll('[data-approval]')];
            const at = lines.findIndex((line) => line.closest('[role="row"]')?.contains(document.activeElement));
            const step = event.key === 'j' ? 1 : event.key === 'k' ? -1 : 0;
            const meant =
                step === 0
                    ? lines[at]?.querySelector<HTMLElement>(`[data-key="${CSS.escape(event.key)}"]`)
                    : lines[Math.max(0, Math.min(lines.length - 1, at + step))]?.querySelector<HTMLElement>('button');
            if (!meant) return;
            event.preventDefault();
            if (step === 0) meant.click();
            else meant.focus();
        };
        window.addEventListener('keydown', press);
        return () => window.removeEventListener('keydown', press);
    }, []);
}

const RESTS = [
    ['4', t('today.for4')],
    ['24', t('today.for24')],
    ['168', t('today.for168')],
    ['720', t('today.for720')],
] as const;

function Reject({
    approval,
    busy,
    onReject,
}: {
    approval: Approval;
    busy: boolean;
    onReject: (note: string, hours: number) => void;
}) {
    const [open, setOpen] = useState(false);
    const [note, setNote] = useState('');
    const [hours, setHours] = useState<(typeof RESTS)[number][0]>('24');
    return (
        <Popup
            label={t('today.rejectTitle', { sku: approval.listing.sku })}
            align="end"
            open={open}
            onOpenChange={setOpen}
            trigger={
                <Button disabled={busy} data-key="r" aria-label={t('today.rejectLabel', { sku: approval.listing.sku })}>
                    {t('today.reject')}
                </Button>
            }
        >
            <form
                className="grid w-64 gap-2.5"
                onSubmit={(event) => {
                    event.preventDefault();
                    setOpen(false);
                    onReject(note, Number(hours));
                }}
            >
                <Field
                    label={t('today.why')}
                    autoFocus
                    maxLength={255}
                    value={note}
                    onChange={(event) => setNote(event.target.value)}
                />
                <Select label={t('today.notAgain')} value={hours} options={RESTS} onChange={setHours} />
                <Button look="main" type="submit">
                    {t('today.keepPrice', { price: money(approval.listing.price) })}
                </Button>
            </form>
        </Popup>
    );
}
