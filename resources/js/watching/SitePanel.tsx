import { t } from '@/messages/watching';
import { said } from '@/messages/said';
import { api, take } from '@/api/client';
import { key, useChanged } from '@/api/keys';
import { useWorkspace } from '@/api/queries';
import { EditForm } from '@/edit/EditForm';
import { FigureField, SearchField, SelectField, TextField, TickField } from '@/edit/fields';
import { amountReader, currencyFormat, wholeReader, type Reader } from '@/edit/reading';
import { figure, optionalFigure, resolverOf, text } from '@/edit/schemas';
import { useEditForm } from '@/edit/useEditForm';
import { Button } from '@/ui/Button';
import { currencies } from '@/ui/currencies';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { z } from 'zod';
import { CrawlOfSite } from './CrawlOfSite';
import { siteState } from './SiteTable';
import type { Site } from './queries';

const seconds = wholeReader({ min: 1, max: 3_600 });
const requests = wholeReader({ min: 1, max: 100_000 });
const percent = wholeReader({ min: 1, max: 100 });

const LABELS: Record<string, string> = {
    name: t('watching.siteName'),
    delay: t('watching.delay'),
    daily: t('watching.daily'),
    doubt: t('watching.doubtPercent'),
    currency: t('watching.siteCurrency'),
    tax: t('watching.siteTax'),
    shipping: t('watching.siteShipping'),
    free: t('watching.siteFreeFrom'),
    own: t('watching.isOwnShop'),
    proxy: t('watching.proxy'),
    proxyUser: t('watching.proxyUser'),
    proxyPassword: t('watching.proxyPassword'),
};

const FIELDS: Record<string, string> = {
    delay_seconds: 'delay',
    daily_requests: 'daily',
    doubt_percent: 'doubt',
    tax_included: 'tax',
    free_shipping_from: 'free',
    is_own: 'own',
    proxy_user: 'proxyUser',
    proxy_password: 'proxyPassword',
};

type Tax = 'ours' | 'included' | 'excluded';

const taxOf = ({ tax_included }: Site): Tax =>
    tax_included === null ? 'ours' : tax_included ? 'included' : 'excluded';

const TAX = { ours: null, included: true, excluded: false } as const;

/** A shop: how it is asked, its terms, and how its pages are read. */
export function SitePanel({ site, onClose }: { site: Site; onClose: () => void }) {
    const changed = useChanged();
    const pause = useMutation({
        meta: { failed: t('watching.notChanged') },
        mutationFn: (is_paused: boolean) =>
            take(api.PATCH('/api/v1/sites/{id}', { params: { path: { id: site.id } }, body: { is_paused } })),
        onSuccess: (_site, isPaused) => {
            changed('watches');
            toast(isPaused ? t('watching.sitePaused') : t('watching.siteResumed'));
        },
    });
    return (
        <aside
            aria-label={site.name}
            className="w-[336px] shrink-0 overflow-auto border-l border-line bg-sheet px-4 py-3.5 max-[900px]:absolute max-[900px]:inset-y-0 max-[900px]:right-0 max-[900px]:z-20"
        >
            <div className="flex items-start gap-2">
                <h2 className="min-w-0 flex-1 text-[15.5px] leading-snug break-words">{site.name}</h2>
                <button
                    type="button"
                    onClick={onClose}
                    aria-label={t('watching.close')}
                    className="rounded p-0.5 text-text-3 hover:text-text"
                >
                    <X size={16} />
                </button>
            </div>
            <p className="text-text-2">
                {site.host} ·{' '}
                <Link to={`/rivals?view=pages&site=${site.id}`} className="text-stripe underline underline-offset-2">
                    {t('watching.pages')}
                </Link>
                {' · '}
                <Link
                    to={`/alerts?${String(new URLSearchParams({ alert: 'new', site: String(site.id), title: site.name }))}`}
                    className="text-stripe underline underline-offset-2"
                >
                    {t('watching.tellMe')}
                </Link>
            </p>
            <div className="mt-3">
                {site.problem || site.is_failing ? <Notice>{siteState(site)}</Notice> : <p>{siteState(site)}</p>}
            </div>
            {site.warning && (
                <div className="mt-2">
                    <Notice>{said(site.warning)}</Notice>
                </div>
            )}
            <p className="mt-2 text-[12.5px] text-text-2">
                {t('watching.siteRequests')}: {site.requests}
            </p>
            <div className="mt-2 flex flex-wrap gap-2">
                <Button disabled={pause.isPending} onClick={() => pause.mutate(!site.is_paused)}>
                    {site.is_paused ? t('watching.resumeSite') : t('watching.pauseSite')}
                </Button>
            </div>
            {pause.error && <ProblemNotice error={pause.error} />}
            <CrawlOfSite site={site} />
            <section className="mt-4 border-t border-line pt-3">
                <h3 className="text-[14px]">{t('watching.siteRecipe')}</h3>
                <p className="text-text-2">
                    {site.recipe_number === null
                        ? t('watching.recipeNone')
                        : t('watching.recipeNumber', { number: site.recipe_number })}
                </p>
                <Link to={`/rivals?view=recipe&shop=${site.id}`} className="text-stripe underline underline-offset-2">
                    {t('watching.benchOpen')}
                </Link>
            </section>
            <section className="mt-4 border-t border-line pt-3">
                <h3 className="mb-2 text-[14px]">{t('watching.siteSettings')}</h3>
                <SiteForm key={site.id} site={site} />
            </section>
        </aside>
    );
}

const resolverFor = (amount: Reader) =>
    resolverOf(
        z.object({
            name: text(255),
            delay: figure(seconds),
            daily: figure(requests),
            doubt: figure(percent),
            currency: z.string(),
            tax: z.enum(['ours', 'included', 'excluded']),
            shipping: optionalFigure(amount),
            free: optionalFigure(amount),
            own: z.boolean(),
            proxy: text(255).or(z.literal('')),
            proxyUser: z.string().max(255),
            proxyPassword: z.string().max(255),
        }),
    );

function SiteForm({ site }: { site: Site }) {
    const changed = useChanged();
    const client = useQueryClient();
    const own = useWorkspace().data?.currency ?? '';
    const format = currencyFormat(site.currency ?? own);
    const amount = amountReader(format);
    const edit = useEditForm({
        name: `site ${site.id}`,
        version: site.revision,
        current: {
            name: site.name,
            delay: String(site.delay_seconds),
            daily: String(site.daily_requests),
            doubt: String(site.doubt_percent),
            currency: site.currency ?? '',
            tax: taxOf(site),
            shipping: site.shipping ?? '',
            free: site.free_shipping_from ?? '',
            own: site.is_own,
            proxy: site.proxy ?? '',
            proxyUser: site.proxy_user ?? '',
            proxyPassword: '',
        },
        resolver: resolverFor(amount),
        save: (wanted, revision) =>
            take(
                api.PATCH('/api/v1/sites/{id}', {
                    params: { path: { id: site.id } },
                    body: {
                        revision,
                        name: wanted.name,
                        delay_seconds: Number(wanted.delay),
                        daily_requests: Number(wanted.daily),
                        doubt_percent: Number(wanted.doubt),
                        currency: wanted.currency === '' ? null : wanted.currency,
                        tax_included: TAX[wanted.tax],
                        shipping: wanted.shipping,
                        free_shipping_from: wanted.free,
                        is_own: wanted.own,
                        proxy: wanted.proxy === '' ? null : wanted.proxy,
                        ...(wanted.proxy === (site.proxy ?? '') || wanted.proxyUser !== (site.proxy_user ?? '')
                            ? { proxy_user: wanted.proxyUser || null }
                            : {}),
                        ...(wanted.proxyPassword === '' ? {} : { proxy_password: wanted.proxyPassword }),
                    },
                }),
            ),
        onSaved: () => changed('watches', 'listings'),
        onConflict: () => void client.invalidateQueries({ queryKey: key('sites') }),
        fieldOf: (path) => FIELDS[path] ?? path,
    });
    return (
        <EditForm edit={edit} save={t('watching.saveSite')} label={(path) => LABELS[path] ?? path}>
            <TextField name="name" label={LABELS.name!} />
            <FigureField name="delay" label={LABELS.delay!} reader={seconds} />
            <FigureField name="daily" label={LABELS.daily!} reader={requests} />
            <FigureField name="doubt" label={LABELS.doubt!} unit="%" reader={percent} />
            <SearchField
                name="currency"
                label={LABELS.currency!}
                options={[['', t('watching.siteCurrencyNone')], ...currencies()]}
            />
            <SelectField
                name="tax"
                label={LABELS.tax!}
                options={[
                    ['ours', t('watching.siteTaxOurs')],
                    ['included', t('watching.siteTaxIncluded')],
                    ['excluded', t('watching.siteTaxExcluded')],
                ]}
            />
            <FigureField name="shipping" label={LABELS.shipping!} unit={format.symbol} reader={amount} />
            <FigureField name="free" label={LABELS.free!} unit={format.symbol} reader={amount} />
            <TickField name="own" label={LABELS.own!} />
            <TextField name="proxy" label={LABELS.proxy!} placeholder={t('watching.proxyNone')} />
            <TextField name="proxyUser" label={LABELS.proxyUser!} />
            <TextField
                name="proxyPassword"
                type="password"
                label={LABELS.proxyPassword!}
                placeholder={site.has_proxy_password ? t('watching.proxyPasswordKept') : undefined}
            />
        </EditForm>
    );
}
