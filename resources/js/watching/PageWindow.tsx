import { t } from '@/messages/watching';
import { api, take } from '@/api/client';
import { useChanged } from '@/api/keys';
import type { components } from '@/api/schema';
import { Button } from '@/ui/Button';
import { priced } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { Window } from '@/ui/Window';
import { useMutation } from '@tanstack/react-query';
import { useCallback, useRef } from 'react';
import { toast } from 'sonner';
import type { Field } from './recipeSteps';

interface Props {
    site: number;
    /** Whose page it is. */
    reading: number;
    title: string;
    /** Whether a click says where a field stands. */
    isPointing: boolean;
    /** Which one; else the price. */
    field?: Field;
    /** Takes what is suggested; without it, it is saved as the recipe of the shop. */
    onSuggested?: (recipe: unknown) => void;
    onClose: () => void;
}

const MARKS = `
[data-wrasse] { outline: 3px solid #2346c8; outline-offset: 2px; position: relative }
[data-wrasse="price"] { outline-color: #f0b90b }
html[data-pointing] * { cursor: crosshair !important }
html[data-pointing] [data-pointed] { outline: 3px dashed #c8452f !important; outline-offset: 2px }`;

/** A page as it was read, with marks where the price, name and availability were found. Nothing of it runs. */
export default function PageWindow({ site, reading, title, isPointing, field = 'price', onSuggested, onClose }: Props) {
    const changed = useChanged();
    const suggest = useMutation({
        mutationFn: (element: number) =>
            take(
                api.POST('/api/v1/sites/{id}/recipe/suggest', {
                    params: { path: { id: site } },
                    body: { reading, element, field },
                }),
            ),
    });
    const save = useMutation({
        meta: { failed: t('watching.recipeNotSaved') },
        mutationFn: (recipe: Record<string, never>) =>
            take(api.PUT('/api/v1/sites/{id}/recipe', { params: { path: { id: site } }, body: { recipe } })),
        onSuccess: () => {
            changed('watches', 'listings');
            toast(t('watching.recipeSaved'));
            onClose();
        },
    });
    const { mutate } = suggest;
    const frame = useRef<HTMLIFrameElement>(null);
    const prepare = useCallback(() => {
        const page = frame.current?.contentDocument;
        if (!page) return;
        const style = page.createElement('style');
        style.textContent = MARKS;
        page.head.append(style);
        page.querySelector('[data-wrasse="price"]')?.scrollIntoView({ block: 'center' });
        if (isPointing) page.documentElement.setAttribute('data-pointing', '');
        const numberOf = (event: Event) => (event.target as Element | null)?.closest?.('[data-wrasse-n]');
        page.addEventListener('mouseover', (event) => {
            page.querySelectorAll('[data-pointed]').forEach((one) => one.removeAttribute('data-pointed'));
            numberOf(event)?.setAttribute('data-pointed', '');
        });
        page.addEventListener(
            'click',
            (event) => {
                event.preventDefault();
                const number = numberOf(event)?.getAttribute('data-wrasse-n');
                if (isPointing && number) mutate(Number(number));
            },
            true,
        );
    }, [isPointing, mutate]);
    return (
        <Window open wide onClose={onClose} title={title}>
            {isPointing && <p className="mb-2 text-text-2">{t('watching.pointHint')}</p>}
            <iframe
                ref={frame}
                title={title}
                src={`/api/v1/readings/${reading}/page`}
                sandbox="allow-same-origin"
                onLoad={prepare}
                className="h-[46vh] w-full border border-line-2 bg-white"
            />
            <div aria-live="polite" className="mt-3 grid gap-2">
                {suggest.isPending && <p className="text-text-2">{t('watching.pointing')}</p>}
                {suggest.error && <ProblemNotice error={suggest.error} />}
                {suggest.data && (
                    <Suggested
                        suggested={suggest.data}
                        reading={reading}
                        field={field}
                        isSaving={save.isPending}
                        use={onSuggested ? t('watching.takeSuggestion') : t('watching.useRecipe')}
                        onUse={() =>
                            onSuggested
                                ? onSuggested(suggest.data.recipe)
                                : save.mutate(suggest.data.recipe as Record<string, never>)
                        }
                    />
                )}
                {save.error && <ProblemNotice error={save.error} />}
            </div>
        </Window>
    );
}

/** What it would read on the pages of the shop that are kept. */
function Suggested({
    suggested: { check, recipe },
    reading,
    field,
    isSaving,
    use,
    onUse,
}: {
    suggested: components['schemas']['SuggestedRecipe'];
    reading: number;
    field: Field;
    isSaving: boolean;
    use: string;
    onUse: () => void;
}) {
    const here = check.pages.find((page) => page.reading === reading);
    const differ = check.pages.filter((page) => page.before !== page.price && page.reading !== reading);
    if (field === 'price' && here && here.price === null) return <p>{t('watching.suggestedNothing')}</p>;
    return (
        <>
            <p>
                {here?.price && (
                    <b>{t('watching.suggestedHere', { price: priced(here.price, here.currency ?? '') })} </b>
                )}
                {t('watching.suggestedReads', { reads: check.reads, total: check.total })}
            </p>
            {differ.length > 0 && (
                <details>
                    <summary className="cursor-pointer text-stripe">
                        {t('watching.differsOn')} {differ.length}
                    </summary>
                    <ul className="mt-1 text-[12.5px]">
                        {differ.map((page) => (
                            <li key={page.watch_id} className="break-all">
                                {page.url}: {page.price ? priced(page.price, page.currency ?? '') : t('watching.none')},{' '}
                                {t('watching.was', { price: page.before ?? t('watching.none') })}
                            </li>
                        ))}
                    </ul>
                </details>
            )}
            <details>
                <summary className="cursor-pointer text-stripe">{t('watching.recipeSteps')}</summary>
                <pre className="mt-1 overflow-auto text-[12px]">{JSON.stringify(recipe, null, 2)}</pre>
            </details>
            <div>
                <Button look="main" disabled={isSaving} onClick={onUse}>
                    {use}
                </Button>
            </div>
        </>
    );
}
