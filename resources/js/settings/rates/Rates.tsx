import { t } from '@/messages/settings';
import type { Workspace } from '@/api/client';
import { useRates } from '@/api/queries';
import { EditForm } from '@/edit/EditForm';
import { FigureField, SelectField, TextField } from '@/edit/fields';
import { percentReader, wholeReader } from '@/edit/reading';
import { figure, resolverOf } from '@/edit/schemas';
import { exactPercent } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { z } from 'zod';
import { useWorkspaceEdit } from '../useWorkspaceEdit';
import { AskedRate } from './AskedRate';
import { FetchNow } from './FetchNow';
import { NewRates } from './NewRates';
import { RateLine } from './RateLine';

const marginReader = percentReader({ max: 100 });
const daysReader = wholeReader({ min: 1, max: 366 });

const resolver = resolverOf(
    z.object({
        margin: figure(marginReader),
        step: figure(marginReader),
        days: figure(daysReader),
        old: z.enum(['warn', 'block']),
        address: z.string().transform((typed) => typed.trim() || null),
    }),
);

const FIELDS: Record<string, string> = {
    rate_margin_percent: 'margin',
    rate_step_percent: 'step',
    rate_days: 'days',
    old_rates: 'old',
    rates_address: 'address',
};

const LABELS: Record<string, string> = {
    margin: t('settings.rateMargin'),
    step: t('settings.rateStep'),
    days: t('settings.rateDaysLabel'),
    old: t('settings.whenOld'),
    address: t('settings.fetchedFrom'),
};

/** The exchange rates that costs are converted at. */
export function Rates({ workspace }: { workspace: Workspace }) {
    const rates = useRates();
    return (
        <>
            <section>
                <h2 className="text-[17px]">{t('settings.exchangeRates')}</h2>
                <p className="mt-0.5 mb-3 max-w-[68ch] text-text-2">{t('settings.ratesIntro')}</p>
                {rates.error && !rates.data && (
                    <ProblemNotice error={rates.error} onRetry={() => void rates.refetch()} />
                )}
                {rates.data
                    ?.filter((pair) => pair.asked !== null)
                    .map((pair) => (
                        <AskedRate key={pair.id} pair={pair} />
                    ))}
                {rates.data?.length === 0 && <p className="text-text-2">{t('settings.noRates')}</p>}
                {rates.data && rates.data.length > 0 && (
                    <table className="w-full max-w-[820px] text-left">
                        <thead className="text-[12.5px] text-text-2">
                            <tr className="border-b border-line-2">
                                <th className="w-36 py-1.5 font-medium">{t('settings.ratePair')}</th>
                                <th className="w-28 py-1.5 text-right font-medium">{t('settings.rate')}</th>
                                <th className="w-32 py-1.5 pl-6 font-medium">{t('settings.rateDay')}</th>
                                <th className="py-1.5 font-medium">{t('settings.rateSource')}</th>
                                <th className="w-28 py-1.5 font-medium">{t('settings.usedSince')}</th>
                                <th className="w-20">
                                    <span className="sr-only">{t('settings.history')}</span>
                                </th>
                            </tr>
                        </thead>
                        <tbody>
                            {rates.data.map((pair) => (
                                <RateLine key={pair.id} pair={pair} days={workspace.rate_days} />
                            ))}
                        </tbody>
                    </table>
                )}
            </section>
            <NewRates own={workspace.currency} />
            <HowUsed workspace={workspace} />
        </>
    );
}

function HowUsed({ workspace }: { workspace: Workspace }) {
    const edit = useWorkspaceEdit({
        name: 'rates',
        workspace,
        current: {
            margin: workspace.rate_margin_percent,
            step: workspace.rate_step_percent,
            days: String(workspace.rate_days),
            old: workspace.old_rates,
            address: workspace.rates_address ?? '',
        },
        resolver,
        change: ({ margin, step, days, old, address }) => ({
            rate_margin_percent: margin,
            rate_step_percent: step,
            rate_days: Number(days),
            old_rates: old,
            rates_address: address,
        }),
        saved: t('settings.saved'),
        fieldOf: (path) => FIELDS[path] ?? path,
    });
    return (
        <section>
            <h2 className="text-[17px]">{t('settings.howRatesAreUsed')}</h2>
            <p className="mt-0.5 mb-4 max-w-[68ch] text-text-2">
                {t('settings.rateAlarm', { percent: exactPercent(workspace.floor_alarm_percent) })}
            </p>
            <EditForm
                edit={edit}
                save={t('settings.saveRates')}
                label={(path) => LABELS[path] ?? path}
                className="grid gap-5"
            >
                <div className="grid max-w-[720px] grid-cols-2 items-start gap-x-6 gap-y-3 max-[640px]:grid-cols-1">
                    <FigureField name="margin" label={LABELS.margin!} unit="%" reader={marginReader} />
                    <FigureField name="step" label={LABELS.step!} unit="%" reader={marginReader} />
                    <FigureField name="days" label={LABELS.days!} unit={t('settings.daysUnit')} reader={daysReader} />
                    <SelectField
                        name="old"
                        label={LABELS.old!}
                        options={[
                            ['warn', t('settings.oldWarn')],
                            ['block', t('settings.oldBlock')],
                        ]}
                    />
                    <TextField
                        name="address"
                        label={LABELS.address!}
                        className="col-span-full"
                        placeholder={t('settings.addressBegins')}
                        note={t('settings.fetchedFromNote')}
                    />
                </div>
            </EditForm>
            {workspace.rates_address && <FetchNow workspace={workspace} />}
        </section>
    );
}
