import { Problem } from '@/api/client';
import { markSaid } from '@/api/said';
import { useMutation } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import {
    useForm,
    useWatch,
    type DefaultValues,
    type FieldPath,
    type FieldValues,
    type PathValue,
    type Resolver,
} from 'react-hook-form';
import { readDraft, removeDraft, writeDraft } from './drafts';
import { at, merge, put, same, twoDeep, type IsWhole } from './merge';
import { forgetUnsaved, useUnsaved } from './unsaved';

const KEEP_MS = 250;

interface Editing<Draft extends FieldValues, Wanted extends FieldValues, Saved> {
    /** What is edited, such as "rule 7": unsaved work is kept under it. */
    name: string;
    /** As the server has it now. */
    current: Draft;
    version?: number;
    resolver: Resolver<Draft, unknown, Wanted>;
    /** @param version the one that editing began from */
    save: (wanted: Wanted, version: number | undefined) => Promise<Saved>;
    onSaved?: (saved: Saved) => void;
    /** Asks the server again: someone else was faster. */
    onConflict?: () => void;
    /** The field of the form that an error of the server is about; by itself the one of the same name. */
    fieldOf?: (path: string) => string;
    /** What conflicts as a whole where two people change it. */
    isWhole?: IsWhole;
    /** Off where secrets are typed. */
    isKept?: boolean;
}

/**
 * A form on something that others may change too. While nothing was typed it follows the server. From then on what it
 * began from is frozen: what others change elsewhere is taken over, what they change in the same place is a conflict
 * that a person settles. What is typed is kept through a reload, and leaving it asks.
 */
export function useEditForm<Draft extends FieldValues, Wanted extends FieldValues, Saved>({
    name,
    current,
    version,
    resolver,
    save,
    onSaved,
    onConflict,
    fieldOf = (path) => path,
    isWhole = twoDeep,
    isKept = true,
}: Editing<Draft, Wanted, Saved>) {
    const [stored] = useState(() => (isKept ? readDraft<Draft>(name) : null));
    const [base, setBase] = useState(() => ({
        values: stored?.base ?? current,
        version: stored ? (stored.version ?? undefined) : version,
    }));
    /** The state of the server that has been taken account of. */
    const [seen, setSeen] = useState(base);
    /** It was refused because someone else was faster: saved once more when it is known that they are not in the way. */
    const isToBeRepeated = useRef(false);
    const [restored, setRestored] = useState(stored?.at ?? null);
    const form = useForm<Draft, unknown, Wanted>({
        defaultValues: (stored?.values ?? current) as DefaultValues<Draft>,
        mode: 'onTouched',
        resolver,
    });
    const { reset, setValue } = form;
    const values = useWatch({ control: form.control }) as Draft;
    const isDirty = !same(values, base.values);

    const saving = useMutation({
        mutationFn: ({ wanted }: { wanted: Wanted; sent: Draft }) => save(wanted, base.version),
        onSuccess: (saved, { sent }) => {
            removeDraft(name);
            setRestored(null);
            forgetUnsaved(name);
            // What was typed since then is still to be saved; what the server makes of the rest comes as news.
            setBase((before) => ({ ...before, values: sent }));
            onSaved?.(saved);
        },
        onError: (error) => {
            if (!(error instanceof Problem)) return;
            // Beside its field, or as a conflict.
            if (error.status === 422 || error.status === 409) markSaid(error);
            if (error.status === 409) {
                isToBeRepeated.current = true;
                onConflict?.();
            }
            for (const [path, messages] of Object.entries(error.errors))
                form.setError(fieldOf(path) as FieldPath<Draft>, { type: 'server', message: messages[0] });
        },
    });

    // What others changed: taken over where it is not in the way.
    // Not while it is being saved: what comes back then may be what was just sent.
    const isNews = !saving.isPending && (version !== seen.version || !same(current, seen.values));
    const merged = isNews && isDirty ? merge(base.values, values, current, isWhole) : null;
    const theirs = useRef(current);
    const takeAccount = (of: typeof base) => {
        setBase(of);
        setSeen(of);
    };
    useEffect(() => {
        theirs.current = current;
        if (!isNews) return;
        if (!merged) reset(current);
        for (const path of merged?.taken ?? [])
            setValue(path as FieldPath<Draft>, at(current, path) as PathValue<Draft, FieldPath<Draft>>);
        if (merged && merged.conflicts.length > 0) return;
        // The form keeps its values outside of React: both are brought up to date together.
        // eslint-disable-next-line react-hooks/set-state-in-effect
        takeAccount({ values: current, version });
        // eslint-disable-next-line react-hooks/exhaustive-deps -- compared by what they say, not by what they are
    }, [isNews, isDirty, JSON.stringify(current), version]);

    const discard = useCallback(() => {
        removeDraft(name);
        setRestored(null);
        reset(theirs.current);
        setBase((before) => ({ ...before, values: theirs.current }));
        setSeen((before) => ({ ...before, values: theirs.current }));
    }, [name, reset]);
    useUnsaved(name, isDirty, discard);
    useKeptDraft(name, base, values, isDirty && isKept);

    const conflicts = merged?.conflicts ?? [];
    /** Settles a conflict: what stands in the form afterwards is what was chosen. */
    const choose = (path: string, whose: 'mine' | 'theirs') => {
        if (whose === 'theirs')
            setValue(path as FieldPath<Draft>, at(current, path) as PathValue<Draft, FieldPath<Draft>>);
        const isLast = conflicts.every((one) => one === path);
        if (isLast) takeAccount({ values: current, version });
        else setBase({ values: put(base.values, path, at(current, path)), version: base.version });
    };
    const submit = form.handleSubmit((wanted) => {
        if (conflicts.length > 0) return;
        saving.mutate({ wanted, sent: structuredClone(values) });
    });

    const repeat = useRef(submit);
    useEffect(() => {
        repeat.current = submit;
    });
    useEffect(() => {
        if (!isToBeRepeated.current || isNews) return;
        isToBeRepeated.current = false;
        void repeat.current();
    }, [base.version, isNews]);

    return {
        form,
        values,
        submit,
        isDirty,
        isSaving: saving.isPending,
        /** What failed, other than single fields. */
        problem: conflicts.length > 0 ? null : problemOf(saving.error, values, fieldOf),
        conflicts,
        theirs: current,
        choose,
        /** When the unsaved work was typed that a reload brought back. */
        restored,
        discard,
    };
}

/** What is shown of an edit besides its fields. */
export interface Edit {
    isDirty: boolean;
    isSaving: boolean;
    problem: unknown;
    conflicts: string[];
    theirs: object;
    choose: (path: string, whose: 'mine' | 'theirs') => void;
    restored: string | null;
    discard: () => void;
    values: object;
}

/** The problem of a save that is not said beside its field. */
function problemOf(error: unknown, values: FieldValues, fieldOf: (path: string) => string): unknown {
    if (!(error instanceof Problem) || error.status !== 422) return error;
    const fields = Object.keys(error.errors);
    const isShown = (path: string) => fieldOf(path).split('.')[0]! in values;
    return fields.length > 0 && fields.every(isShown) ? null : error;
}

/** Keeps unsaved work a moment after it was typed, and when the page is left. */
function useKeptDraft<Draft>(
    name: string,
    base: { values: Draft; version: number | undefined },
    values: Draft,
    isKept: boolean,
) {
    const text = JSON.stringify(values);
    useEffect(() => {
        if (!isKept) return removeDraft(name);
        const write = () =>
            writeDraft(name, {
                base: base.values,
                version: base.version ?? null,
                values: JSON.parse(text) as Draft,
                at: new Date().toISOString(),
            });
        const timer = window.setTimeout(write, KEEP_MS);
        window.addEventListener('pagehide', write);
        return () => {
            window.clearTimeout(timer);
            window.removeEventListener('pagehide', write);
        };
    }, [name, base, text, isKept]);
}
