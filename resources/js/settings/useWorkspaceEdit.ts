import { key } from '@/api/keys';
import type { Workspace } from '@/api/client';
import { useChangeWorkspace } from '@/api/queries';
import { useEditForm } from '@/edit/useEditForm';
import { useQueryClient } from '@tanstack/react-query';
import type { FieldValues, Resolver } from 'react-hook-form';
import { toast } from 'sonner';

type Change = Parameters<ReturnType<typeof useChangeWorkspace>['mutateAsync']>[0];

interface Section<Draft extends FieldValues, Wanted extends FieldValues> {
    /** Of the section, such as "limits". */
    name: string;
    workspace: Workspace;
    current: Draft;
    resolver: Resolver<Draft, unknown, Wanted>;
    change: (wanted: Wanted) => Change;
    saved: string;
    fieldOf?: (path: string) => string;
}

/** A section of the settings that hold for all listings. */
export function useWorkspaceEdit<Draft extends FieldValues, Wanted extends FieldValues>({
    name,
    workspace,
    change,
    saved,
    ...section
}: Section<Draft, Wanted>) {
    const client = useQueryClient();
    const save = useChangeWorkspace();
    return useEditForm({
        name: `settings ${name}`,
        version: workspace.revision,
        save: (wanted: Wanted, revision) => save.mutateAsync({ ...change(wanted), revision }),
        onSaved: () => toast(saved),
        onConflict: () => void client.invalidateQueries({ queryKey: key('workspace') }),
        ...section,
    });
}
