import { t } from '@/messages/pricing';
import { useWorkspace } from '@/api/queries';
import type { Rule } from '@/api/client';
import { readDraft } from '@/edit/drafts';
import { ProblemNotice } from '@/ui/Notice';
import { TopBar } from '@/ui/TopBar';
import { useState } from 'react';
import { useParams } from 'react-router';
import { useRule } from './queries';
import { RuleEditor } from './RuleEditor';
import { ruleForm, ruleFormOf } from './ruleForm';
import { NEW_DOCUMENT } from './sentence';
import { Starters } from './Starters';
import type { Starter } from './starters';

export default function RulePage() {
    const { id } = useParams();
    const ruleId = id === 'new' ? null : Number(id);
    const rule = useRule(ruleId);
    const workspace = useWorkspace();
    const error = (ruleId !== null && !rule.data ? rule.error : null) ?? (workspace.data ? null : workspace.error);
    if (error)
        return (
            <ProblemNotice
                error={error}
                onRetry={() => {
                    void rule.refetch();
                    void workspace.refetch();
                }}
            />
        );
    if (!workspace.data || (ruleId !== null && !rule.data)) return null;
    const currency = workspace.data.currency;
    return ruleId === null ? (
        <NewRule key="new" currency={currency} />
    ) : (
        <Kept key={id} rule={rule.data!} currency={currency} />
    );
}

const Kept = ({ rule, currency }: { rule: Rule; currency: string }) => (
    <RuleEditor rule={rule} name={`rule ${rule.id}`} current={ruleFormOf(rule)} currency={currency} />
);

const NEW = t('pricing.ruleNew');

/** A new rule starts from one of those that sellers know, or from where its writing was left. */
function NewRule({ currency }: { currency: string }) {
    const [starter, setStarter] = useState<Starter | null>(() =>
        readDraft(NEW) === null ? null : { name: '', when: '', document: NEW_DOCUMENT },
    );
    if (starter === null)
        return (
            <>
                <TopBar title={t('pricing.rules')} note={t('pricing.aNewRule')} />
                <Starters onChoose={setStarter} />
            </>
        );
    return (
        <RuleEditor
            rule={null}
            name={NEW}
            current={ruleForm(starter.name, starter.document)}
            currency={currency}
            onStarters={() => setStarter(null)}
        />
    );
}
