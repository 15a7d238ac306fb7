import { said } from '@/messages/said';
import { t } from '@/messages/imports';
import { key } from '@/api/keys';
import { useSaid } from '@/api/said';
import { api, Problem, take, type Import } from '@/api/client';
import { useChannels } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { ColumnTable, type Held } from './ColumnTable';

interface Props {
    file: Import;
    onChecked: (batchId: string) => void;
    onBack: () => void;
}

/** Which column of a file of pages is what; then what it would do is worked out. */
export function PageColumns({ file, onChecked, onBack }: Props) {
    const client = useQueryClient();
    const channels = useChannels();
    const proposed = useQuery({
        queryKey: key('import', file.id, 'watches'),
        queryFn: ({ signal }) =>
            take(api.GET('/api/v1/imports/{id}/watches', { params: { path: { id: file.id } }, signal })),
    });
    const [chosen, setChosen] = useState<Held | null>(null);
    const [channel, setChannel] = useState('');
    const columns = chosen ?? proposed.data;
    const check = useMutation({
        mutationFn: () =>
            take(
                api.POST('/api/v1/imports/{id}/watches', {
                    params: { path: { id: file.id } },
                    body: { columns: columns ?? {}, channel: channel === '' ? null : Number(channel) },
                }),
            ),
        onSuccess: (batch) => {
            client.setQueryData(key('batch', batch.id), batch);
            onChecked(batch.id);
        },
    });
    const problem = check.error instanceof Problem ? check.error : null;
    useSaid(check.error);
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
                    {t('imports.wasReadAsRows', { rows: file.rows, readAs: said(file.read_as) })}
                </span>
            </p>
            {proposed.error && !columns && (
                <ProblemNotice error={proposed.error} onRetry={() => void proposed.refetch()} />
            )}
            {columns && <ColumnTable file={file} columns={columns} onChange={setChosen} />}
            <Select
                label={t('imports.channelIfNoColumnSays')}
                className="w-64"
                value={channel}
                options={[
                    ['', t('imports.theOnlyOneItIsOn')],
                    ...(channels.data ?? []).map((one) => [String(one.id), one.name] as const),
                ]}
                onChange={setChannel}
            />
            {problem && <Notice>{problem.at('columns.url') ?? problem.inFull}</Notice>}
            <div className="flex items-center gap-2">
                <Button look="main" type="submit" disabled={check.isPending || !columns}>
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
