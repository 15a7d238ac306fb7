import { t } from '@/messages/pricing';
import type { Rule } from '@/api/client';
import { Button } from '@/ui/Button';
import { Failed } from '@/ui/Failed';
import { Toggle } from '@/ui/Toggle';
import { toast } from 'sonner';
import { useRunRule, useSaveRule } from './queries';

/** The switch of a rule, and Run now. */
export function RuleActions({ rule }: { rule: Rule }) {
    const save = useSaveRule(rule.id);
    const run = useRunRule();
    return (
        <>
            <Failed action={save} what={t('pricing.couldNotBeSwitched', { name: rule.name })} />
            <Toggle
                on={rule.is_on}
                onChange={(is_on) => save.mutate({ is_on })}
                label={t('pricing.isOn', { name: rule.name })}
                disabled={save.isPending}
            />
            <Failed action={run} what={t('pricing.itCouldNotBeRun')} />
            <Button
                disabled={run.isPending || !rule.is_on || rule.listings === 0}
                onClick={() =>
                    run.mutate(rule.id, {
                        onSuccess: ({ listings }) => toast(t('pricing.lookingAtListingsNow', { listings })),
                    })
                }
            >
                {t('pricing.runNow')}
            </Button>
        </>
    );
}
