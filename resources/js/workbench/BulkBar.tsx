import type { ListingFilter } from '@/api/client';
import { useRules } from '@/api/queries';
import { Button } from '@/ui/Button';
import { ProblemNotice } from '@/ui/Notice';
import { Popup } from '@/ui/Popup';
import { count } from '@/ui/words';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { useAssign } from './queries';

interface Props {
    chosen: ReadonlySet<number> | 'all';
    total: number;
    filter: ListingFilter;
    onDone: () => void;
}

/** What can be done with the chosen listings. */
export function BulkBar({ chosen, total, filter, onDone }: Props) {
    const rules = useRules();
    const assign = useAssign();
    const [open, setOpen] = useState(false);
    const many = chosen === 'all' ? total : chosen.size;
    const put = (rule: number | null, name: string) => {
        const selection = chosen === 'all' ? { filter } : { listings: [...chosen] };
        assign.mutate(
            { rule, ...selection },
            {
                onSuccess: ({ changed }) => {
                    setOpen(false);
                    onDone();
                    toast(
                        rule === null
                            ? `${count(changed, 'listing is', 'listings are')} on no rule now`
                            : `${count(changed, 'listing', 'listings')} put on “${name}”`,
                    );
                },
            },
        );
    };
    const line = 'block w-full rounded px-2 py-1.5 text-left hover:bg-stripe-soft';
    return (
        <div
            role="region"
            aria-label="Chosen listings"
            className="flex shrink-0 items-center gap-2.5 border-b border-line bg-stripe-soft px-[18px] py-2"
        >
            <b>{count(many, 'listing', 'listings')} chosen</b>
            <Popup
                label="Put on a rule"
                open={open}
                onOpenChange={setOpen}
                trigger={<Button look="main">Put on a rule</Button>}
            >
                <div className="grid w-72 gap-1">
                    {rules.data?.map((rule) => (
                        <button
                            key={rule.id}
                            type="button"
                            className={line}
                            disabled={assign.isPending}
                            onClick={() => put(rule.id, rule.name)}
                        >
                            {rule.name}
                            <span className="block text-[12px] text-text-3">
                                {rule.is_on
                                    ? 'on: prices start to move at once'
                                    : 'off: nothing moves until it is switched on'}
                            </span>
                        </button>
                    ))}
                    {rules.data?.length === 0 && (
                        <p className="px-2">
                            There is no rule yet.{' '}
                            <Link to="/rules/new" className="text-stripe underline">
                                Make the first one
                            </Link>
                        </p>
                    )}
                    <button
                        type="button"
                        className={`${line} border-t border-line`}
                        disabled={assign.isPending}
                        onClick={() => put(null, '')}
                    >
                        Take off any rule
                    </button>
                    {assign.error && <ProblemNotice error={assign.error} />}
                </div>
            </Popup>
            <Button look="quiet" onClick={onDone}>
                Choose none
            </Button>
        </div>
    );
}
