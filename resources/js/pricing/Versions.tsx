import { t } from '@/messages/pricing';
import { Ago } from '@/ui/Ago';
import type { Rule, RuleDocument } from '@/api/client';
import { Button } from '@/ui/Button';
import { ProblemNotice } from '@/ui/Notice';
import { useState } from 'react';
import { CompareVersions } from './CompareVersions';
import { useVersions } from './queries';
import { Marked } from './Marked';

/** The rule as it was: each version as its sentence, what differs from now marked; one can be taken up again and tried. */
export function Versions({ rule, onUse }: { rule: Rule; onUse: (document: RuleDocument) => void }) {
    const [open, setOpen] = useState(false);
    const versions = useVersions(rule.id, open);
    if (rule.version < 2) return null;
    return (
        <details
            className="mt-5 max-w-[62ch] border-t border-line pt-3"
            onToggle={(event) => setOpen(event.currentTarget.open)}
        >
            <summary className="text-text-2">
                {t('pricing.earlier', {
                    version: rule.version - 1,
                    version2: rule.version === 2 ? t('pricing.version3') : t('pricing.versions'),
                })}
            </summary>
            {versions.error && !versions.data && <ProblemNotice error={versions.error} />}
            {versions.data && <CompareVersions rule={rule} versions={versions.data} />}
            <ol className="mt-4">
                {versions.data
                    ?.filter((version) => version.number !== rule.version)
                    .map((version) => (
                        <li key={version.number} className="border-t border-dotted border-line-2 py-2.5">
                            <div className="mb-1 flex items-center gap-3">
                                <b>{t('pricing.version4', { number: version.number })}</b>
                                <span className="text-text-3">
                                    <Ago time={version.created_at} />
                                    {version.by && `, ${version.by}`}
                                </span>
                                <Button className="ml-auto" onClick={() => onUse(version.document)}>
                                    {t('pricing.takeItUpAndSee')}
                                </Button>
                            </div>
                            <Marked document={version.document} against={rule.document} />
                        </li>
                    ))}
            </ol>
        </details>
    );
}
