import { said } from '@/messages/said';
import { t } from '@/messages/imports';
import { useSaid } from '@/api/said';
import { key } from '@/api/keys';
import { api, asForm, Problem, take, type Import } from '@/api/client';
import { useChannels, useFacets, useWorkspace } from '@/api/queries';
import { FigureInput } from '@/edit/FigureInput';
import { SearchChoice } from '@/edit/SearchChoice';
import { currencies } from '@/ui/currencies';
import { dateReader, isRead } from '@/edit/reading';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { Window } from '@/ui/Window';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { ColumnTable, type Held } from './ColumnTable';
import { PageColumns } from './PageColumns';

const LARGEST = 50 * 1024 * 1024;

interface Props {
    /** What it brings in. */
    of: 'listings' | 'watches';
    /** A file that was brought before. */
    importId: string | null;
    onClose: () => void;
    onChecked: (batchId: string) => void;
}

/** Bring a file, see how it was read, say which column is what; then what it would do is worked out. */
export default function ImportFile({ of, importId, onClose, onChecked }: Props) {
    const [brought, setBrought] = useState<Import | null>(null);
    const [isAnother, setAnother] = useState(false);
    const earlier = useQuery({
        queryKey: key('import', importId),
        queryFn: ({ signal }) =>
            take(api.GET('/api/v1/imports/{id}', { params: { path: { id: importId ?? '' } }, signal })),
        enabled: importId !== null,
    });
    const read = useMutation({
        mutationFn: (chosen: File) => {
            if (chosen.size > LARGEST)
                throw new Problem(413, t('imports.theFileIsLargerThan50'), t('imports.splitItOrLeaveOutColumns'), {});
            return take(api.POST('/api/v1/imports', asForm(chosen)));
        },
        onSuccess: setBrought,
    });
    const ColumnsOf = of === 'watches' ? PageColumns : Columns;
    const file = brought ?? (isAnother ? null : (earlier.data ?? null));
    return (
        <Window
            open
            onClose={onClose}
            title={of === 'watches' ? t('imports.importPages') : t('imports.importAFile')}
            wide
        >
            {earlier.error && !earlier.data && <ProblemNotice error={earlier.error} />}
            {!file && (importId === null || isAnother) && (
                <Choose
                    says={of === 'watches' ? t('imports.aFileOfPages') : t('imports.aCsvFileOrAnExcel')}
                    onChoose={(chosen) => read.mutate(chosen)}
                    busy={read.isPending}
                    error={read.error}
                />
            )}
            {file && (
                <ColumnsOf
                    key={file.id}
                    file={file}
                    onChecked={onChecked}
                    onBack={() => {
                        setBrought(null);
                        setAnother(true);
                    }}
                />
            )}
        </Window>
    );
}

interface ChooseProps {
    /** What can be brought. */
    says: string;
    onChoose: (file: File) => void;
    busy: boolean;
    error: unknown;
}

function Choose({ says, onChoose, busy, error }: ChooseProps) {
    const [over, setOver] = useState(false);
    const problem = error instanceof Problem ? error : null;
    useSaid(error);
    return (
        <div className="grid gap-3">
            <p className="text-text-2">{says}</p>
            <label
                onDragOver={(event) => {
                    event.preventDefault();
                    setOver(true);
                }}
                onDragLeave={() => setOver(false)}
                onDrop={(event) => {
                    event.preventDefault();
                    setOver(false);
                    const dropped = event.dataTransfer.files[0];
                    if (dropped) onChoose(dropped);
                }}
                className={`grid place-items-center rounded-md border border-dashed px-4 py-9 text-center ${over ? 'border-stripe bg-stripe-soft' : 'border-line-2'}`}
            >
                <span>
                    {busy ? t('imports.readingTheFile') : t('imports.dropTheFileHereOr')}
                    {!busy && <span className="text-stripe underline underline-offset-2">{t('imports.chooseIt')}</span>}
                </span>
                <input
                    type="file"
                    accept=".csv,.txt,.tsv,.xlsx,text/csv"
                    className="sr-only"
                    aria-label={t('imports.file')}
                    disabled={busy}
                    onChange={(event) => {
                        const chosen = event.target.files?.[0];
                        event.target.value = '';
                        if (chosen) onChoose(chosen);
                    }}
                />
            </label>
            {problem && (
                <Notice>
                    {problem.at('file') ?? problem.inFull}{' '}
                    {problem.status === 413 && problem.detail !== problem.says && problem.detail}
                </Notice>
            )}
        </div>
    );
}

/** Which fields hold amounts, by what their currency hangs on. */
const OF_COST = ['cost', 'inbound', 'packaging', 'handling', 'shipping_cost'];
const OF_LISTING = ['price', 'list_price', 'shipping', 'floor', 'ceiling'];
const OF_PRODUCT = ['rrp', 'map'];

function Columns({
    file,
    onChecked,
    onBack,
}: {
    file: Import;
    onChecked: (batchId: string) => void;
    onBack: () => void;
}) {
    const client = useQueryClient();
    const own = useWorkspace().data?.currency ?? '';
    const channels = useChannels();
    const facets = useFacets();
    const [columns, setColumns] = useState<Held>(file.columns);
    const [supplier, setSupplier] = useState(file.supplier ?? '');
    const [channel, setChannel] = useState('');
    const [currency, setCurrency] = useState('');
    const [decimal, setDecimal] = useState<string>(file.decimal ?? '');
    const [from, setFrom] = useState('');
    const day = from.trim() === '' ? null : dateReader(from);
    const check = useMutation({
        mutationFn: () =>
            take(
                api.POST('/api/v1/imports/{id}/check', {
                    params: { path: { id: file.id } },
                    body: {
                        columns,
                        decimal: decimal === '' ? null : (decimal as '.'),
                        channel: channel === '' ? null : Number(channel),
                        supplier: supplier.trim() || null,
                        currency: currency === '' ? null : currency,
                        effective_from: day === null ? null : isRead(day) ? day.value : from,
                    },
                }),
            ),
        onSuccess: (batch) => {
            client.setQueryData(key('batch', batch.id), batch);
            onChecked(batch.id);
        },
    });
    const problem = check.error instanceof Problem ? check.error : null;
    useSaid(check.error);
    const chooseSupplier = (name: string) => {
        setSupplier(name);
        const known = file.remembered[name];
        if (known) setColumns(known);
    };
    const currencyOf = (field: string): string => {
        if (OF_COST.includes(field)) return currency || t('imports.asTheSupplierInvoices');
        if (OF_LISTING.includes(field)) return t('imports.thatOfItsChannel');
        return OF_PRODUCT.includes(field) ? own : '';
    };
    const amounts = decimal === '' ? t('imports.eitherWay') : decimal === ',' ? '12,50' : '12.50';
    return (
        <form
            className="grid gap-3"
            onSubmit={(event) => {
                event.preventDefault();
                check.mutate();
            }}
        >
            <p>
                <b>{file.file_name}</b>{' '}
                <span className="text-text-2">
                    {t('imports.wasReadAsRowsWithDecimals', { rows: file.rows, readAs: said(file.read_as), amounts })}
                </span>
            </p>
            <ColumnTable file={file} columns={columns} currencyOf={currencyOf} onChange={setColumns} />
            <div className="grid grid-cols-2 items-start gap-3 sm:grid-cols-4">
                <Field
                    label={t('imports.supplierOfThisFile')}
                    list="suppliers"
                    placeholder={t('imports.none')}
                    value={supplier}
                    onChange={(event) => chooseSupplier(event.target.value)}
                    note={t('imports.itsColumnsAreRemembered')}
                    error={problem?.at('supplier')}
                />
                <datalist id="suppliers">
                    {facets.data?.suppliers.map((name) => (
                        <option key={name} value={name} />
                    ))}
                </datalist>
                <Select
                    label={t('imports.channelIfNoColumnSays')}
                    value={channel}
                    options={[
                        ['', t('imports.theOnlyOneItIsOn')],
                        ...(channels.data ?? []).map((one) => [String(one.id), one.name] as const),
                    ]}
                    onChange={setChannel}
                />
                <Select
                    label={t('imports.decimalsAreWritten')}
                    value={decimal}
                    options={[
                        ['', t('imports.eitherWay')],
                        [',', '12,50'],
                        ['.', '12.50'],
                    ]}
                    onChange={setDecimal}
                />
                <SearchChoice
                    label={t('imports.costsAreIn')}
                    value={currency}
                    options={[['', t('imports.asTheSupplierInvoices')], ...currencies()]}
                    onChange={setCurrency}
                />
                <FigureInput
                    label={t('imports.costsHoldFrom')}
                    reader={dateReader}
                    placeholder="31.12.2026"
                    value={from}
                    onChange={setFrom}
                    note={t('imports.emptyAtOnce')}
                    error={problem?.at('effective_from')}
                />
            </div>
            {problem && <Notice>{problem.at('columns.sku') ?? problem.inFull}</Notice>}
            <div className="flex items-center gap-2">
                <Button look="main" type="submit" disabled={check.isPending}>
                    {check.isPending ? t('imports.workingItOut') : t('imports.showWhatItWouldDo')}
                </Button>
                <Button onClick={onBack} disabled={check.isPending}>
                    {t('imports.anotherFile')}
                </Button>
                <span className="text-text-2">{t('imports.nothingIsChangedYet')}</span>
            </div>
        </form>
    );
}
