import { t } from '@/messages/message';
import type { Listing, ListingState } from '@/api/client';
import { useChannels, useCountries, useFacets, useRules } from '@/api/queries';
import { countryName } from '@/ui/countries';
import { FigureInput } from '@/edit/FigureInput';
import { isRead, percentReader } from '@/edit/reading';
import { Button } from '@/ui/Button';
import { whole } from '@/ui/figures';
import { isForPage } from '@/ui/hotkeys';
import { Popup } from '@/ui/Popup';
import { Select } from '@/ui/Select';
import { X } from 'lucide-react';
import { lazy, memo, Suspense, useEffect, useRef, useState } from 'react';
import { ColumnChoice } from '@/ui/grid/ColumnChoice';
import type { KeptColumns } from '@/ui/grid/useKeptColumns';
import { SavedViews } from './SavedViews';
import { NAMES, RANGES, type ListingView } from './useListingView';

// Finding by typing is looked for when a filter is added.
const SearchChoice = lazy(() => import('@/edit/SearchChoice').then((module) => ({ default: module.SearchChoice })));

const STATES: [ListingState, string][] = [
    ['no_cost', t('listings.noCost')],
    ['conflict', t('listings.floorAboveCeiling')],
    ['no_limits', t('listings.noFloorOrCeiling')],
    ['no_rate', t('listings.noExchangeRate')],
    ['no_amount', t('listings.noAmountInItsCurrency')],
    ['blocked', t('listings.cannotBePriced')],
    ['no_rule', t('listings.noRule')],
    ['at_floor', t('listings.floorPrice')],
    ['outside', t('listings.outsideItsLimits')],
    ['not_cheapest', t('listings.notCheapest')],
    ['cheapest', t('listings.cheapest')],
    ['alone', t('listings.noRivals')],
    ['buy_box', t('listings.holdsTheBuyBox')],
    ['changed', t('listings.changedInTheLastDay')],
    ['paused', t('listings.paused')],
    ['elsewhere', t('listings.changedElsewhere')],
    ['out_of_stock', t('listings.outOfStock')],
    ['draft', t('listings.draft')],
];

const OUTCOMES: [string, string][] = [
    ['', t('listings.any')],
    ['change', t('listings.wouldChange')],
    ['keep', t('listings.stays')],
    ['review', t('listings.needsApproval')],
    ['skipped', t('listings.skipped')],
    ['blocked', t('listings.cannotBePriced')],
];

const RANGE_WORDS: [string, string, string][] = [
    ['margin', t('listings.marginOfPrice'), '%'],
    ['markup', t('listings.markupOnCost'), '%'],
    ['stock', t('listings.stock'), ''],
];

export const FilterBar = memo(function FilterBar({
    view,
    total,
    columns,
}: {
    view: ListingView;
    total: number | undefined;
    columns: KeptColumns<Listing>;
}) {
    return (
        <div className="flex min-h-[50px] shrink-0 flex-wrap items-center gap-2 border-b border-line px-[18px] py-2">
            <Search view={view} />
            <Chips view={view} />
            <AddFilter view={view} />
            <span className="ml-auto text-text-2" aria-live="polite">
                {total === undefined ? '' : t('listings.match', { total: whole(total) })}
            </span>
            <SavedViews />
            <ColumnChoice columns={columns} />
        </div>
    );
});

/** A pause this long in typing asks the server, so that a word costs one search and not one for each letter. */
const SEARCH_PAUSE_MS = 300;

function Search({ view }: { view: ListingView }) {
    const [text, setText] = useState(view.filter.q ?? '');
    const input = useRef<HTMLInputElement>(null);
    const { set } = view;
    useEffect(() => {
        const press = (event: KeyboardEvent) => {
            if (event.key === '/' && isForPage(event)) {
                event.preventDefault();
                input.current?.focus();
            }
        };
        window.addEventListener('keydown', press);
        return () => window.removeEventListener('keydown', press);
    }, []);
    const asked = view.filter.q ?? '';
    // Whoever else changes the address, such as a saved view, is followed; what is being typed is left alone.
    useEffect(() => {
        if (document.activeElement !== input.current) setText(asked);
    }, [asked]);
    const latest = useRef({ set, asked });
    useEffect(() => {
        latest.current = { set, asked };
    });
    useEffect(() => {
        const timer = window.setTimeout(() => {
            if (latest.current.asked !== text) latest.current.set({ q: text || null }, true);
        }, SEARCH_PAUSE_MS);
        return () => window.clearTimeout(timer);
    }, [text]);
    return (
        <input
            ref={input}
            type="search"
            value={text}
            onChange={(event) => setText(event.target.value)}
            placeholder={t('listings.skuGtinOrWords')}
            aria-label={t('listings.findListingsBySkuGtinOr')}
            className="h-8 w-[200px] rounded-md border border-line-2 bg-sheet px-2.5 placeholder:text-text-3"
        />
    );
}

function Chips({ view }: { view: ListingView }) {
    const channels = useChannels();
    const rules = useRules();
    const { filter, set } = view;
    const chips: { key: string; words: string; drop: () => void }[] = [];
    if (filter.channel !== undefined) {
        const channel = channels.data?.find((one) => one.id === filter.channel);
        chips.push({
            key: 'channel',
            words: channel?.name ?? t('listings.channel'),
            drop: () => set({ channel: null }),
        });
    }
    if (filter.country !== undefined)
        chips.push({
            key: 'country',
            words: countryName(filter.country),
            drop: () => set({ country: null }),
        });
    if (filter.rule !== undefined) {
        const rule = rules.data?.find((one) => String(one.id) === filter.rule);
        chips.push({ key: 'rule', words: rule?.name ?? t('listings.noRule'), drop: () => set({ rule: null }) });
    }
    for (const name of NAMES) {
        const words = filter[name];
        if (words !== undefined) chips.push({ key: name, words, drop: () => set({ [name]: null }) });
    }
    if (filter.outcome !== undefined) {
        const words = OUTCOMES.find(([name]) => name === filter.outcome)?.[1] ?? filter.outcome;
        chips.push({ key: 'outcome', words, drop: () => set({ outcome: null }) });
    }
    for (const name of RANGES) {
        const figure = filter[name];
        const [kind, end] = name.split('_');
        const range = RANGE_WORDS.find(([one]) => one === kind);
        if (figure !== undefined && range) {
            const words = t(end === 'from' ? 'listings.rangeFrom' : 'listings.rangeUpTo', {
                of: range[1].toLowerCase(),
                figure: `${figure}${range[2] && ` ${range[2]}`}`,
            });
            chips.push({ key: name, words, drop: () => set({ [name]: null }) });
        }
    }
    for (const state of filter.state ?? []) {
        chips.push({
            key: state,
            words: STATES.find(([name]) => name === state)?.[1] ?? state,
            drop: () => set({ state: (filter.state ?? []).filter((one) => one !== state) }),
        });
    }
    return chips.map((chip) => (
        <button
            key={chip.key}
            type="button"
            onClick={chip.drop}
            aria-label={t('listings.removeTheFilter', { words: chip.words })}
            className="inline-flex h-7 items-center gap-1 rounded-full bg-stripe-soft px-2.5 text-stripe"
        >
            {chip.words} <X size={12} aria-hidden="true" />
        </button>
    ));
}

function AddFilter({ view }: { view: ListingView }) {
    const [open, setOpen] = useState(false);
    return (
        <Popup
            label={t('listings.addFilter')}
            open={open}
            onOpenChange={setOpen}
            trigger={<Button>{t('listings.addFilter')}</Button>}
        >
            <Filters view={view} onDone={() => setOpen(false)} />
        </Popup>
    );
}

/** All there is to filter by. */
function Filters({ view, onDone }: { view: ListingView; onDone: () => void }) {
    const channels = useChannels();
    const countries = useCountries();
    const rules = useRules();
    const facets = useFacets();
    const names = [
        ['supplier', t('listings.supplier'), facets.data?.suppliers],
        ['category', t('listings.category'), facets.data?.categories],
        ['brand', t('listings.brand'), facets.data?.brands],
    ] as const;
    const add = (change: Record<string, string | string[]>) => {
        view.set(change);
        onDone();
    };
    const line = 'block w-full rounded px-2 py-1 text-left hover:bg-stripe-soft';
    return (
        <div className="grid w-[470px] max-w-full grid-cols-3 gap-3">
            {names.map(
                ([name, words, options]) =>
                    options !== undefined &&
                    options.length > 0 && (
                        <Suspense key={name} fallback={<span />}>
                            <SearchChoice
                                label={words}
                                className="min-w-0 px-2"
                                value={view.filter[name] ?? ''}
                                options={[['', t('listings.any')], ...options.map((one) => [one, one] as const)]}
                                onChange={(value) => {
                                    view.set({ [name]: value || null });
                                    onDone();
                                }}
                            />
                        </Suspense>
                    ),
            )}
            <div>
                <p className="px-2 pb-1 text-text-3">{t('listings.state')}</p>
                {STATES.map(([state, words]) => (
                    <button
                        key={state}
                        type="button"
                        className={line}
                        onClick={() => add({ state: [...new Set([...(view.filter.state ?? []), state])] })}
                    >
                        {words}
                    </button>
                ))}
            </div>
            <div>
                <Ranges view={view} />
                <Select
                    label={t('listings.itsRuleSays')}
                    className="mt-2 px-2"
                    value={view.filter.outcome ?? ''}
                    options={OUTCOMES}
                    onChange={(value) => {
                        view.set({ outcome: value || null });
                        onDone();
                    }}
                />
                {countries.length > 0 && (
                    <>
                        <p className="mt-3 px-2 pb-1 text-text-3">{t('listings.country')}</p>
                        {countries.map((code) => (
                            <button key={code} type="button" className={line} onClick={() => add({ country: code })}>
                                {countryName(code)}
                            </button>
                        ))}
                    </>
                )}
                <p className="mt-3 px-2 pb-1 text-text-3">{t('listings.channel')}</p>
                {channels.data?.map((channel) => (
                    <button
                        key={channel.id}
                        type="button"
                        className={line}
                        onClick={() => add({ channel: String(channel.id) })}
                    >
                        {channel.name}
                    </button>
                ))}
            </div>
            <div>
                <p className="px-2 pb-1 text-text-3">{t('listings.rule')}</p>
                {rules.data?.map((rule) => (
                    <button key={rule.id} type="button" className={line} onClick={() => add({ rule: String(rule.id) })}>
                        {rule.name}
                    </button>
                ))}
                <button type="button" className={line} onClick={() => add({ rule: 'none' })}>
                    {t('listings.noRule')}
                </button>
            </div>
        </div>
    );
}

/** From and to of each figure. What cannot be read says so, and what was asked before stays. */
function Ranges({ view }: { view: ListingView }) {
    return (
        <div className="grid gap-2 px-2">
            {RANGE_WORDS.map(([kind, words, unit]) => (
                <fieldset key={kind}>
                    <legend className="text-text-2">
                        {words}
                        {unit && ` ${unit}`}
                    </legend>
                    <div className="mt-1 grid grid-cols-2 items-start gap-1">
                        {(['from', 'to'] as const).map((end) => (
                            <RangeEnd key={end} view={view} name={`${kind}_${end}` as Range} label={words} end={end} />
                        ))}
                    </div>
                </fieldset>
            ))}
        </div>
    );
}

type Range = (typeof RANGES)[number];

const rangeReader = percentReader({ isSigned: true, min: -1_000_000_000, max: 1_000_000_000 });

function RangeEnd({ view, name, label, end }: { view: ListingView; name: Range; label: string; end: string }) {
    const [text, setText] = useState(view.filter[name] ?? '');
    const keep = () => {
        const reading = text.trim() === '' ? null : rangeReader(text);
        if (reading === null || isRead(reading)) view.set({ [name]: reading?.value ?? null }, true);
    };
    return (
        <FigureInput
            hideLabel
            label={t(end === 'from' ? 'listings.rangeFrom' : 'listings.rangeTo', { of: label, figure: '' }).trim()}
            placeholder={t(end === 'from' ? 'listings.from' : 'listings.to')}
            reader={rangeReader}
            value={text}
            onChange={setText}
            onBlur={keep}
            onKeyDown={(event) => event.key === 'Enter' && keep()}
        />
    );
}
