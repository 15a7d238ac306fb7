import type { Rule } from '@/api/client';
import { Button } from '@/ui/Button';
import { Failed } from '@/ui/Failed';
import { Toggle } from '@/ui/Toggle';
import { count } from '@/ui/words';
import { toast } from 'sonner';
import { useRunRule, useSaveRule } from './queries';

/** The switch of a rule, and Run now. */
export function RuleActions({ rule }: { rule: Rule }) {
    const save = useSaveRule(rule.id);
    const run = useRunRule();
    return (
        <>
            <Failed action={save} what={`${rule.name} could not be switched`} />
            <Toggle
                on={rule.is_on}
                onChange={(is_on) => save.mutate({ is_on })}
                label={`${rule.name} is on`}
                disabled={save.isPending}
            />
            <Failed action={run} what="It could not be run" />
            <Button
                disabled={run.isPending || !rule.is_on || rule.listings === 0}
                onClick={() =>
                    run.mutate(rule.id, {
                        onSuccess: ({ listings }) => toast(`Looking at ${count(listings, 'listing', 'listings')} now`),
                    })
                }
            >
                Run now
            </Button>
        </>
    );
}
