import { t } from '@/messages/watching';
import { api, Problem, take } from '@/api/client';
import { useChanged } from '@/api/keys';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { Window } from '@/ui/Window';
import { useMutation } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { toast } from 'sonner';
import { SCHEDULES } from './words';

const MOST = 100;

interface Props {
    open: boolean;
    onClose: () => void;
    /** For which all of them are; null: one is proposed for each. */
    listing?: { id: number; sku: string } | null;
}

/** Each line an address, and after a space the variant. */
function lines(text: string): { url: string; variant: string | null }[] {
    return text
        .split('\n')
        .map((line) => /^(\S+)(?:\s+(.*))?$/.exec(line.trim()))
        .filter((found) => found !== null)
        .map((found) => ({ url: found[1]!, variant: found[2]?.trim() || null }));
}

/** Pages to be watched, by their addresses. What is not taken stays in the field, with the reason. */
export default function AddWatches({ open, onClose, listing = null }: Props) {
    const id = useId();
    const changed = useChanged();
    const [text, setText] = useState('');
    const [schedule, setSchedule] = useState('times4');
    const [error, setError] = useState('');
    const [refused, setRefused] = useState<[string, string][]>([]);
    const add = useMutation({
        mutationFn: async (wanted: ReturnType<typeof lines>) => {
            const failed: [string, string][] = [];
            for (const { url, variant } of wanted) {
                const body = {
                    url,
                    variant,
                    listing_id: listing?.id ?? null,
                    schedule: SCHEDULES.find(([name]) => name === schedule)![2],
                };
                try {
                    await take(api.POST('/api/v1/watches', { body }));
                } catch (problem) {
                    if (!(problem instanceof Problem)) throw problem;
                    failed.push([variant ? `${url} ${variant}` : url, problem.says]);
                }
            }
            return { failed, many: wanted.length - failed.length };
        },
        onSuccess: ({ failed, many }) => {
            changed('watches');
            if (many > 0) toast(t('watching.isWatched', { many }));
            setRefused(failed);
            setText(failed.map(([line]) => line).join('\n'));
            if (failed.length === 0) onClose();
        },
    });
    const submit = () => {
        const wanted = lines(text);
        setError(
            wanted.length === 0
                ? t('watching.giveAddress')
                : wanted.length > MOST
                  ? t('watching.tooMany', { most: MOST })
                  : '',
        );
        if (wanted.length > 0 && wanted.length <= MOST) add.mutate(wanted);
    };
    return (
        <Window open={open} onClose={onClose} title={t('watching.watchPages')}>
            <form
                noValidate
                className="grid gap-3"
                onSubmit={(event) => {
                    event.preventDefault();
                    submit();
                }}
            >
                {listing && <p className="text-text-2">{t('watching.forThisListing', { sku: listing.sku })}</p>}
                <div>
                    <label htmlFor={id} className="mb-1 block text-text-2">
                        {t('watching.addresses')}
                    </label>
                    <textarea
                        id={id}
                        value={text}
                        rows={5}
                        spellCheck={false}
                        aria-invalid={error ? true : undefined}
                        aria-describedby={`${id}-note`}
                        onChange={(event) => setText(event.target.value)}
                        className="w-full rounded-md border border-line-2 bg-sheet px-2.5 py-1.5 font-mono text-[12.5px]"
                    />
                    <p id={`${id}-note`} className={error ? 'text-[12.5px] text-broken' : 'text-[12.5px] text-text-3'}>
                        {error || t('watching.addressesNote')}
                    </p>
                </div>
                <Select
                    label={t('watching.schedule')}
                    className="w-52"
                    value={schedule}
                    onChange={setSchedule}
                    options={SCHEDULES.map(([name, says]) => [name, says] as const)}
                />
                {refused.length > 0 && (
                    <Notice>
                        <b>{t('watching.notWatched')}</b>
                        <ul>
                            {refused.map(([line, why]) => (
                                <li key={line}>
                                    <span className="break-all">{line}</span>: {why}
                                </li>
                            ))}
                        </ul>
                    </Notice>
                )}
                {add.error && <Notice>{add.error.message}</Notice>}
                <div>
                    <Button type="submit" look="main" disabled={add.isPending}>
                        {t('watching.add')}
                    </Button>
                </div>
            </form>
        </Window>
    );
}
