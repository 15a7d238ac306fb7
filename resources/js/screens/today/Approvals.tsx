import { Problem, type Approval } from '@/api/client';
import { FigureInput } from '@/edit/FigureInput';
import { amountReader, currencyFormat, isRead } from '@/edit/reading';
import { PriceLine } from '@/charts/PriceLine';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { money, percent, signed } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { isForPage } from '@/ui/hotkeys';
import { Popup } from '@/ui/Popup';
import { HandPriceStands, type Stands } from '@/ui/HandPriceStands';
import { Select } from '@/ui/Select';
import { count } from '@/ui/words';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { useAnswer, useApprovals } from './queries';

const GROUPS: [Approval['reason'], string, string][] = [
    ['max_move', 'Large moves', 'The rule’s brake stopped them: more at once than it may move alone.'],
    ['approval', 'Needs approval', 'The rule asks before it moves them.'],
];

/** Prices that wait for a person: by why they wait, those with the most money at stake first. */
export function Approvals() {
    const approvals = useApprovals();
    const answer = useAnswer();
    useLineKeys();
    if (approvals.error && !approvals.data)
        return <ProblemNotice error={approvals.error} onRetry={() => void approvals.refetch()} />;
    return GROUPS.map(([reason, title, why]) => {
        const rows = approvals.data?.approvals.filter((one) => one.reason === reason) ?? [];
        const many = approvals.data?.counts[reason] ?? 0;
        if (many === 0) return null;
        return (
            <section key={reason} aria-label={title}>
                <div className="mb-1.5 flex items-baseline gap-3">
                    <h2 className="text-[17px]">{title}</h2>
                    <span className="text-text-2">
                        {many}. {why}
                    </span>
                    {rows.length > 1 && (
                        <Button
                            className="ml-auto"
                            disabled={answer.isPending}
                            onClick={() =>
                                answer.mutate(
                                    { approve: rows.map((one) => ({ id: one.id, seen: one.price })) },
                                    {
                                        onSuccess: ({ done, refused }) =>
                                            toast(
                                                `${count(done, 'price', 'prices')} approved${refused.length > 0 ? `, ${refused.length} had moved since and are shown again` : ''}`,
                                            ),
                                    },
                                )
                            }
                        >
                            Approve {rows.length < many ? 'the' : 'all'} {rows.length} {rows.length < many && 'shown'}
                        </Button>
                    )}
                </div>
                {answer.error && <ProblemNotice error={answer.error} />}
                <ul className="border border-line bg-sheet">
                    {rows.map((one) => (
                        <Line key={one.id} approval={one} />
                    ))}
                </ul>
                {rows.length < many && (
                    <p className="mt-1 text-[12.5px] text-text-3">
                        The {rows.length} with the most at stake are shown, of {many}.
                    </p>
                )}
            </section>
        );
    });
}

function Line({ approval }: { approval: Approval }) {
    const { listing, decision, price } = approval;
    const [editing, setEditing] = useState(false);
    const [figure, setFigure] = useState(price);
    const format = currencyFormat(listing.currency);
    const reader = amountReader(format);
    const reading = reader(figure);
    const answer = useAnswer();
    const line = useRef<HTMLLIElement>(null);
    const [stands, setStands] = useState<Stands>();
    const approve = (wanted?: string) =>
        answer.mutate(
            { approve: [{ id: approval.id, seen: price, price: wanted }], stands: wanted ? stands : undefined },
            {
                onSuccess: () => {
                    focusNext(line.current);
                    toast(`${listing.sku} goes to ${wanted ?? price}`);
                },
            },
        );
    const rank = (at: number | null | undefined) => (at == null ? '–' : `${at} of ${decision.field_size + 1}`);
    return (
        <li
            ref={line}
            data-approval={approval.id}
            className="border-b border-line px-3 py-2 last:border-0 focus-within:bg-stripe-soft/60"
        >
            <div className="grid grid-cols-[minmax(150px,1fr)_180px_176px_auto] items-center gap-4 max-[1160px]:grid-cols-[minmax(150px,1fr)_176px_auto]">
                <div className="min-w-0">
                    <Link
                        to={`/listings?q=${encodeURIComponent(listing.sku)}&listing=${listing.id}`}
                        className="block truncate hover:underline"
                    >
                        {listing.title}
                    </Link>
                    <span className="block truncate text-[12.5px] text-text-2">
                        {listing.channel} · {listing.rule}
                    </span>
                    <span className="block truncate text-[12.5px] text-text-2">
                        {money(approval.stake)} a month at stake · {rank(decision.rank_before)} →{' '}
                        {rank(decision.rank_after)}
                    </span>
                </div>
                <div className="max-[1160px]:hidden">
                    <PriceLine
                        floor={listing.floor}
                        ceiling={listing.ceiling}
                        price={listing.price}
                        proposed={price}
                        marks={listing.marks}
                        currency={listing.currency}
                        width={180}
                    />
                </div>
                <div className="text-right">
                    {money(listing.price)} → <b>{money(price)}</b>
                    <span className="block text-[12.5px] text-text-2">
                        {signed(approval.change)}, margin {percent(decision.before?.margin_percent)} →{' '}
                        {percent(decision.after?.margin_percent)}
                    </span>
                    <span className="block text-[12.5px] text-text-2">
                        markup {percent(decision.before?.markup_percent)} → {percent(decision.after?.markup_percent)}
                    </span>
                </div>
                <div className="flex gap-1.5">
                    <Button
                        disabled={answer.isPending}
                        data-key="a"
                        onClick={() => approve()}
                        aria-label={`Approve ${listing.sku} at ${price}`}
                    >
                        Approve
                    </Button>
                    <Button
                        disabled={answer.isPending}
                        aria-expanded={editing}
                        data-key="e"
                        aria-label={`Another price for ${listing.sku}`}
                        onClick={() => setEditing(!editing)}
                    >
                        Edit
                    </Button>
                    <Reject
                        approval={approval}
                        busy={answer.isPending}
                        onReject={(note, hours) =>
                            answer.mutate(
                                { reject: [approval.id], note, hours },
                                { onSuccess: () => focusNext(line.current) },
                            )
                        }
                    />
                </div>
            </div>
            {editing && (
                <form
                    noValidate
                    className="mt-2 flex items-start justify-end gap-2"
                    onSubmit={(event) => {
                        event.preventDefault();
                        if (isRead(reading)) approve(reading.value);
                    }}
                >
                    <FigureInput
                        label={`Price, from ${money(listing.floor)} to ${money(listing.ceiling)}`}
                        className="w-56"
                        autoFocus
                        unit={format.symbol}
                        reader={reader}
                        value={figure}
                        onChange={setFigure}
                        onKeyDown={(event) => event.key === 'Escape' && setEditing(false)}
                        error={answer.error instanceof Problem ? answer.error.at('approvals.0.price') : undefined}
                    />
                    <HandPriceStands value={stands} onChange={setStands} />
                    <Button
                        look="main"
                        type="submit"
                        className="mt-[23px]"
                        disabled={answer.isPending || !isRead(reading)}
                    >
                        Set this price
                    </Button>
                </form>
            )}
            {answer.error && (
                <div className="mt-2">
                    <ProblemNotice error={answer.error} />
                </div>
            )}
        </li>
    );
}

/** The line that is worked on is about to go: the keyboard goes on with the next one. */
function focusNext(line: HTMLElement | null) {
    const next = line?.nextElementSibling ?? line?.previousElementSibling;
    next?.querySelector('button')?.focus();
}

/** Line by line with the keyboard: j and k to the next and the one before, then a, e or r. */
function useLineKeys() {
    useEffect(() => {
        const press = (event: KeyboardEvent) => {
            if (!isForPage(event)) return;
            const lines = [...document.querySelectorAll('[data-approval]')];
            const at = lines.findIndex((line) => line.contains(document.activeElement));
            const step = event.key === 'j' ? 1 : event.key === 'k' ? -1 : 0;
            const meant =
                step === 0
                    ? lines[at]?.querySelector<HTMLElement>(`[data-key="${CSS.escape(event.key)}"]`)
                    : lines[Math.max(0, Math.min(lines.length - 1, at + step))]?.querySelector('button');
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
    ['4', 'for four hours'],
    ['24', 'for a day'],
    ['168', 'for a week'],
    ['720', 'for a month'],
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
            label={`Reject ${approval.listing.sku}`}
            align="end"
            open={open}
            onOpenChange={setOpen}
            trigger={
                <Button disabled={busy} data-key="r" aria-label={`Reject: ${approval.listing.sku} stays`}>
                    Reject
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
                    label="Why (for those who look back)"
                    autoFocus
                    maxLength={255}
                    value={note}
                    onChange={(event) => setNote(event.target.value)}
                />
                <Select label="Do not ask again" value={hours} options={RESTS} onChange={setHours} />
                <Button look="main" type="submit">
                    Keep {money(approval.listing.price)}
                </Button>
            </form>
        </Popup>
    );
}
