import { t } from '@/messages/message';
import { zodResolver } from '@hookform/resolvers/zod';
import type { FieldValues, Resolver } from 'react-hook-form';
import { z } from 'zod';
import { isRead, type Reader } from './reading';

// The content security policy allows no code made from text.
z.config({ jitless: true });

/** A figure while it is edited is a text; saved, it is what was read of it. */
export const figure = (reader: Reader) =>
    z.string().transform((text, context) => {
        if (text.trim() === '') return refuse(context, t('edit.needed'));
        const reading = reader(text);
        return isRead(reading) ? reading.value : refuse(context, reading.wrong);
    });

/** The same where it may be left empty: null then. */
export const optionalFigure = (reader: Reader) =>
    z.string().transform((text, context): string | null => {
        if (text.trim() === '') return null;
        const reading = reader(text);
        return isRead(reading) ? reading.value : refuse(context, reading.wrong);
    });

/** Reads a figure whose reader depends on what else is typed; what is wrong is said at its path. */
export function figureAt(context: z.RefinementCtx, path: PropertyKey[], reader: Reader, typed: string): string {
    const read = figure(reader).safeParse(typed);
    if (read.success) return read.data;
    context.addIssue({ code: 'custom', message: read.error.issues[0]!.message, path });
    return '';
}

/** A text that must not be empty. */
export const text = (max = 255) =>
    z
        .string()
        .transform((typed) => typed.trim())
        .pipe(z.string().min(1, t('edit.needed')).max(max, t('edit.atMostCharacters', { max })));

const refuse = (context: z.RefinementCtx, says: string) => {
    context.addIssue({ code: 'custom', message: says });
    return z.NEVER;
};

/** A schema as a form asks for it: what is typed goes in, what is saved comes out. */
export const resolverOf = <Schema extends z.ZodType<FieldValues, FieldValues>>(schema: Schema) =>
    zodResolver(schema as z.ZodType<FieldValues, FieldValues>) as unknown as Resolver<
        z.input<Schema>,
        unknown,
        z.output<Schema>
    >;
