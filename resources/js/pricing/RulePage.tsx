import { Problem, type ListingFilter, type Rule, type RuleDocument } from '@/api/client';
import { useChannels } from '@/api/queries';
import { TopBar } from '@/ui/TopBar';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { InlineButton } from '@/ui/InlineButton';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { Toggle } from '@/ui/Toggle';
import { count } from '@/ui/words';
import { useDeferredValue, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { Effect } from './Effect';
import { useExportTryOut, useRule, useRunRule, useSaveRule, useTryOut } from './queries';
import { additions } from './guards';
import { Sentence } from './Sentence';
import { NEW_DOCUMENT, type Part } from './sentence';
import { RuleListings } from './RuleListings';
import { RuleTimes } from './RuleTimes';
import { Starters } from './Starters';
import type { Starter } from './starters';
import { TryOutTable } from './TryOutTable';
import { Versions } from './Versions';

export default function RulePage() {
    const { id } = useParams();
    const ruleId = id === 'new' ? null : Number(id);
    const rule = useRule(ruleId);
    if (rule.error) return <ProblemNotice error={rule.error} />;
    if (ruleId !== null && !rule.data) return null;
    return <Editor key={id} rule={rule.data ?? null} />;
}

/** A new rule starts from one of those that sellers know; a kept one is edited. */
function Editor({ rule }: { rule: Rule | null }) {
    const [starter, setStarter] = useState<Starter | null>(null);
    if (rule === null && starter === null)
        return (
            <>
                <TopBar title="Rules" note="a new rule" />
                <Starters onChoose={setStarter} />
            </>
        );
    return <Writing rule={rule} starter={starter} onStarters={() => setStarter(null)} />;
}

const PARTS: [string, Part][] = [
    ['document.position', 'position'],
    ['document.reference', 'reference'],
    ['document.field', 'field'],
    ['document.adjust', 'handicap'],
    ['document.window_days', 'window'],
    ['document.bands', 'bands'],
    ['document.tiers', 'tiers'],
    ['document.min_profit', 'minProfit'],
    ['document.price', 'formula'],
    ['document.ending', 'ending'],
    ['document.brakes.max_move', 'maxMove'],
    ['document.brakes.min_move', 'minMove'],
    ['document.brakes.cooldown', 'cooldown'],
    ['document.brakes.max_changes', 'perDay'],
    ['document.approval', 'approval'],
];

/** Which piece of the sentence an error belongs to. */
function errorsByPart(problem: unknown): Partial<Record<Part, string>> {
    const found: Partial<Record<Part, string>> = {};
    if (problem instanceof Problem) {
        for (const [field, messages] of Object.entries(problem.errors)) {
            const part = PARTS.find(([path]) => field.startsWith(path))?.[1];
            if (part) found[part] = messages[0];
        }
    }
    return found;
}

function Writing({
    rule,
    starter,
    onStarters,
}: {
    rule: Rule | null;
    starter: Starter | null;
    onStarters: () => void;
}) {
    const [document, setDocument] = useState<RuleDocument>(rule?.document ?? starter?.document ?? NEW_DOCUMENT);
    const [name, setName] = useState(rule?.name ?? starter?.name ?? '');
    const [params, setParams] = useSearchParams();
    const [on, setOn] = useState<string>(rule && rule.listings > 0 ? 'own' : 'all');
    const [words, setWords] = useState('');
    const filter: ListingFilter = {
        ...(on === 'own' && rule
            ? { rule: String(rule.id) }
            : on.startsWith('channel:')
              ? { channel: Number(on.slice(8)) }
              : {}),
        ...(words.trim() ? { q: words.trim() } : {}),
    };
    const [deferredDocument, deferredFilter] = [useDeferredValue(document), useDeferredValue(filter)];
    const tryOut = useTryOut(deferredDocument, deferredFilter);
    const exported = useExportTryOut();
    const save = useSaveRule(rule?.id ?? null);
    const navigate = useNavigate();
    const dirty = !rule || JSON.stringify(document) !== JSON.stringify(rule.document) || name !== rule.name;
    const problem = save.error instanceof Problem ? save.error : null;
    const errors = { ...errorsByPart(tryOut.error), ...errorsByPart(problem) };

    const store = (isOn: boolean | undefined) =>
        save.mutate(
            { name, document, is_on: isOn, based_on: rule?.version },
            {
                onSuccess: (saved) => {
                    toast(saved.version === rule?.version ? 'Saved' : `Version ${saved.version} saved`);
                    if (!rule) void navigate(`/rules/${saved.id}`, { replace: true });
                },
            },
        );
    const table = params.get('view') === 'table';
    const everyRow = useTryOut(deferredDocument, deferredFilter, 'all', table);
    const showTable = (show: boolean) => setParams(show ? { view: 'table' } : {});

    return (
        <>
            <TopBar
                title="Rules"
                note={
                    rule
                        ? `${rule.name}, version ${rule.version}${dirty ? ', not saved' : ''}`
                        : 'a new rule, not saved'
                }
            >
                {rule && !dirty ? <RuleActions rule={rule} /> : null}
                {dirty && (
                    <>
                        <Button disabled={save.isPending} onClick={() => store(undefined)}>
                            {rule?.is_on ? 'Save' : 'Save for later'}
                        </Button>
                        {!rule?.is_on && (
                            <Button look="main" disabled={save.isPending} onClick={() => store(true)}>
                                Save and switch on
                            </Button>
                        )}
                    </>
                )}
            </TopBar>
            {table && everyRow.data ? (
                <TryOutTable
                    tryOut={everyRow.data}
                    onBack={() => showTable(false)}
                    onExport={() => exported.mutate({ document, filter })}
                />
            ) : (
                <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_minmax(0,1.13fr)] overflow-auto max-[1000px]:grid-cols-1">
                    <div className="bg-sheet px-[26px] py-5">
                        <Field
                            label="Name"
                            required
                            maxLength={80}
                            placeholder="Just under the cheapest"
                            value={name}
                            onChange={(event) => setName(event.target.value)}
                            error={problem?.at('name')}
                            className="mb-4 max-w-[380px]"
                        />
                        <Sentence document={document} onChange={setDocument} errors={errors} />
                        <Additions document={document} onChange={setDocument} />
                        {rule && <Versions rule={rule} onUse={setDocument} />}
                        {!rule && (
                            <p className="mt-3">
                                <InlineButton className="text-stripe underline underline-offset-2" onClick={onStarters}>
                                    Start from something else
                                </InlineButton>
                            </p>
                        )}
                        {problem && !problem.at('name') && (
                            <div className="mt-4">
                                <Notice>
                                    <b>{problem.message}.</b> {problem.says}
                                </Notice>
                            </div>
                        )}
                        <Listings rule={rule} />
                        {rule && <RuleTimes rule={rule} />}
                        {rule && <RuleListings rule={rule} />}
                    </div>
                    <section className="border-l border-line px-5 py-5" aria-label="What it would do now">
                        <div className="mb-3 flex flex-wrap items-center gap-3">
                            <h2 className="text-[16.5px]">What it would do now</h2>
                            <span className="text-text-2">
                                {tryOut.data
                                    ? `${count(tryOut.data.listings, 'listing', 'listings')}, nothing is sent`
                                    : ''}
                            </span>
                        </div>
                        <TriedOn on={on} onChange={setOn} words={words} onWords={setWords} rule={rule} />
                        {tryOut.error && Object.keys(errorsByPart(tryOut.error)).length === 0 && (
                            <ProblemNotice error={tryOut.error} onRetry={() => void tryOut.refetch()} />
                        )}
                        {Object.keys(errors).length > 0 && (
                            <Notice>
                                The marked piece of the sentence needs attention: {Object.values(errors)[0]}
                            </Notice>
                        )}
                        {tryOut.data && (
                            <Effect
                                tryOut={tryOut.data}
                                onAll={() => showTable(true)}
                                stale={tryOut.isPlaceholderData}
                            />
                        )}
                    </section>
                </main>
            )}
        </>
    );
}

/** What can still be added to the sentence. */
function Additions({ document, onChange }: { document: RuleDocument; onChange: (document: RuleDocument) => void }) {
    const all = additions(document);
    if (all.length === 0) return null;
    return (
        <p className="mt-4 max-w-[62ch] text-text-3">
            Add{' '}
            {all.map(([name, words, add], index) => (
                <span key={name}>
                    {index > 0 && ', '}
                    <InlineButton
                        className="text-stripe underline decoration-dotted underline-offset-4"
                        onClick={() => onChange(add(document))}
                    >
                        {words}
                    </InlineButton>
                </span>
            ))}
            .
        </p>
    );
}

function TriedOn({
    on,
    onChange,
    words,
    onWords,
    rule,
}: {
    on: string;
    onChange: (on: string) => void;
    words: string;
    onWords: (words: string) => void;
    rule: Rule | null;
}) {
    const channels = useChannels();
    const options: [string, string][] = [
        ...(rule ? [['own', 'its own listings'] as [string, string]] : []),
        ['all', 'all listings'],
        ...(channels.data ?? []).map((channel): [string, string] => [
            `channel:${channel.id}`,
            `listings on ${channel.name}`,
        ]),
    ];
    return (
        <div className="mb-3 flex items-end gap-3">
            <Select label="Tried on" value={on} options={options} onChange={onChange} className="w-44" />
            <Field
                label="with these words"
                type="search"
                placeholder="SKU, GTIN or words"
                value={words}
                onChange={(event) => onWords(event.target.value)}
                className="w-52"
            />
        </div>
    );
}

function RuleActions({ rule }: { rule: Rule }) {
    const save = useSaveRule(rule.id);
    const run = useRunRule();
    return (
        <>
            <Toggle
                on={rule.is_on}
                onChange={(is_on) => save.mutate({ is_on })}
                label={`${rule.name} is on`}
                disabled={save.isPending}
            />
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

function Listings({ rule }: { rule: Rule | null }) {
    if (!rule)
        return <p className="mt-6 border-t border-line pt-4 text-text-2">Save it first; then put listings on it.</p>;
    return (
        <div className="mt-6 border-t border-line pt-4">
            {rule.listings === 0 ? (
                <Notice>
                    No listing is on this rule, so it does nothing.{' '}
                    <Link to="/listings?rule=none" className="text-stripe underline underline-offset-2">
                        Choose listings for it
                    </Link>
                </Notice>
            ) : (
                <p className="text-text-2">
                    <Link to={`/listings?rule=${rule.id}`} className="text-stripe underline underline-offset-2">
                        {count(rule.listings, 'listing is', 'listings are')} on it
                    </Link>
                    {rule.blocked > 0 && (
                        <>
                            ,{' '}
                            <Link
                                to={`/listings?rule=${rule.id}&state=blocked`}
                                className="text-broken underline underline-offset-2"
                            >
                                {rule.blocked} cannot be priced
                            </Link>
                        </>
                    )}
                    {rule.paused > 0 && `, ${rule.paused} paused by you`}. Choose more in the list and put them on it.
                </p>
            )}
        </div>
    );
}
