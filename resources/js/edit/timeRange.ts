import { t } from '@/messages/message';
import type { z } from 'zod';

/** Of a time range both ends are needed, or none. */
export function bothOrNone<Name extends string>(from: Name, to: Name) {
    return (range: Record<Name, string | null>, context: z.RefinementCtx) => {
        if ((range[from] === null) === (range[to] === null)) return;
        context.addIssue({
            code: 'custom',
            message: t('edit.giveBothTimesOrNeither'),
            path: [range[from] === null ? from : to],
        });
    };
}
