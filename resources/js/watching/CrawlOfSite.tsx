import { t } from '@/messages/watching';
import { said } from '@/messages/said';
import { api, take } from '@/api/client';
import { key, useChanged } from '@/api/keys';
import { EditForm } from '@/edit/EditForm';
import { FigureField, SelectField, TickField } from '@/edit/fields';
import { wholeReader } from '@/edit/reading';
import { figure, resolverOf } from '@/edit/schemas';
import { useEditForm } from '@/edit/useEditForm';
import { ago, clock } from '@/ui/figures';
import { Button } from '@/ui/Button';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useWatch } from 'react-hook-form';
import { Link } from 'react-router';
import { z } from 'zod';
import { EVERY } from './crawlWords';
import { useCrawls, useMatchCounts, type Crawl } from './matches';
import type { Site } from './queries';

/** What a shop sells: how far it is read through, what was found, and what becomes of that. */
export function CrawlOfSite({ site }: { site: Site }) {
    const changed = useChanged();
    const crawl = useCrawls().data?.find((one) => one.site_id === site.id);
    const begin = useMutation({
        meta: { failed: t('watching.crawlNotBegun') },
        mutationFn: () =>
            crawl
                ? take(api.POST('/api/v1/crawls/{id}/start', { params: { path: { id: crawl.id } } }))
                : take(api.POST('/api/v1/crawls', { body: { url: site.host } })),
        onSuccess: () => changed('watches'),
    });
    const stop = useMutation({
        meta: { failed: t('watching.crawlNotStopped') },
        mutationFn: (id: number) => take(api.POST('/api/v1/crawls/{id}/stop', { params: { path: { id } } })),
        onSuccess: () => changed('watches'),
    });
    const isRunning = crawl?.state === 'running';
    return (
        <section className="mt-4 border-t border-line pt-3">
            <h3 className="text-[14px]">{t('watching.crawlOfSite')}</h3>
            {crawl ? <Progress crawl={crawl} /> : <p className="text-text-2">{t('watching.crawlNotYet')}</p>}
            <div className="mt-2 flex flex-wrap gap-2">
                {isRunning ? (
                    <Button disabled={stop.isPending} onClick={() => stop.mutate(crawl.id)}>
                        {t('watching.crawlStop')}
                    </Button>
                ) : (
                    <Button disabled={begin.isPending} onClick={() => begin.mutate()}>
                        {crawl === undefined
                            ? t('watching.crawlRead')
                            : crawl.state === 'stopped'
                              ? t('watching.crawlGoOn')
                              : t('watching.crawlAgain')}
                    </Button>
                )}
            </div>
            {begin.error && <ProblemNotice error={begin.error} />}
            {crawl && (
                <details className="mt-3">
                    <summary className="cursor-pointer text-text-2">{t('watching.crawlSettings')}</summary>
                    <div className="mt-2">
                        <CrawlForm key={crawl.id} crawl={crawl} />
                    </div>
                </details>
            )}
        </section>
    );
}

function Progress({ crawl }: { crawl: Crawl }) {
    const { read, waiting, failed } = crawl;
    const isRunning = crawl.state === 'running';
    return (
        <>
            {isRunning && (
                <progress
                    aria-label={t('watching.crawlOfSite')}
                    value={read + failed}
                    max={Math.max(1, read + failed + waiting)}
                    className="my-1.5 block h-1.5 w-full [&::-webkit-progress-bar]:bg-line [&::-webkit-progress-value]:bg-stripe"
                />
            )}
            <p className="text-text-2">
                {isRunning
                    ? t('watching.crawlRunning', { read, waiting, minutes: crawl.minutes_left ?? 0 })
                    : crawl.state === 'stopped'
                      ? t('watching.crawlStopped', { read })
                      : t('watching.crawlDone', { read, when: ago(crawl.ended_at) })}
            </p>
            <p>
                {t('watching.crawlFound', {
                    products: crawl.products,
                    fresh: crawl.new_products === crawl.products ? 0 : crawl.new_products,
                    failed,
                })}
            </p>
            {crawl.products > 0 && (
                <p>
                    <Link
                        to={`/rivals?view=matches&shop=${crawl.site_id}`}
                        className="text-stripe underline underline-offset-2"
                    >
                        {t('watching.crawlMatches', { proposed: crawl.proposed, accepted: crawl.accepted })}
                    </Link>
                </p>
            )}
            {crawl.ended_because && <Notice>{said(crawl.ended_because)}</Notice>}
            {crawl.next_at && (
                <p className="text-[12.5px] text-text-2">{t('watching.crawlNext', { when: clock(crawl.next_at) })}</p>
            )}
        </>
    );
}

const pages = wholeReader({ min: 1, max: 50_000 });
const depth = wholeReader({ min: 0, max: 20 });
const hours = wholeReader({ min: 1, max: 720 });
const sure = wholeReader({ min: 90, max: 100 });
const least = wholeReader({ min: 0, max: 90 });

const LABELS: Record<string, string> = {
    every: t('watching.crawlEvery'),
    pages: t('watching.crawlMostPages'),
    depth: t('watching.crawlMostDepth'),
    hours: t('watching.crawlMostHours'),
    links: t('watching.crawlLinks'),
    from: t('watching.crawlLinkFrom'),
    least: t('watching.crawlShowFrom'),
};

const FIELDS: Record<string, string> = {
    every_days: 'every',
    most_pages: 'pages',
    most_depth: 'depth',
    most_hours: 'hours',
    links_same: 'links',
    link_from: 'from',
    show_from: 'least',
};

const resolver = resolverOf(
    z.object({
        every: z.string(),
        pages: figure(pages),
        depth: figure(depth),
        hours: figure(hours),
        links: z.boolean(),
        from: figure(sure),
        least: figure(least),
    }),
);

function CrawlForm({ crawl }: { crawl: Crawl }) {
    const changed = useChanged();
    const client = useQueryClient();
    const every = crawl.every_days === null ? '' : String(crawl.every_days);
    const edit = useEditForm({
        name: `crawl ${crawl.id}`,
        version: crawl.revision,
        current: {
            every,
            pages: String(crawl.most_pages),
            depth: String(crawl.most_depth),
            hours: String(crawl.most_hours),
            links: crawl.links_same,
            from: String(crawl.link_from),
            least: String(crawl.show_from),
        },
        resolver,
        save: (wanted, revision) =>
            take(
                api.PATCH('/api/v1/crawls/{id}', {
                    params: { path: { id: crawl.id } },
                    body: {
                        revision,
                        every_days: wanted.every === '' ? null : Number(wanted.every),
                        most_pages: Number(wanted.pages),
                        most_depth: Number(wanted.depth),
                        most_hours: Number(wanted.hours),
                        links_same: wanted.links,
                        link_from: Number(wanted.from),
                        show_from: Number(wanted.least),
                    },
                }),
            ),
        onSaved: () => changed('watches'),
        onConflict: () => void client.invalidateQueries({ queryKey: key('crawls') }),
        fieldOf: (path) => FIELDS[path] ?? path,
    });
    const known = EVERY.some(([days]) => days === every);
    return (
        <EditForm edit={edit} save={t('watching.crawlSave')} label={(path) => LABELS[path] ?? path}>
            <SelectField
                name="every"
                label={LABELS.every!}
                options={
                    known ? EVERY : [...EVERY, [every, t('watching.crawlEveryDays', { days: Number(every) })] as const]
                }
            />
            <FigureField name="pages" label={LABELS.pages!} reader={pages} />
            <FigureField name="depth" label={LABELS.depth!} reader={depth} />
            <FigureField name="hours" label={LABELS.hours!} reader={hours} />
            <TickField name="links" label={LABELS.links!} />
            <FigureField name="from" label={LABELS.from!} reader={sure} />
            <LinkEffect site={crawl.site_id} />
            <FigureField name="least" label={LABELS.least!} reader={least} />
            <ShowEffect site={crawl.site_id} />
        </EditForm>
    );
}

/** Of the matches of a shop those whose score is as wanted. */
function useScores(site: number, isMeant: (score: number) => boolean) {
    const scores = useMatchCounts({ state: 'proposed', site }).data?.scores ?? [];
    const meant = scores.filter(({ score }) => isMeant(score));
    return {
        proposed: meant.reduce((sum, { proposed }) => sum + proposed, 0),
        rejected: meant.reduce((sum, { rejected }) => sum + rejected, 0),
    };
}

function LinkEffect({ site }: { site: number }) {
    const from = Number(useWatch({ name: 'from' }));
    const { proposed, rejected } = useScores(site, (score) => score >= from);
    return (
        <p className="-mt-2 text-[12.5px] text-text-2">{t('watching.crawlLinkEffect', { many: proposed, rejected })}</p>
    );
}

function ShowEffect({ site }: { site: number }) {
    const least = Number(useWatch({ name: 'least' }));
    const { proposed } = useScores(site, (score) => score < least);
    return <p className="-mt-2 text-[12.5px] text-text-2">{t('watching.crawlShowEffect', { many: proposed })}</p>;
}
