import { t } from '@/messages/changes';
import { key } from '@/api/keys';
import { api, take } from '@/api/client';
import { usePages } from '@/api/usePages';
import { TopBar } from '@/ui/TopBar';
import { Button } from '@/ui/Button';
import { Select } from '@/ui/Select';
import { useSearchParams } from 'react-router';
import { ChangePanel } from './ChangePanel';
import { Ledger } from './Ledger';
import { Runs } from './Runs';

const PAGE = 100;

type Group = 'on_the_way' | 'confirmed' | 'failed' | 'superseded';

/** The ledger: every price that was to change, and what became of it. */
export default function ChangesPage() {
    const [params, setParams] = useSearchParams();
    const state = (params.get('state') ?? '') as Group | '';
    const q = params.get('q') ?? '';
    const run = params.get('run') ? Number(params.get('run')) : undefined;
    const by = (params.get('by') ?? '') as 'rule' | 'person' | '';
    const isRuns = params.get('view') === 'runs';
    const selected = params.get('change') ? Number(params.get('change')) : null;
    const set = (name: string, value: string) =>
        setParams(
            (before) => {
                const next = new URLSearchParams(before);
                if (value) next.set(name, value);
                else next.delete(name);
                return next;
            },
            { replace: true },
        );
    const changes = usePages({
        name: key('changes', state, q, run, by),
        load: async (before: number | null, signal) => {
            const query = {
                state: state || undefined,
                q: q || undefined,
                run,
                by: by || undefined,
                before: before ?? undefined,
            };
            const page = await take(api.GET('/api/v1/changes', { params: { query }, signal }));
            return { rows: page.changes, next: page.next };
        },
        idOf: (change) => change.id,
        size: PAGE,
    });
    return (
        <>
            <TopBar
                title={t('changes.changes')}
                note={isRuns ? t('changes.everyPassOfRulesOver') : t('changes.everyPriceThatWasToChange')}
            >
                <Button onClick={() => setParams(isRuns ? {} : { view: 'runs' })}>
                    {isRuns ? t('changes.everyChange') : t('changes.runs')}
                </Button>
            </TopBar>
            {isRuns && <Runs onShow={(id) => setParams({ run: String(id) })} />}
            <div className={isRuns ? 'hidden' : 'flex min-h-0 flex-1'}>
                <main className="flex min-w-0 flex-1 flex-col">
                    <div className="flex min-h-[50px] shrink-0 items-center gap-2 border-b border-line px-[18px]">
                        <input
                            type="search"
                            value={q}
                            onChange={(event) => set('q', event.target.value)}
                            placeholder={t('changes.skuGtinOrWords')}
                            aria-label={t('changes.findChangesBySkuGtinOr')}
                            className="h-8 w-[220px] rounded-md border border-line-2 bg-sheet px-2.5 placeholder:text-text-3"
                        />
                        <Select
                            hideLabel
                            label={t('changes.state')}
                            className="w-44"
                            value={state}
                            onChange={(value) => set('state', value)}
                            options={[
                                ['', t('changes.anyState')],
                                ['on_the_way', t('changes.onTheWay')],
                                ['confirmed', t('changes.confirmed')],
                                ['failed', t('changes.failed')],
                                ['superseded', t('changes.replacedOrTakenBack')],
                            ]}
                        />
                        <Select
                            hideLabel
                            label={t('changes.byWhom')}
                            className="w-36"
                            value={by}
                            onChange={(value) => set('by', value)}
                            options={[
                                ['', t('changes.byRulesAndPeople')],
                                ['rule', t('changes.byRulesAlone')],
                                ['person', t('changes.byPeople')],
                            ]}
                        />
                        {run !== undefined && (
                            <Button look="quiet" onClick={() => set('run', '')}>
                                {t('changes.ofRun', { run })}
                            </Button>
                        )}
                        <a
                            href={`/api/v1/changes/export?${new URLSearchParams({ ...(state && { state }), ...(q && { q }), ...(run && { run: String(run) }), ...(by && { by }) })}`}
                            download
                            className="ml-auto inline-flex h-8 items-center rounded-md border border-line-2 bg-sheet px-2.5 hover:border-text-3"
                        >
                            {t('changes.export')}
                        </a>
                    </div>
                    <Ledger
                        rows={changes.rows}
                        total={changes.rows.length}
                        open={selected}
                        onOpen={(id) => set('change', String(id))}
                        onView={changes.onView}
                        isLoading={changes.isPending}
                        isBusy={changes.isBusy}
                        error={changes.error}
                        onRetry={changes.refetch}
                        empty={
                            <div className="grid flex-1 place-content-center bg-sheet p-10 text-center">
                                <h2 className="text-[17px]">
                                    {state || q ? t('changes.noChangeMatches') : t('changes.noPriceHasChangedYet')}
                                </h2>
                                <p className="mt-1 max-w-[48ch] text-text-2">
                                    {state || q ? t('changes.lookForFewerWordsOrFor') : t('changes.asSoonAsARuleThat')}
                                </p>
                            </div>
                        }
                    />
                </main>
                {selected !== null && <ChangePanel key={selected} id={selected} onClose={() => set('change', '')} />}
            </div>
        </>
    );
}
