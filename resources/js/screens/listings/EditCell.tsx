import { t } from '@/messages/message';
import { said } from '@/messages/said';
import { useSaid } from '@/api/said';
import { useChanged } from '@/api/keys';
import { api, Problem, take, type Batch, type BulkEdit, type Listing } from '@/api/client';
import { changeOne } from '@/bulk/changeOne';
import type { Edit } from '@/bulk/queries';
import { amountReader, currencyFormat, isRead } from '@/edit/reading';
import { useUnsaved } from '@/edit/unsaved';
import { priced } from '@/ui/figures';
import { HandPriceStands, type Stands } from '@/ui/HandPriceStands';
import { useMutation } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { toast } from 'sonner';

type Figure = 'price' | 'cost' | 'rrp' | 'floor' | 'ceiling';

const NAMES: Record<Figure, string> = {
    price: t('listings.fieldPrice'),
    cost: t('listings.unitCost'),
    rrp: t('listings.recommendedPrice'),
    floor: t('listings.floorByHand'),
    ceiling: t('listings.ceilingByHand'),
};

function edit(listing: Listing, field: Figure, value: string, stands: Stands | undefined): [Edit, BulkEdit] {
    if (field === 'price') return ['price', { how: 'set', value, ...stands }];
    if (field === 'cost') return ['cost', { field, how: 'set', value, currency: listing.cost_currency }];
    if (field === 'rrp') return ['cost', { field, how: 'set', value }];
    return ['limits', { side: field, kind: 'amount', value }];
}

/** The event by which a key asks the price cell of a listing to open. */
export const EDIT_PRICE = 'wrasse:edit-price';

/** What is typed into cells and not saved yet: it stays though its row scrolls out of sight. */
const typed = new Map<string, string>();

/**
 * A figure that is changed where it stands: a bulk change of one, so it is checked, goes into the history and can be undone the same
 * way. What would move a floor a long way opens its window first. Enter saves, Escape cancels; what is left by another way stays.
 */
export function EditCell({ listing, field }: { listing: Listing; field: Figure }) {
    const key = `${listing.id} ${field}`;
    const [open, setOpen] = useState(() => typed.has(key));
    const button = useRef<HTMLButtonElement>(null);
    const hasFocusToReturn = useRef(false);
    const figure = listing[field];
    const currency = field === 'cost' ? listing.cost_currency : listing.currency;
    useEffect(() => {
        if (field !== 'price') return;
        const ask = (event: Event) => (event as CustomEvent<number>).detail === listing.id && setOpen(true);
        window.addEventListener(EDIT_PRICE, ask);
        return () => window.removeEventListener(EDIT_PRICE, ask);
    }, [field, listing.id]);
    useEffect(() => {
        if (open || !hasFocusToReturn.current) return;
        hasFocusToReturn.current = false;
        button.current?.focus();
    }, [open]);
    const close = (byKey: boolean) => {
        typed.delete(key);
        hasFocusToReturn.current = byKey;
        setOpen(false);
    };
    if (open) return <Input listing={listing} field={field} onDone={close} />;
    return (
        <button
            ref={button}
            type="button"
            aria-label={t('listings.ofChange', {
                names: NAMES[field],
                sku: listing.sku,
                figure: priced(figure, currency),
            })}
            onClick={(event) => {
                event.stopPropagation();
                setOpen(true);
            }}
            className="-mx-1 rounded px-1 decoration-line-2 underline-offset-4 hover:bg-stripe-soft hover:underline"
        >
            {figure === null ? <span className="text-stripe">{t('listings.add')}</span> : priced(figure, currency)}
        </button>
    );
}

function Input({ listing, field, onDone }: { listing: Listing; field: Figure; onDone: (byKey: boolean) => void }) {
    const changed = useChanged();
    const [, setParams] = useSearchParams();
    const key = `${listing.id} ${field}`;
    const was = listing[field] ?? '';
    const [text, setText] = useState(typed.get(key) ?? was);
    const [stands, setStands] = useState<Stands>();
    const [wrong, setWrong] = useState<string | null>(null);
    const input = useRef<HTMLInputElement>(null);
    const reader = amountReader(currencyFormat(field === 'cost' ? listing.cost_currency : listing.currency));
    const reading = text.trim() === '' ? null : reader(text);
    useEffect(() => input.current?.select(), []);
    useUnsaved(key, text !== was, () => onDone(false));
    const refresh = () => changed('listings', 'batches');
    const undo = (batch: Batch) =>
        take(api.POST('/api/v1/batches/{id}/undo', { params: { path: { id: batch.id } } })).then(
            refresh,
            (problem: Problem) => toast(problem.inFull),
        );
    const save = useMutation({
        mutationFn: async (value: string) => {
            const [name, wanted] = edit(listing, field, value, stands);
            const batch = await changeOne(name, wanted, listing.id);
            if (batch?.state !== 'planned') return batch;
            setParams(new URLSearchParams([...new URLSearchParams(window.location.search), ['batch', batch.id]]));
            return null;
        },
        onSuccess: (batch) => {
            refresh();
            onDone(true);
            if (batch)
                toast(`${listing.sku}: ${said(batch.title)}`, {
                    action: { label: t('listings.undo'), onClick: () => void undo(batch) },
                });
        },
    });
    const submit = () => {
        if (reading && !isRead(reading)) return setWrong(reading.wrong);
        if (reading === null && (field === 'price' || field === 'cost')) return setWrong(t('listings.needed'));
        save.mutate(reading?.value ?? '');
    };
    const problem = save.error instanceof Problem ? save.error.inFull : wrong;
    useSaid(save.error);
    const readAs = reading && isRead(reading) && reading.value !== text.trim() ? `→ ${reading.shown}` : null;
    return (
        <span
            role="presentation"
            className="relative block"
            onClick={(event) => event.stopPropagation()}
            onKeyDown={(event) => {
                if (event.key === 'Enter') submit();
                if (event.key === 'Escape') onDone(true);
                event.stopPropagation();
            }}
            onBlur={(event) =>
                !event.currentTarget.contains(event.relatedTarget) && !save.isPending && text === was && onDone(false)
            }
        >
            <input
                ref={input}
                autoFocus
                inputMode="decimal"
                aria-label={t('listings.of', { names: NAMES[field], sku: listing.sku })}
                aria-invalid={problem !== null}
                aria-describedby={`${key}-says`}
                value={text}
                readOnly={save.isPending}
                onChange={(event) => {
                    setText(event.target.value);
                    setWrong(null);
                    typed.set(key, event.target.value);
                }}
                className="h-7 w-full rounded border border-stripe bg-sheet px-1 text-right"
            />
            <span
                id={`${key}-says`}
                className="absolute -top-1 right-full z-20 mr-2 grid w-60 gap-2 rounded-md border border-line-2 bg-sheet p-2 text-left text-[12.5px] whitespace-normal shadow-md"
            >
                {problem && (
                    <span role="alert" className="border-l-4 border-broken bg-broken-soft px-2 py-1.5">
                        {problem}
                    </span>
                )}
                {readAs && <span className="text-text-2">{readAs}</span>}
                {field === 'price' && (
                    <HandPriceStands
                        value={stands}
                        onChange={setStands}
                        label={t('listings.thePriceStands')}
                        className=""
                    />
                )}
                <span className="text-text-3">{t('listings.enterSavesEscapeCancels')}</span>
            </span>
        </span>
    );
}
