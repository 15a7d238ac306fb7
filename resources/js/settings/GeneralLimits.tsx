import { useCurrencies } from '@/api/queries';
import { t } from '@/messages/settings';
import type { Workspace } from '@/api/client';
import { CurrencySwitch } from '@/edit/CurrencySwitch';
import { EditForm } from '@/edit/EditForm';
import { FigureField } from '@/edit/fields';
import { percentReader } from '@/edit/reading';
import { figure, resolverOf } from '@/edit/schemas';
import { useMemo, useState } from 'react';
import { z } from 'zod';
import { draft, type Draft, saysDrafts, type Side, termsSchema } from './limitTerms';
import { TermLines, termField } from './TermLines';
import { useWorkspaceEdit } from './useWorkspaceEdit';

/** Where a new workspace starts from. */
const FIRST: Workspace['limits'] = {
    floor: [{ kind: 'margin' }, { kind: 'map' }],
    ceiling: [{ kind: 'rrp', percent: '100' }],
};

const alarmReader = percentReader({ max: 900 });

const LABELS: Record<string, string> = {
    floor: t('settings.theFloor'),
    ceiling: t('settings.theCeiling'),
    floor_alarm_percent: t('settings.whenFloorsMove'),
};

/** Floor and ceiling for every listing, from cost, tax, fees and the wanted margin. */
export function GeneralLimits({ workspace }: { workspace: Workspace }) {
    const isFirst = workspace.limits.floor.length === 0 && workspace.limits.ceiling.length === 0;
    const { floor, ceiling } = isFirst ? FIRST : workspace.limits;
    const currencies = useCurrencies(workspace.currency);
    const [writtenIn, setWrittenIn] = useState(workspace.currency);
    const resolver = useMemo(() => {
        const terms = termsSchema(workspace.currency);
        return resolverOf(z.object({ floor: terms, ceiling: terms, floor_alarm_percent: figure(alarmReader) }));
    }, [workspace.currency]);
    const edit = useWorkspaceEdit({
        name: 'limits',
        workspace,
        current: {
            floor: floor.map(draft),
            ceiling: ceiling.map(draft),
            floor_alarm_percent: workspace.floor_alarm_percent,
        },
        resolver,
        change: ({ floor, ceiling, floor_alarm_percent }) => ({ limits: { floor, ceiling }, floor_alarm_percent }),
        saved: t('settings.savedFloorsAndCeilingsAre'),
        fieldOf: termField,
    });
    return (
        <section>
            <h2 className="text-[17px]">{t('settings.limitsForEveryListing')}</h2>
            <p className="mt-0.5 mb-4 max-w-[68ch] text-text-2">{t('settings.noListingIsRepricedWithout')}</p>
            <EditForm
                edit={edit}
                save={t('settings.saveLimits')}
                isNew={isFirst}
                label={(path) => LABELS[path] ?? path}
                show={(value, path) =>
                    path === 'floor' || path === 'ceiling'
                        ? saysDrafts(value as Draft[], path as Side)
                        : `${String(value)} %`
                }
                className="grid max-w-[864px] grid-cols-2 items-start gap-x-8 gap-y-5 max-[900px]:grid-cols-1"
            >
                <CurrencySwitch
                    currencies={currencies}
                    value={writtenIn}
                    onChange={setWrittenIn}
                    className="col-span-full"
                />
                <TermLines side="floor" own={workspace.currency} currency={writtenIn} />
                <TermLines side="ceiling" own={workspace.currency} currency={writtenIn} />
                <FigureField
                    name="floor_alarm_percent"
                    label={t('settings.askBeforeFloorsMoveByMore')}
                    className="w-64"
                    unit="%"
                    reader={alarmReader}
                    note={t('settings.whenCostsChangeByFileOr')}
                />
            </EditForm>
        </section>
    );
}
