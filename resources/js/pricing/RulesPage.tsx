import { rich, t } from '@/messages/pricing';
import { Ago } from '@/ui/Ago';
import { key } from '@/api/keys';
import { api, take, type Rule } from '@/api/client';
import { useRules } from '@/api/queries';
import { TopBar } from '@/ui/TopBar';
import { Button } from '@/ui/Button';
import { whole as figure } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { Toggle } from '@/ui/Toggle';
import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate } from 'react-router';
import { useSaveRule } from './queries';
import { asText, summary, whole } from './sentence';
import { when } from './times';

export default function RulesPage() {
    const rules = useRules();
    const navigate = useNavigate();
    const without = useQuery({
        queryKey: key('listings', 'without-rule'),
        queryFn: ({ signal }) =>
            take(api.GET('/api/v1/listings/count', { params: { query: { rule: 'none' } }, signal })),
    });
    const moves = useMoves();
    return (
        <>
            <TopBar
                title={t('pricing.rules')}
                note={
                    rules.data &&
                    t('pricing.rulesOn', {
                        length: rules.data.length,
                        length2: rules.data.filter((rule) => rule.is_on).length,
                    })
                }
            >
                <Button look="main" onClick={() => void navigate('/rules/new')}>
                    {t('pricing.newRule')}
                </Button>
            </TopBar>
            <main className="min-h-0 flex-1 overflow-auto bg-sheet">
                {rules.error && !rules.data && (
                    <ProblemNotice error={rules.error} onRetry={() => void rules.refetch()} />
                )}
                {rules.data?.length === 0 && (
                    <div className="p-14 text-center">
                        <h2 className="text-[17px]">{t('pricing.noRuleYet')}</h2>
                        <p className="mx-auto mt-1 mb-4 max-w-[52ch] text-text-2">
                            {t('pricing.aRuleIsASentenceWhom')}
                        </p>
                        <Button look="main" onClick={() => void navigate('/rules/new')}>
                            {t('pricing.makeTheFirstRule')}
                        </Button>
                    </div>
                )}
                <ul>
                    {rules.data?.map((rule) => (
                        <RuleLine key={rule.id} rule={rule} moves={moves.data?.find((one) => one.rule === rule.id)} />
                    ))}
                </ul>
                {without.data && without.data.total > 0 && (rules.data?.length ?? 0) > 0 && (
                    <p className="px-[22px] py-4 text-text-2">
                        {t('pricing.listingsAreOnNoRule', { total: without.data.total })}{' '}
                        <Link to="/listings?rule=none" className="text-stripe underline underline-offset-2">
                            {t('pricing.lookAtThem')}
                        </Link>
                    </p>
                )}
            </main>
        </>
    );
}

/** Prices that rules moved in the last day, by rule. */
const useMoves = () =>
    useQuery({
        queryKey: key('changes', 'by-rule'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/rules/moves', { signal })),
        staleTime: 60_000,
    });

function RuleLine({ rule, moves }: { rule: Rule; moves?: { up: number; down: number } }) {
    const save = useSaveRule(rule.id);
    return (
        <li className="grid grid-cols-[1fr_250px_90px] items-start gap-6 border-b border-line px-[22px] py-4">
            <div className="min-w-0">
                <h2 className="text-[16px]">
                    <Link to={`/rules/${rule.id}`} className="hover:underline">
                        {rule.name}
                    </Link>
                </h2>
                <details className="mt-0.5 max-w-[86ch] text-text-2">
                    <summary className="marker:text-text-3">{summary(rule.document)}</summary>
                    <p className="mt-1">{asText(whole(rule.document, when(rule.settings)))}</p>
                </details>
            </div>
            <div>
                <Link to={`/listings?rule=${rule.id}`} className="text-stripe underline underline-offset-2">
                    {t('pricing.listings3', { listings: rule.listings })}
                </Link>
                <div className="text-[12.5px] text-text-2">
                    {rich('pricing.versionLastRun', { version: rule.version, ago: <Ago time={rule.last_run_at} /> })}
                </div>
                <div className="text-[12.5px] text-text-2">
                    {moves
                        ? t('pricing.upDownIn24Hours', { up: figure(moves.up), down: figure(moves.down) })
                        : t('pricing.noPriceMovedIn24Hours')}
                </div>
                {rule.listings === 0 && (
                    <div className="text-[12.5px] text-broken">{t('pricing.noListingsAssignedItDoes')}</div>
                )}
                {rule.blocked > 0 && (
                    <Link
                        to={`/listings?rule=${rule.id}&state=blocked`}
                        className="block text-[12.5px] text-broken underline underline-offset-2"
                    >
                        {t('pricing.cannotBePriced2', { blocked: rule.blocked })}
                    </Link>
                )}
                {rule.paused > 0 && (
                    <div className="text-[12.5px] text-text-2">
                        {t('pricing.pausedByYou2', { paused: rule.paused })}
                    </div>
                )}
                {save.error && <ProblemNotice error={save.error} />}
            </div>
            <Toggle
                on={rule.is_on}
                onChange={(is_on) => save.mutate({ is_on })}
                label={t('pricing.isOn', { name: rule.name })}
                disabled={save.isPending}
            />
        </li>
    );
}
