import { api, asForm, Problem, take, type Import } from '@/api/client';
import { Button } from '@/ui/Button';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { Window } from '@/ui/Window';
import { count } from '@/ui/words';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';

const FIELDS: [string, string][] = [
    ['sku', 'SKU'],
    ['cost', 'Unit cost'],
    ['extra_cost', 'Extra cost (inbound, packaging)'],
    ['supplier', 'Supplier'],
    ['rrp', 'Recommended price (RRP)'],
    ['map', 'Minimum advertised price (MAP)'],
];

/** Bring a file, see how it was read, say which column is what, take it in, see what was not taken. */
export function ImportCosts({ onClose }: { onClose: () => void }) {
    const client = useQueryClient();
    const [file, setFile] = useState<Import | null>(null);
    const [columns, setColumns] = useState<Record<string, number | null>>({});
    const read = useMutation({
        mutationFn: (chosen: File) => take(api.POST('/api/v1/imports', asForm(chosen))),
        onSuccess: (data) => {
            setFile(data);
            setColumns(data.columns);
        },
    });
    const apply = useMutation({
        mutationFn: () =>
            take(
                api.POST('/api/v1/imports/{id}/apply', { params: { path: { id: file?.id ?? '' } }, body: { columns } }),
            ),
        onSuccess: (data) => {
            setFile(data);
            void client.invalidateQueries({ queryKey: ['listings'] });
            void client.invalidateQueries({ queryKey: ['listing'] });
        },
    });
    return (
        <Window open onClose={onClose} title="Bring in costs" wide>
            {!file && <Choose onChoose={(chosen) => read.mutate(chosen)} busy={read.isPending} error={read.error} />}
            {file && !file.result && (
                <Map
                    file={file}
                    columns={columns}
                    onChange={setColumns}
                    error={apply.error}
                    busy={apply.isPending}
                    onApply={() => apply.mutate()}
                    onBack={() => setFile(null)}
                />
            )}
            {file?.result && <Result file={file} onClose={onClose} />}
        </Window>
    );
}

function Choose({ onChoose, busy, error }: { onChoose: (file: File) => void; busy: boolean; error: unknown }) {
    const [over, setOver] = useState(false);
    const problem = error instanceof Problem ? error : null;
    return (
        <div className="grid gap-3">
            <p className="text-text-2">
                A CSV file with a header, one line a SKU: what each thing costs you, and if you like its recommended
                price (RRP) and minimum advertised price (MAP). Nothing is changed before you have seen how the file was
                read.
            </p>
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
                    {busy ? 'Reading the file…' : 'Drop the file here, or '}
                    {!busy && <span className="text-stripe underline underline-offset-2">choose it</span>}
                </span>
                <input
                    type="file"
                    accept=".csv,.txt,.tsv,text/csv"
                    className="sr-only"
                    aria-label="Cost file"
                    disabled={busy}
                    onChange={(event) => {
                        const chosen = event.target.files?.[0];
                        event.target.value = '';
                        if (chosen) onChoose(chosen);
                    }}
                />
            </label>
            {problem && <Notice>{problem.at('file') ?? problem.says}</Notice>}
        </div>
    );
}

function Map({
    file,
    columns,
    onChange,
    onApply,
    onBack,
    error,
    busy,
}: {
    file: Import;
    columns: Record<string, number | null>;
    onChange: (columns: Record<string, number | null>) => void;
    onApply: () => void;
    onBack: () => void;
    error: unknown;
    busy: boolean;
}) {
    const options: [string, string][] = [
        ['', 'not in this file'],
        ...file.header.map((name, index): [string, string] => [String(index), name || `column ${index + 1}`]),
    ];
    const example = (field: string) => {
        const column = columns[field];
        return column == null
            ? ''
            : file.sample
                  .map((row) => row[column] ?? '')
                  .filter(Boolean)
                  .slice(0, 3)
                  .join(' · ');
    };
    return (
        <div className="grid gap-3">
            <p>
                <b>{file.file_name}</b>{' '}
                <span className="text-text-2">was read as {file.read_as}. Which column is what?</span>
            </p>
            <table>
                <thead className="text-left text-text-2">
                    <tr>
                        <th scope="col" className="py-1 font-medium">
                            What
                        </th>
                        <th scope="col" className="py-1 font-medium">
                            Column
                        </th>
                        <th scope="col" className="py-1 pl-3 font-medium">
                            As in the file
                        </th>
                    </tr>
                </thead>
                <tbody>
                    {FIELDS.map(([field, name]) => (
                        <tr key={field} className="border-t border-line">
                            <td className="py-1.5 pr-3">{name}</td>
                            <td className="w-56 py-1.5">
                                <Select
                                    hideLabel
                                    label={`Column for ${name}`}
                                    value={columns[field] == null ? '' : String(columns[field])}
                                    options={options}
                                    onChange={(value) =>
                                        onChange({ ...columns, [field]: value === '' ? null : Number(value) })
                                    }
                                />
                            </td>
                            <td className="max-w-[260px] truncate py-1.5 pl-3 text-text-2">{example(field)}</td>
                        </tr>
                    ))}
                </tbody>
            </table>
            {error != null && <ProblemNotice error={error} />}
            <div className="flex gap-2">
                <Button look="main" onClick={onApply} disabled={busy}>
                    {busy ? 'Taking it in…' : 'Take it in'}
                </Button>
                <Button onClick={onBack} disabled={busy}>
                    Another file
                </Button>
            </div>
        </div>
    );
}

function Result({ file, onClose }: { file: Import; onClose: () => void }) {
    const result = file.result!;
    return (
        <div className="grid gap-3">
            <p role="status">
                <b>{count(result.changed, 'product', 'products')} changed</b>, {result.unchanged} as before
                {result.refused.length > 0 && (
                    <>
                        , <b className="text-broken">{count(result.refused.length, 'line', 'lines')} left out</b>
                    </>
                )}
                . Floors follow at once.
            </p>
            {result.refused.length > 0 && (
                <div
                    className="max-h-[46vh] overflow-auto border-t border-line"
                    tabIndex={0}
                    role="region"
                    aria-label="Lines left out"
                >
                    <table className="w-full">
                        <thead className="sticky top-0 bg-sheet text-left text-text-2">
                            <tr>
                                <th scope="col" className="py-1.5 pr-3 text-right font-medium">
                                    Line
                                </th>
                                <th scope="col" className="py-1.5 pr-3 font-medium">
                                    SKU
                                </th>
                                <th scope="col" className="py-1.5 font-medium">
                                    Why it was left out
                                </th>
                            </tr>
                        </thead>
                        <tbody>
                            {result.refused.map((row) => (
                                <tr key={row.line} className="border-t border-line align-baseline">
                                    <td className="py-1.5 pr-3 text-right">{row.line}</td>
                                    <td className="py-1.5 pr-3 break-all">{row.sku || '–'}</td>
                                    <td className="py-1.5">{row.why}</td>
                                </tr>
                            ))}
                        </tbody>
                    </table>
                </div>
            )}
            <div>
                <Button look="main" onClick={onClose}>
                    Done
                </Button>
            </div>
        </div>
    );
}
