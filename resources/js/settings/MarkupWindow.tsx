import { said } from '@/messages/said';
import { t } from '@/messages/settings';
import { key } from '@/api/keys';
import { api, Problem, take } from '@/api/client';
import { useStartBatch } from '@/bulk/queries';
import { EditForm } from '@/edit/EditForm';
import { useCurrencies } from '@/api/queries';
import { AmountField, FigureField, SelectField, type AmountProps } from '@/edit/fields';
import { CurrencySwitch } from '@/edit/CurrencySwitch';
import { currencyFormat, endingsReader, percentReader } from '@/edit/reading';
import { resolverOf } from '@/edit/schemas';
import { mayClose } from '@/edit/unsaved';
import { useEditForm } from '@/edit/useEditForm';
import { Button } from '@/ui/Button';
import { Failed } from '@/ui/Failed';
import { inCurrency, money, percent, priced, signedPercent, symbol } from '@/ui/figures';
import { HandPriceStands, type Stands } from '@/ui/HandPriceStands';
import { Tick } from '@/ui/Tick';
import { Window } from '@/ui/Window';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useFieldArray, useWatch } from 'react-hook-form';
import { useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { amountsLacking, markupDraft, markupField, markupSchema, type Markup, type MarkupDraft } from './markupTerms';
import type { Supplier } from './SupplierMarkups';

const ROUNDS = [
    ['nearest', t('settings.theNearest')],
    ['down', t('settings.down')],
    ['up', t('settings.up')],
] as const;

interface Props {
    supplier: Supplier;
    others: string[];
    currency: string;
    onClose: () => void;
}

/** A supplier's markup, and beside it what it makes of real listings. */
export function MarkupWindow({ supplier, others, currency, onClose }: Props) {
    const client = useQueryClient();
    const [, setParams] = useSearchParams();
    const start = useStartBatch();
    const [stands, setStands] = useState<Stands>();
    const [also, setAlso] = useState<ReadonlySet<string>>(new Set());
    const isApplied = useRef(false);
    const name = t('settings.markupOf', { name: supplier.name });
    const store = useMutation({
        mutationFn: ({ markup, revision }: { markup: Markup | null; revision?: number }) =>
            take(
                api.PUT('/api/v1/suppliers/markup', {
                    body: { suppliers: [supplier.name, ...also], markup, revision },
                }),
            ),
        onSuccess: () => void client.invalidateQueries({ queryKey: key('suppliers') }),
    });
    const currencies = useCurrencies(currency);
    const [writtenIn, setWrittenIn] = useState(currency);
    const schema = useMemo(() => markupSchema(currency), [currency]);
    const edit = useEditForm({
        name,
        current: markupDraft(supplier.markup),
        version: supplier.revision,
        resolver: useMemo(() => resolverOf(schema), [schema]),
        save: (markup: Markup, revision) => store.mutateAsync({ markup, revision }),
        onConflict: () => void client.invalidateQueries({ queryKey: key('suppliers') }),
        fieldOf: markupField,
        onSaved: () => {
            if (!isApplied.current) {
                toast(t('settings.markupOfSaved', { name: supplier.name }));
                return onClose();
            }
            // What it would do to all its listings is worked out and shown.
            start.mutate(
                { edit: 'markup', wanted: { ...stands }, filter: { supplier: supplier.name } },
                {
                    onSuccess: (batch) => {
                        onClose();
                        setParams({ batch: batch.id });
                    },
                },
            );
        },
    });
    const remove = useMutation({
        mutationFn: () => store.mutateAsync({ markup: null }),
        onSuccess: () => {
            toast(t('settings.markupOfRemoved', { name: supplier.name }));
            onClose();
        },
    });
    const lacking = currencies.filter((one) => amountsLacking(edit.values, one, currency) > 0);
    const submit = (apply: boolean) => {
        isApplied.current = apply;
        return edit.submit();
    };
    const close = () => void mayClose(name).then((may) => may && onClose());
    const isBusy = edit.isSaving || start.isPending || remove.isPending;
    return (
        <Window open onClose={close} title={t('settings.markupOf2', { name: supplier.name })} wide>
            <EditForm
                edit={{ ...edit, submit: () => submit(false) }}
                save={t('settings.saveForNewDrafts')}
                isNew={also.size > 0}
                label={(path) => LABELS[path] ?? path}
                className="grid gap-4"
                buttons={
                    <>
                        <Button disabled={isBusy} onClick={() => void submit(true)}>
                            {t('settings.saveAndPriceItsListingsBy')}
                        </Button>
                        {supplier.markup && (
                            <Button look="quiet" disabled={isBusy} onClick={() => remove.mutate()}>
                                {t('settings.remove')}
                            </Button>
                        )}
                        <Failed action={remove} what={t('settings.itCouldNotBeRemoved')} />
                        <Failed action={start} what={t('settings.itIsSavedButItsPrices')} />
                    </>
                }
            >
                {currencies.length > 1 && (
                    <div className="grid gap-1.5">
                        <CurrencySwitch currencies={currencies} value={writtenIn} onChange={setWrittenIn} />
                        {lacking.map((one) => (
                            <p key={one} className="text-[12.5px] text-broken">
                                {t('settings.markupLacksAmounts', { currency: one })}
                            </p>
                        ))}
                    </div>
                )}
                <Tiers own={currency} currency={writtenIn} />
                <More own={currency} currency={writtenIn} />
                <BeforeAfter supplier={supplier.name} currency={currency} draft={edit.values} schema={schema} />
                {others.length > 0 && (
                    <details>
                        <summary className="text-text-2">{t('settings.theSameForOtherSuppliers')}</summary>
                        <ul className="mt-1.5 grid grid-cols-3 gap-1">
                            {others.map((other) => (
                                <li key={other}>
                                    <label className="flex items-center gap-2">
                                        <Tick
                                            checked={also.has(other)}
                                            label={other}
                                            onChange={(on) =>
                                                setAlso((before) => {
                                                    const next = new Set(before);
                                                    if (on) next.add(other);
                                                    else next.delete(other);
                                                    return next;
                                                })
                                            }
                                        />
                                        {other}
                                    </label>
                                </li>
                            ))}
                        </ul>
                    </details>
                )}
                <HandPriceStands
                    label={t('settings.newPricesOfItsListings')}
                    value={stands}
                    onChange={setStands}
                    className="w-72"
                />
            </EditForm>
        </Window>
    );
}

const LABELS: Record<string, string> = {
    tiers: t('settings.theTiers'),
    minProfit: t('settings.theMinimumProfit'),
    fee: t('settings.theFixedFee'),
    endings: t('settings.theEndings'),
    round: t('settings.theRounding'),
    was: t('settings.theReferencePrice'),
    shipping: t('settings.theShipping'),
    shippingBy: t('settings.theUnitOfTheShipping'),
};

const units = (symbol: string) => [['percent', t('settings.ofCost')] as const, ['amount', symbol] as const];

/** Each tier runs to one cent below the next; the first starts at nothing, the last is open. */
function Tiers({ own, currency }: { own: string; currency: string }) {
    const format = currencyFormat(currency);
    const lines = useFieldArray<MarkupDraft, 'tiers'>({ name: 'tiers' });
    const tiers = useWatch<MarkupDraft, 'tiers'>({ name: 'tiers' });
    return (
        <fieldset className="grid gap-2">
            <legend className="mb-1 font-bold">{t('settings.onTheUnitCost')}</legend>
            {lines.fields.map((line, index) => (
                <div key={line.id} className="flex items-start gap-3">
                    {index === 0 ? (
                        <p className="w-36 pt-[29px] text-text-2">{t('settings.fromACostOf0')}</p>
                    ) : (
                        <AmountField
                            name={`tiers.${index}.from`}
                            own={own}
                            currency={currency}
                            hideLabel
                            label={t('settings.tierFromACostOf', { index: index + 1 })}
                            className="w-36"
                        />
                    )}
                    <SizeField
                        name={`tiers.${index}.figure`}
                        by={tiers[index]?.by}
                        own={own}
                        currency={currency}
                        label={index === 0 ? t('settings.markup') : t('settings.tierMarkup', { index: index + 1 })}
                        hideLabel={index > 0}
                        className="w-28"
                    />
                    <SelectField
                        name={`tiers.${index}.by`}
                        label={index === 0 ? t('settings.in') : t('settings.tierIn', { index: index + 1 })}
                        hideLabel={index > 0}
                        className="w-32"
                        options={units(format.symbol)}
                    />
                    {index > 0 && (
                        <Button look="quiet" onClick={() => lines.remove(index)}>
                            {t('settings.remove')}
                        </Button>
                    )}
                </div>
            ))}
            <div>
                <Button look="quiet" onClick={() => lines.append({ from: '', figure: '', by: 'percent' })}>
                    {t('settings.addATier')}
                </Button>
            </div>
        </fieldset>
    );
}

/** An amount, or a percentage. */
const SizeField = ({ by, own, currency, ...props }: { by: 'percent' | 'amount' | undefined } & AmountProps) =>
    by === 'amount' ? (
        <AmountField own={own} currency={currency} unit="" {...props} />
    ) : (
        <FigureField reader={percentReader()} {...props} />
    );

function More({ own, currency }: { own: string; currency: string }) {
    const format = currencyFormat(currency);
    const shippingBy = useWatch<MarkupDraft, 'shippingBy'>({ name: 'shippingBy' });
    const none = { placeholder: t('settings.none') };
    return (
        <div className="grid grid-cols-3 items-start gap-3 max-[640px]:grid-cols-1">
            <AmountField name="fee" own={own} currency={currency} label={t('settings.fixedFeeOnTop')} {...none} />
            <AmountField
                name="minProfit"
                own={own}
                currency={currency}
                label={t('settings.minimumProfitPerUnit')}
                {...none}
            />
            <FigureField
                name="was"
                label={t('settings.referenceWasPriceAboveItBy')}
                unit="%"
                reader={percentReader()}
                {...none}
            />
            <FigureField
                name="endings"
                label={t('settings.endings')}
                placeholder={t('settings.suchAs9949')}
                reader={endingsReader}
                inputMode="text"
            />
            <SelectField name="round" label={t('settings.toAnEnding')} options={ROUNDS} />
            <div className="grid grid-cols-2 gap-2">
                <SizeField
                    name="shipping"
                    by={shippingBy}
                    own={own}
                    currency={currency}
                    label={t('settings.onShippingCost')}
                    {...none}
                />
                <SelectField name="shippingBy" label={t('settings.in')} options={units(format.symbol)} />
            </div>
        </div>
    );
}

function BeforeAfter({
    supplier,
    currency,
    draft,
    schema,
}: {
    supplier: string;
    currency: string;
    draft: MarkupDraft;
    schema: ReturnType<typeof markupSchema>;
}) {
    const sign = symbol(currency);
    const read = schema.safeParse(draft);
    const text = read.success ? JSON.stringify(read.data) : null;
    const [asked, setAsked] = useState(text);
    useEffect(() => {
        if (text === null) return;
        const timer = window.setTimeout(() => setAsked(text), 350);
        return () => window.clearTimeout(timer);
    }, [text]);
    const rows = useQuery({
        queryKey: key('try-markup', supplier, asked),
        queryFn: ({ signal }) =>
            take(
                api.POST('/api/v1/suppliers/try-markup', {
                    body: { supplier, markup: JSON.parse(asked!) as Markup },
                    signal,
                }),
            ),
        enabled: asked !== null,
        retry: false,
        placeholderData: keepPreviousData,
    });
    if (asked === null) return <p className="text-text-2">{t('settings.giveTheMarkupToSeeWhat')}</p>;
    if (rows.error)
        return (
            <p className="text-text-2">{t('settings.itCannotBeWorkedOut', { says: (rows.error as Problem).says })}</p>
        );
    return (
        <div
            className="max-h-[24vh] overflow-auto"
            tabIndex={0}
            role="region"
            aria-label={t('settings.beforeAndAfter')}
        >
            <table className="w-full text-right text-[12.5px]">
                <thead className="sticky top-0 bg-sheet text-text-2">
                    <tr>
                        {[
                            t('settings.listing'),
                            t('settings.costHead', { symbol: sign }),
                            t('settings.priceNowHead', { symbol: sign }),
                            t('settings.byMarkupHead', { symbol: sign }),
                            t('settings.change'),
                            t('settings.wasHead', { symbol: sign }),
                            t('settings.marginOfPrice'),
                            t('settings.markupOnCost'),
                        ].map((name, index) => (
                            <th
                                key={name}
                                scope="col"
                                className={`py-1 pl-3 font-medium ${index === 0 ? 'text-left' : ''}`}
                            >
                                {name}
                            </th>
                        ))}
                    </tr>
                </thead>
                <tbody>
                    {rows.data?.map((row) => (
                        <tr key={`${row.sku}${row.channel}`} className="border-t border-line align-baseline">
                            <td className="max-w-[230px] py-1 text-left">
                                <span className="block truncate">{row.title}</span>
                                <span className="text-[12px] text-text-3">
                                    {row.sku} · {row.channel}
                                    {row.why && <span className="text-broken"> · {said(row.why)}</span>}
                                </span>
                            </td>
                            <td>
                                {row.cost_currency === currency
                                    ? money(row.cost)
                                    : inCurrency(row.cost, row.cost_currency)}
                            </td>
                            <td>{priced(row.old_price, row.currency)}</td>
                            <td className="font-bold">{priced(row.new_price, row.currency)}</td>
                            <td>{signedPercent(row.change_percent)}</td>
                            <td>{priced(row.was, row.currency)}</td>
                            <td>{percent(row.margin_percent)}</td>
                            <td>{percent(row.markup_percent)}</td>
                        </tr>
                    ))}
                </tbody>
            </table>
        </div>
    );
}
