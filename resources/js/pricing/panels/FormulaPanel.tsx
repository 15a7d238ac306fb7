import { rich, t } from '@/messages/pricing';
import { Problem } from '@/api/client';
import { money } from '@/ui/figures';
import { clsx } from 'clsx';
import { useDeferredValue, useRef, useState, type KeyboardEvent } from 'react';
import { useFormula, useSomeListings } from '../queries';
import { useRuleText } from './parts';
import { complete, MEANINGS, wordAt } from './formulaWords';

/** The formula, with what it can name, checked as it is written and worked out for a listing of one's choice. */
export function FormulaPanel() {
    const { value: price, onChange, error } = useRuleText('price');
    const [words, setWords] = useState('');
    const [listing, setListing] = useState<number | null>(null);
    const [caret, setCaret] = useState(price.length);
    const [chosen, setChosen] = useState(0);
    const area = useRef<HTMLTextAreaElement>(null);
    const listings = useSomeListings(useDeferredValue(words));
    const shown = listing ?? listings.data?.listings[0]?.id ?? null;
    const value = useFormula(useDeferredValue(price), shown);
    const names = Object.keys(value.data?.figures ?? MEANINGS);
    const { word, start } = wordAt(price, caret);
    const offered = complete(word, [...names, ...(value.data?.functions ?? [])]);
    const put = (name: string) => {
        const isFunction = value.data?.functions.includes(name) ?? false;
        const text = isFunction ? `${name}(` : name;
        onChange(price.slice(0, start) + text + price.slice(caret));
        const at = start + text.length;
        window.requestAnimationFrame(() => {
            area.current?.focus();
            area.current?.setSelectionRange(at, at);
            setCaret(at);
        });
    };
    const press = (event: KeyboardEvent) => {
        if (offered.length === 0) return;
        if (event.key === 'Tab' && !event.shiftKey) {
            event.preventDefault();
            put(offered[Math.min(chosen, offered.length - 1)]!);
        }
        const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
        if (step !== 0 && word !== '') {
            event.preventDefault();
            setChosen((chosen + step + offered.length) % offered.length);
        }
    };
    const problem = value.error instanceof Problem ? value.error.at('document.price') : undefined;
    const says = (error ?? problem)?.replace(/ around position (\d+) for expression `.*`/, ', at character $1');
    return (
        <div className="grid w-[480px] max-w-full gap-2.5">
            <label className="grid gap-1">
                <span className="text-text-2">{t('pricing.thePriceIs')}</span>
                <textarea
                    ref={area}
                    rows={3}
                    spellCheck={false}
                    value={price}
                    aria-invalid={says !== undefined}
                    onChange={(event) => {
                        onChange(event.target.value);
                        setCaret(event.target.selectionStart);
                        setChosen(0);
                    }}
                    onSelect={(event) => setCaret(event.currentTarget.selectionStart)}
                    onKeyDown={press}
                    className={clsx(
                        'rounded-md border bg-sheet px-2.5 py-1.5 font-mono text-[13.5px]',
                        says ? 'border-broken' : 'border-line-2',
                    )}
                />
            </label>
            {word !== '' && offered.length > 0 && (
                <ul className="flex flex-wrap gap-1" aria-label={t('pricing.whatItCouldGoOnWith')}>
                    {offered.map((name, index) => (
                        <li key={name}>
                            <button
                                type="button"
                                tabIndex={-1}
                                onClick={() => put(name)}
                                className={clsx(
                                    'rounded px-1.5 py-0.5 font-mono text-[12.5px]',
                                    index === chosen ? 'bg-stripe-soft' : 'hover:bg-stripe-soft',
                                )}
                            >
                                {name}
                            </button>
                        </li>
                    ))}
                    <li className="text-[12px] text-text-3">{t('pricing.tabTakesTheMarkedOne')}</li>
                </ul>
            )}
            {says && (
                <p role="alert" className="text-[12.5px] text-broken">
                    {says}
                </p>
            )}
            <div className="flex items-center gap-2">
                <span className="text-text-2">{t('pricing.for')}</span>
                <input
                    type="search"
                    aria-label={t('pricing.forWhichListing')}
                    placeholder={t('pricing.skuOrWords')}
                    value={words}
                    onChange={(event) => {
                        setWords(event.target.value);
                        setListing(null);
                    }}
                    className="h-8 w-36 rounded-md border border-line-2 bg-sheet px-2"
                />
                <select
                    aria-label={t('pricing.listing')}
                    value={shown ?? ''}
                    onChange={(event) => setListing(Number(event.target.value))}
                    className="h-8 min-w-0 flex-1 rounded-md border border-line-2 bg-sheet px-2"
                >
                    {listings.data?.listings.map((one) => (
                        <option key={one.id} value={one.id}>
                            {one.title}, {one.channel}
                        </option>
                    ))}
                </select>
            </div>
            {value.data && (
                <p aria-live="polite">
                    {value.data.price === null ? (
                        value.data.says
                    ) : (
                        <>{rich('pricing.itComesToBeforeLimitsAnd', { b: <b>{money(value.data.price)}</b> })}</>
                    )}
                </p>
            )}
            <table className="w-full text-[12.5px]">
                <tbody>
                    {names.map((name) => (
                        <tr key={name} className="border-t border-dotted border-line-2">
                            <td className="py-0.5 pr-2">
                                <button
                                    type="button"
                                    className="font-mono text-stripe hover:underline"
                                    onClick={() => put(name)}
                                >
                                    {name}
                                </button>
                            </td>
                            <td className="pr-2 text-text-2">{MEANINGS[name] ?? ''}</td>
                            <td className="text-right">
                                {value.data ? (value.data.figures[name] ?? t('pricing.none')) : ''}
                            </td>
                        </tr>
                    ))}
                </tbody>
            </table>
            <p className="text-[12.5px] text-text-3">{t('pricing.comparisonsAndOrNotAB')}</p>
        </div>
    );
}
