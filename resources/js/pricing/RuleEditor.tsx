import { rich, t } from '@/messages/pricing';
import { key } from '@/api/keys';
import type { ListingFilter, Rule } from '@/api/client';
import { EditNotes } from '@/edit/EditNotes';
import { TextField } from '@/edit/fields';
import { put, same } from '@/edit/merge';
import { mayClose } from '@/edit/unsaved';
import { useEditForm } from '@/edit/useEditForm';
import { Button } from '@/ui/Button';
import { InlineButton } from '@/ui/InlineButton';
import { ProblemNotice } from '@/ui/Notice';
import { TopBar } from '@/ui/TopBar';
import { useQueryClient } from '@tanstack/react-query';
import { useDeferredValue, useMemo, useRef, useState } from 'react';
import { FormProvider } from 'react-hook-form';
import { useNavigate, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { additions } from './guards';
import { useExportTryOut, useSaveRule, useTryOut } from './queries';
import { RuleActions } from './RuleActions';
import { RuleAssignment } from './RuleAssignment';
import { readRule, ruleDraft, type RuleDraft } from './ruleDraft';
import { byPart, documentErrors, partAt, ruleResolver, type RuleForm } from './ruleForm';
import { OnRule } from './OnRule';
import { RuleStart } from './RuleStart';
import { RuleTimes } from './RuleTimes';
import { RuleWritingContext } from './RuleWriting';
import { Sentence } from './Sentence';
import { asText, PART_NAMES, whole } from './sentence';
import { useCurrencies } from '@/api/queries';
import { CurrencyOfAmounts } from './CurrencyOfAmounts';
import { TryOutTable } from './TryOutTable';
import { Versions } from './Versions';
import { WhatItWouldDo } from './WhatItWouldDo';

interface Props {
    rule: Rule | null;
    /** Under which unsaved work is kept. */
    name: string;
    current: RuleForm;
    /** Of the workspace. */
    currency: string;
    onStarters?: () => void;
}

export function RuleEditor({ rule, name, current, currency, onStarters }: Props) {
    const client = useQueryClient();
    const navigate = useNavigate();
    const [params, setParams] = useSearchParams();
    const [filter, setFilter] = useState<ListingFilter>(rule && rule.listings > 0 ? { rule: String(rule.id) } : {});
    const switchTo = useRef<boolean>(undefined);
    const saveRule = useSaveRule(rule?.id ?? null);
    const edit = useEditForm({
        name,
        current,
        version: rule?.version,
        isWhole: (path) => !['document', 'document.brakes', 'document.field'].includes(path),
        resolver: useMemo(() => ruleResolver(currency), [currency]),
        save: (wanted, version) => saveRule.mutateAsync({ ...wanted, is_on: switchTo.current, based_on: version }),
        onSaved: (saved) => {
            toast(
                saved.version === rule?.version
                    ? t('pricing.saved')
                    : t('pricing.versionSaved', { version: saved.version }),
            );
            if (!rule) void navigate(`/rules/${saved.id}`, { replace: true });
        },
        onConflict: () => void client.invalidateQueries({ queryKey: key('rule', rule?.id) }),
    });
    const currencies = useCurrencies(currency);
    const [writtenIn, setWrittenIn] = useState(currency);
    const { form } = edit;
    const draft = edit.values.document;
    const read = readRule(draft, currency);
    const isReadable = Object.keys(read.errors).length === 0;
    const [readable, setReadable] = useState(() => (isReadable ? read.document : ruleDocumentOf(current, currency)));
    if (isReadable && !same(readable, read.document)) setReadable(read.document);
    const document = useDeferredValue(readable);
    const deferredFilter = useDeferredValue(filter);
    const tryOut = useTryOut(document, deferredFilter);
    const isTable = params.get('view') === 'table';
    const everyRow = useTryOut(document, deferredFilter, 'all', isTable);
    const exported = useExportTryOut();

    const server = { ...(isReadable ? documentErrors(tryOut.error) : {}), ...documentErrors(saveRule.error) };
    const errors = byPart({ ...server, ...read.errors });
    const change = (next: RuleDraft) =>
        form.setValue('document', next, { shouldDirty: true, shouldValidate: form.formState.isSubmitted });
    const store = (on: boolean | undefined) => {
        switchTo.current = on;
        void edit.submit();
    };
    const isDirty = edit.isDirty || !rule;
    const showTable = (show: boolean) => setParams(show ? { view: 'table' } : {});

    return (
        <FormProvider {...form}>
            <RuleWritingContext
                value={{ draft, own: currency, currency: writtenIn, currencies, onChange: change, errors: server }}
            >
                <TopBar
                    title={t('pricing.rules')}
                    note={
                        rule
                            ? t('pricing.version2', {
                                  name: rule.name,
                                  version: rule.version,
                                  isDirty: isDirty ? t('pricing.notSaved') : '',
                              })
                            : t('pricing.aNewRuleNotSaved')
                    }
                >
                    {rule && !isDirty ? <RuleActions rule={rule} /> : null}
                    {isDirty && (
                        <>
                            <Button disabled={edit.isSaving} onClick={() => store(undefined)}>
                                {rule?.is_on ? t('pricing.save') : t('pricing.saveForLater')}
                            </Button>
                            {!rule?.is_on && (
                                <Button look="main" disabled={edit.isSaving} onClick={() => store(true)}>
                                    {t('pricing.saveAndSwitchOn')}
                                </Button>
                            )}
                        </>
                    )}
                </TopBar>
                {isTable && everyRow.data ? (
                    <TryOutTable
                        tryOut={everyRow.data}
                        onBack={() => showTable(false)}
                        onExport={() => exported.mutate({ document, filter })}
                    />
                ) : (
                    <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_minmax(0,1.13fr)] overflow-auto max-[1000px]:grid-cols-1">
                        <div className="bg-sheet px-[26px] py-5">
                            <form
                                onSubmit={(event) => {
                                    event.preventDefault();
                                    store(undefined);
                                }}
                            >
                                <TextField
                                    name="name"
                                    label={t('pricing.name')}
                                    maxLength={80}
                                    placeholder={t('pricing.justUnderTheCheapest')}
                                    className="mb-4 max-w-[380px]"
                                />
                            </form>
                            {currencies.length > 1 && (
                                <CurrencyOfAmounts currencies={currencies} value={writtenIn} onChange={setWrittenIn} />
                            )}
                            <Sentence document={read.document} errors={errors} />
                            <Additions draft={draft} onChange={change} />
                            {Object.entries(read.errors).map(([path, says]) => (
                                <p key={path} className="mt-2 text-broken">
                                    {PART_NAMES[partAt(path) ?? 'field']}: {says}
                                </p>
                            ))}
                            <div className="mt-4">
                                <EditNotes
                                    edit={edit}
                                    label={(path) =>
                                        path === 'name'
                                            ? t('pricing.theName')
                                            : PART_NAMES[partAt(path.slice(9)) ?? 'field']
                                    }
                                    show={(value, path) =>
                                        path === 'name' ? String(value) : piece(draft, path.slice(9), value, currency)
                                    }
                                />
                            </div>
                            {exported.error && <ProblemNotice error={exported.error} />}
                            {rule && <Versions rule={rule} onUse={(older) => change(ruleDraft(older))} />}
                            {onStarters && (
                                <p className="mt-3">
                                    <InlineButton
                                        className="text-stripe underline underline-offset-2"
                                        onClick={() => void mayClose(name).then((may) => may && onStarters())}
                                    >
                                        {t('pricing.startFromSomethingElse')}
                                    </InlineButton>
                                </p>
                            )}
                            <OnRule rule={rule} />
                            {rule && <RuleTimes rule={rule} />}
                            {rule && <RuleAssignment rule={rule} />}
                            {rule && <RuleStart rule={rule} />}
                        </div>
                        <WhatItWouldDo
                            rule={rule}
                            tryOut={tryOut}
                            isStale={tryOut.isPlaceholderData || !isReadable}
                            wrong={Object.values(errors)[0]}
                            filter={filter}
                            onFilter={setFilter}
                            onTable={() => showTable(true)}
                        />
                    </main>
                )}
            </RuleWritingContext>
        </FormProvider>
    );
}

const ruleDocumentOf = (form: RuleForm, currency: string) => readRule(form.document, currency).document;

/** What the sentence says at a path with another value there. */
function piece(draft: RuleDraft, path: string, value: unknown, currency: string): string {
    const part = partAt(path);
    const { document } = readRule(put(draft, path, value), currency);
    const said = whole(document, null).find((one) => typeof one !== 'string' && one.part === part);
    return said ? asText([said]) : t('pricing.notInTheRule');
}

/** What can still be added to the sentence. */
function Additions({ draft, onChange }: { draft: RuleDraft; onChange: (draft: RuleDraft) => void }) {
    const all = additions(draft);
    if (all.length === 0) return null;
    return (
        <p className="mt-4 max-w-[62ch] text-text-3">
            {rich('pricing.add', {
                map: all.map(([name, words, add], index) => (
                    <span key={name}>
                        {index > 0 && ', '}
                        <InlineButton
                            className="text-stripe underline decoration-dotted underline-offset-4"
                            onClick={() => onChange(add(draft))}
                        >
                            {words}
                        </InlineButton>
                    </span>
                )),
            })}
        </p>
    );
}
