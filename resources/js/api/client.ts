import { t } from '@/messages/message';
import { said } from '@/messages/said';
import createClient, { type Middleware } from 'openapi-fetch';
import type { components, paths } from './schema';

export type Listing = components['schemas']['Listing'];
export type ListingDetail = components['schemas']['ListingDetail'];
export type ListingMark = components['schemas']['ListingMark'];
export type ListingState = components['schemas']['ListingState'];
export type ListingFilter = components['schemas']['ListingFilter'];
export type ListingHistory = components['schemas']['ListingHistory'];
export type Offer = components['schemas']['Offer'];
export type Decision = components['schemas']['Decision'];
export type Rule = components['schemas']['Rule'];
export type RuleDocument = components['schemas']['RuleDocument'];
export type CompetitiveRule = components['schemas']['CompetitiveRule'];
export type RuleReference = components['schemas']['RuleReference'];
export type TryOut = components['schemas']['TryOut'];
export type TryOutRow = components['schemas']['TryOutRow'];
export type Change = components['schemas']['Change'];
export type Workspace = components['schemas']['Workspace'];
export type ScopeLimits = components['schemas']['ScopeLimits'];
export type LimitTerm = components['schemas']['LimitTerm'];
export type Term = components['schemas']['Term'];
export type RuleVersion = components['schemas']['RuleVersion'];
export type Channel = components['schemas']['Channel'];
export type ChannelDriver = components['schemas']['ChannelDriver'];
export type ChannelImport = components['schemas']['ChannelImport'];
export type ConnectionField = components['schemas']['ConnectionField'];
export type Import = components['schemas']['Import'];
export type Batch = components['schemas']['Batch'];
export type BatchRow = components['schemas']['BatchRow'];
export type BulkEdit = components['schemas']['BulkEdit'];
export type Approval = components['schemas']['Approval'];
export type Run = components['schemas']['Run'];
export type Undone = components['schemas']['Undone'];
export type Me = components['schemas']['Me'];

/** What went wrong, as the server says it: a title, perhaps a detail, and what is wrong with which field. */
export class Problem extends Error {
    constructor(
        readonly status: number,
        title: string,
        readonly detail: string | null,
        readonly errors: Record<string, string[]>,
    ) {
        super(title);
    }

    /** The first message for a field, if there is one. */
    at(field: string): string | undefined {
        return this.errors[field]?.[0];
    }

    get says(): string {
        return Object.values(this.errors)[0]?.[0] ?? this.detail ?? this.message;
    }

    /** All of it in one line, where there is no room for a heading. */
    get inFull(): string {
        return this.says === this.detail ? `${this.message}. ${this.detail}` : this.says;
    }
}

function cookie(name: string): string | null {
    const found = document.cookie.split('; ').find((part) => part.startsWith(`${name}=`));
    return found ? decodeURIComponent(found.slice(name.length + 1)) : null;
}

const session: Middleware = {
    onRequest({ request }) {
        // Reading cookies is slow, and only what changes something needs the token.
        const token = request.method === 'GET' ? null : cookie('XSRF-TOKEN');
        if (token) request.headers.set('X-XSRF-TOKEN', token);
        request.headers.set('Accept', 'application/json');
        return request;
    },
};

export const api = createClient<paths>({ baseUrl: window.location.origin });
api.use(session);

interface Answer<T> {
    data?: T;
    error?: unknown;
    response: Response;
}

/** The data of an answer, or the problem thrown. */
export async function take<T>(call: Promise<Answer<T>>): Promise<T> {
    let answer: Answer<T>;
    try {
        answer = await call;
    } catch {
        throw new Problem(0, t('ui.theServerCannotBeReached'), t('ui.nothingWasLostTryAgainIn'), {});
    }
    if (answer.response.ok) return answer.data as T;
    const document = answer.error as Partial<components['schemas']['Problem']> | null | undefined;
    const { messages } = document ?? {};
    const errors = Object.entries(messages?.errors ?? {}).map(([field, all]) => [field, all.map(said)]);
    throw new Problem(
        answer.response.status,
        (messages ? said(messages.title) : document?.title) ??
            (answer.response.status === 413 ? t('ui.theFileIsLargerThan50') : t('ui.theServerGaveNoReadable')),
        (messages?.detail ? said(messages.detail) : document?.detail) ?? null,
        Object.fromEntries(errors) as Record<string, string[]>,
    );
}

/** A file goes up as a form; the generated types say "string" for it. */
export function asForm(file: File) {
    return {
        body: { file: file as unknown as string },
        bodySerializer: () => {
            const form = new FormData();
            form.append('file', file);
            return form;
        },
    };
}
