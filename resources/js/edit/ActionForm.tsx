import type { ReactNode } from 'react';
import { FormProvider, useForm, type DefaultValues, type FieldValues, type Resolver } from 'react-hook-form';

interface Props<Draft extends FieldValues, Wanted extends FieldValues> {
    /** What it starts from. */
    draft: Draft;
    resolver: Resolver<Draft, unknown, Wanted>;
    onSubmit: (wanted: Wanted) => void;
    className?: string;
    /** Given what is typed by now. */
    children: (draft: Draft) => ReactNode;
}

/** A form that asks for something to be done, rather than editing what is there. What is wrong in it is not sent. */
export function ActionForm<Draft extends FieldValues, Wanted extends FieldValues>({
    draft,
    resolver,
    onSubmit,
    className = 'grid gap-2.5',
    children,
}: Props<Draft, Wanted>) {
    const form = useForm<Draft, unknown, Wanted>({
        defaultValues: draft as DefaultValues<Draft>,
        mode: 'onTouched',
        resolver,
    });
    return (
        <FormProvider {...form}>
            <form
                noValidate
                className={className}
                onSubmit={(event) => {
                    event.stopPropagation();
                    void form.handleSubmit(onSubmit)(event);
                }}
            >
                {children(form.watch())}
            </form>
        </FormProvider>
    );
}
