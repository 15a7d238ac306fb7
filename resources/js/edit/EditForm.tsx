import { t } from '@/messages/message';
import { Button } from '@/ui/Button';
import type { ReactNode } from 'react';
import { FormProvider, type FieldValues, type UseFormReturn } from 'react-hook-form';
import { EditNotes } from './EditNotes';
import type { Edit } from './useEditForm';

interface Props {
    // What a form transforms its values to is nothing its frame needs to know.
    // eslint-disable-next-line @typescript-eslint/no-explicit-any
    edit: Edit & { form: UseFormReturn<any, unknown, any>; submit: () => Promise<void> };
    /** What the button says. */
    save: string;
    /** What a path of the draft is called. */
    label: (path: string) => string;
    show?: (value: unknown, path: string) => string;
    /** May be saved as it is, unchanged. */
    isNew?: boolean;
    className?: string;
    buttons?: ReactNode;
    children: ReactNode;
}

/** The frame of a form: its fields, what is to be known, and Save. Enter saves. */
export function EditForm({
    edit,
    save,
    label,
    show,
    isNew = false,
    className = 'grid gap-3',
    buttons,
    children,
}: Props) {
    return (
        <FormProvider {...(edit.form as UseFormReturn<FieldValues>)}>
            <form
                noValidate
                className={className}
                onSubmit={(event) => {
                    event.preventDefault();
                    event.stopPropagation();
                    void edit.submit();
                }}
            >
                {children}
                <EditNotes edit={edit} label={label} show={show} />
                <div className="col-span-full flex flex-wrap gap-2">
                    <Button
                        look="main"
                        type="submit"
                        disabled={edit.isSaving || edit.conflicts.length > 0 || !(edit.isDirty || isNew)}
                    >
                        {save}
                    </Button>
                    {edit.isDirty && !isNew && (
                        <Button disabled={edit.isSaving} onClick={edit.discard}>
                            {t('edit.discardChanges')}
                        </Button>
                    )}
                    {buttons}
                </div>
            </form>
        </FormProvider>
    );
}
