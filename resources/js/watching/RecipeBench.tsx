import { t } from '@/messages/watching';
import { api, Problem, take } from '@/api/client';
import { key, useChanged } from '@/api/keys';
import { Button } from '@/ui/Button';
import { clock, priced } from '@/ui/figures';
import { InlineButton } from '@/ui/InlineButton';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { Tick } from '@/ui/Tick';
import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import type { Site } from './queries';
import { beginning, changed, FIELDS, isWhole, type Field, type Fields } from './recipeSteps';
import { StepEditor } from './StepEditor';

const PageWindow = lazy(() => import('./PageWindow'));

const MOST_BESIDE = 4;
const USUAL_BESIDE = 3;
const TYPING_MS = 400;
const LINK = 'text-stripe underline underline-offset-2';

type Recipe = Record<string, never>;

const documentOf = (fields: Fields) => ({ version: 1, fields }) as unknown as Recipe;

/** What is being made stays there until it is saved, whatever happens to the window. */
function useDraft(site: Site) {
    const store = `wrasse.recipe-${site.id}`;
    const saved = ((site.recipe as { fields?: Fields } | null)?.fields ?? {}) as Fields;
    const [fields, setFields] = useState<Fields>(() => {
        const kept = sessionStorage.getItem(store);
        return kept === null ? saved : (JSON.parse(kept) as Fields);
    });
    const keep = (next: Fields) => {
        setFields(next);
        sessionStorage.setItem(store, JSON.stringify(next));
    };
    const forget = (next: Fields) => {
        setFields(next);
        sessionStorage.removeItem(store);
    };
    return { fields, saved, keep, forget };
}

/** The same value once nobody has typed for a while. */
function useSettled<T>(value: T): T {
    const [settled, setSettled] = useState(value);
    useEffect(() => {
        const timer = setTimeout(() => setSettled(value), TYPING_MS);
        return () => clearTimeout(timer);
    }, [value]);
    return settled;
}

/** How the pages of a shop are read, step by step, on several of its pages side by side. */
export default function RecipeBench({ site }: { site: Site }) {
    const tell = useChanged();
    const path = { path: { id: site.id } };
    const { fields, saved, keep, forget } = useDraft(site);
    const [chosen, setChosen] = useState<number[] | null>(null);
    const [pointing, setPointing] = useState<Field | null>(null);
    const pages = useQuery({
        queryKey: key('watches', 'of site', site.id),
        queryFn: ({ signal }) => take(api.GET('/api/v1/watches', { params: { query: { site: site.id } }, signal })),
        select: (watches) => watches.filter((watch) => watch.reading !== null),
    });
    const versions = useQuery({
        queryKey: key('sites', site.id, 'recipes', site.revision),
        queryFn: ({ signal }) =>
            take(api.GET('/api/v1/sites/{id}/recipes', { params: { path: { id: site.id } }, signal })),
    });
    const beside = chosen ?? pages.data?.slice(0, USUAL_BESIDE).map((watch) => watch.reading!) ?? [];
    const tried = useSettled(fields);
    const canTry = isWhole(tried) && beside.length > 0;
    const steps = useQuery({
        queryKey: key('sites', site.id, 'steps', tried, beside),
        queryFn: () =>
            take(
                api.POST('/api/v1/sites/{id}/recipe/steps', {
                    params: { path: { id: site.id } },
                    body: { recipe: documentOf(tried), readings: beside },
                }),
            ),
        enabled: canTry,
        placeholderData: keepPreviousData,
        retry: false,
    });
    const check = useMutation({
        mutationFn: () =>
            take(api.POST('/api/v1/sites/{id}/recipe/check', { params: path, body: { recipe: documentOf(fields) } })),
    });
    const save = useMutation({
        meta: { failed: t('watching.recipeNotSaved') },
        mutationFn: (recipe: Recipe | null) =>
            take(api.PUT('/api/v1/sites/{id}/recipe', { params: path, body: { recipe } })),
        onSuccess: (_site, recipe) => {
            tell('watches', 'listings');
            forget(recipe === null ? {} : fields);
            check.reset();
            toast(recipe === null ? t('watching.recipeDropped') : t('watching.recipeSaved'));
        },
    });
    const isChanged = JSON.stringify(fields) !== JSON.stringify(saved);
    const left = (Object.keys(FIELDS) as Field[]).filter((field) => !(field in fields));
    const change = (next: Fields) => {
        check.reset();
        keep(next);
    };
    return (
        <main className="min-h-0 flex-1 overflow-auto bg-sheet px-[18px] py-4">
            <p className="flex flex-wrap gap-4 text-[12.5px]">
                <Link to={`/rivals?view=sites&shop=${site.id}`} className={LINK}>
                    {t('watching.itsSettings')}
                </Link>
            </p>
            <h2 className="text-[19px]">{t('watching.benchOf', { name: site.name })}</h2>
            <p className="max-w-[78ch] text-text-2">{t('watching.benchNote')}</p>
            {pages.data?.length === 0 && <Notice>{t('watching.benchNoPages')}</Notice>}
            <Beside
                pages={(pages.data ?? []).map((watch) => [watch.reading!, watch.url])}
                beside={beside}
                onChange={setChosen}
            />
            {steps.error && (
                <Notice>
                    {steps.error instanceof Problem ? (steps.error.at('recipe') ?? steps.error.inFull) : ''}
                </Notice>
            )}
            {Object.entries(fields).map(([field, chain]) => (
                <section key={field} className="mt-5" aria-label={FIELDS[field as Field] ?? field}>
                    <div className="flex items-baseline gap-3">
                        <h3 className="text-[15px]">{FIELDS[field as Field] ?? field}</h3>
                        <InlineButton className={LINK} onClick={() => setPointing(field as Field)}>
                            {t('watching.pointAtIt')}
                        </InlineButton>
                        <InlineButton
                            className={LINK}
                            onClick={() =>
                                change(Object.fromEntries(Object.entries(fields).filter(([one]) => one !== field)))
                            }
                        >
                            {t('watching.fieldRemove')}
                        </InlineButton>
                    </div>
                    <div
                        className="overflow-x-auto"
                        tabIndex={0}
                        role="region"
                        aria-label={t('watching.stepsOf', { field: FIELDS[field as Field] ?? field })}
                    >
                        <table className="w-full min-w-[860px] table-fixed">
                            <thead className="text-left text-[12.5px] text-text-2">
                                <tr>
                                    <th scope="col" className="w-[430px] py-1 font-medium">
                                        {t('watching.step')}
                                    </th>
                                    {steps.data?.map((page) => (
                                        <th
                                            key={page.reading}
                                            scope="col"
                                            className="truncate py-1 pl-3 font-medium"
                                            title={page.url}
                                        >
                                            {new URL(page.url).pathname}
                                        </th>
                                    ))}
                                </tr>
                            </thead>
                            <tbody>
                                {chain.map((step, at) => (
                                    <tr key={at} className="border-t border-line align-top">
                                        <td className="py-1.5">
                                            <StepEditor
                                                key={JSON.stringify(Object.keys(step))}
                                                step={step}
                                                number={at + 1}
                                                onChange={(next) => change(changed(fields, field, at, next))}
                                                onRemove={() => change(changed(fields, field, at, null))}
                                            />
                                        </td>
                                        {steps.data?.map((page) => (
                                            <Found key={page.reading} values={page.fields[field]} at={at} />
                                        ))}
                                    </tr>
                                ))}
                            </tbody>
                        </table>
                    </div>
                    <Button
                        className="mt-1"
                        onClick={() => change(changed(fields, field, chain.length, { text: true }, true))}
                    >
                        {t('watching.stepAdd')}
                    </Button>
                </section>
            ))}
            <div className="mt-5 flex flex-wrap items-end gap-2">
                {left.length > 0 && (
                    <Select
                        label={t('watching.fieldAdd')}
                        className="w-52"
                        value=""
                        options={[
                            ['', t('watching.fieldChoose')],
                            ...left.map((field) => [field, FIELDS[field]] as const),
                        ]}
                        onChange={(field) => field !== '' && change({ ...fields, [field]: beginning(field as Field) })}
                    />
                )}
                <Button disabled={check.isPending || !isWhole(fields)} onClick={() => check.mutate()}>
                    {t('watching.tryAll')}
                </Button>
                <Button
                    look="main"
                    disabled={save.isPending || !isChanged || !isWhole(fields)}
                    onClick={() => save.mutate(documentOf(fields))}
                >
                    {t('watching.useRecipe')}
                </Button>
                {isChanged && (
                    <Button look="quiet" onClick={() => forget(saved)}>
                        {t('watching.benchUndo')}
                    </Button>
                )}
                {site.recipe_number !== null && (
                    <Button look="quiet" disabled={save.isPending} onClick={() => save.mutate(null)}>
                        {t('watching.recipeDrop')}
                    </Button>
                )}
            </div>
            <div aria-live="polite" className="mt-3 grid gap-2">
                {check.error && <ProblemNotice error={check.error} />}
                {save.error && <ProblemNotice error={save.error} />}
                {check.data && (
                    <>
                        <p>
                            <b>{t('watching.suggestedReads', { reads: check.data.reads, total: check.data.total })}</b>
                        </p>
                        <ul className="text-[12.5px]">
                            {check.data.pages
                                .filter((page) => page.before !== page.price)
                                .map((page) => (
                                    <li key={page.watch_id} className="break-all">
                                        {page.url}:{' '}
                                        {page.price ? priced(page.price, page.currency ?? '') : t('watching.none')},{' '}
                                        {t('watching.was', { price: page.before ?? t('watching.none') })}
                                    </li>
                                ))}
                        </ul>
                    </>
                )}
            </div>
            {(versions.data?.length ?? 0) > 0 && (
                <section className="mt-6 border-t border-line pt-3">
                    <h3 className="text-[15px]">{t('watching.versions')}</h3>
                    <ul>
                        {versions.data?.map((version) => (
                            <li
                                key={version.number}
                                className="flex flex-wrap gap-3 border-b border-dotted border-line-2 py-1"
                            >
                                <span>{t('watching.recipeNumber', { number: version.number })}</span>
                                <span className="text-text-2">
                                    {version.created_by} · {clock(version.created_at)}
                                </span>
                                {version.number === site.recipe_number ? (
                                    <span className="text-text-3">{t('watching.versionInUse')}</span>
                                ) : (
                                    <InlineButton
                                        className={LINK}
                                        onClick={() => change((version.recipe as unknown as { fields: Fields }).fields)}
                                    >
                                        {t('watching.versionTake')}
                                    </InlineButton>
                                )}
                            </li>
                        ))}
                    </ul>
                </section>
            )}
            {pointing && beside[0] !== undefined && (
                <Suspense fallback={null}>
                    <PageWindow
                        site={site.id}
                        reading={beside[0]}
                        title={t('watching.pointAtField', { field: FIELDS[pointing] })}
                        isPointing
                        field={pointing}
                        onSuggested={(recipe) => {
                            const suggested = (recipe as { fields: Fields }).fields[pointing];
                            if (suggested) change({ ...fields, [pointing]: suggested });
                            setPointing(null);
                        }}
                        onClose={() => setPointing(null)}
                    />
                </Suspense>
            )}
        </main>
    );
}

/** What there is on a page after a step; nothing where an earlier one found nothing. */
function Found({ values, at }: { values: (string | null)[] | undefined; at: number }) {
    const value = values?.[at];
    return (
        <td className="py-2 pl-3 font-mono text-[12px] break-words" title={value ?? undefined}>
            {value === null ? (
                <span className="text-broken">{t('watching.stepNothing')}</span>
            ) : (
                <span className="line-clamp-3">{value ?? ''}</span>
            )}
        </td>
    );
}

interface BesideProps {
    pages: (readonly [number, string])[];
    beside: number[];
    onChange: (readings: number[]) => void;
}

/** Which pages stand beside each other. */
function Beside({ pages, beside, onChange }: BesideProps) {
    return (
        <details className="mt-3">
            <summary className="cursor-pointer text-stripe">
                {t('watching.benchPages', { many: beside.length, all: pages.length })}
            </summary>
            <ul className="mt-1 max-h-40 overflow-auto">
                {pages.map(([reading, url]) => {
                    const isShown = beside.includes(reading);
                    return (
                        <li key={reading}>
                            <label className="flex items-center gap-2 py-0.5">
                                <Tick
                                    checked={isShown}
                                    label={url}
                                    onChange={(on) => {
                                        if (!on) onChange(beside.filter((one) => one !== reading));
                                        else if (beside.length < MOST_BESIDE) onChange([...beside, reading]);
                                    }}
                                />
                                <span className="truncate">{url}</span>
                            </label>
                        </li>
                    );
                })}
            </ul>
        </details>
    );
}
