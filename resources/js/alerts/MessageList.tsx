import { t } from '@/messages/alerts';
import { said } from '@/messages/said';
import { api, take } from '@/api/client';
import { key } from '@/api/keys';
import { Ago } from '@/ui/Ago';
import { Button } from '@/ui/Button';
import { ProblemNotice } from '@/ui/Notice';
import { Tick } from '@/ui/Tick';
import { Empty } from '@/ui/Empty';
import { useInfiniteQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { Link, useSearchParams } from 'react-router';
import { useMarkRead, type AlertMessage } from './queries';

/** What was told, the newest first. Opening a listing marks what was told of it as read. */
export function MessageList({ onNew }: { onNew: () => void }) {
    const [params, setParams] = useSearchParams();
    const isUnread = params.get('unread') === '1';
    const read = useMarkRead();
    const list = useInfiniteQuery({
        queryKey: key('alert-messages', { isUnread }),
        initialPageParam: null as number | null,
        queryFn: ({ pageParam, signal }) =>
            take(
                api.GET('/api/v1/alert-messages', {
                    params: { query: { before: pageParam ?? undefined, unread: isUnread || undefined } },
                    signal,
                }),
            ),
        getNextPageParam: (page) => page.before,
    });
    const messages = list.data?.pages.flatMap((page) => page.messages) ?? [];
    const unread = list.data?.pages[0]?.unread ?? 0;
    return (
        <main className="flex min-h-0 min-w-0 flex-1 flex-col overflow-auto bg-sheet">
            <div className="flex items-center gap-4 border-b border-line bg-paper px-[18px] py-2">
                <label className="flex items-center gap-2">
                    <Tick
                        checked={isUnread}
                        label={t('alerts.onlyUnread')}
                        onChange={(on) => setParams(on ? { unread: '1' } : {})}
                    />
                    {t('alerts.onlyUnread')}
                </label>
                <Button
                    disabled={unread === 0 || read.isPending || messages.length === 0}
                    onClick={() => read.mutate({ up_to: messages[0]!.id })}
                >
                    {t('alerts.markAllRead')}
                </Button>
            </div>
            {list.error && <ProblemNotice error={list.error} onRetry={() => void list.refetch()} />}
            {list.isSuccess && messages.length === 0 && (
                <Empty
                    title={isUnread ? t('alerts.nothingUnread') : t('alerts.noMessages')}
                    more={isUnread ? t('alerts.nothingUnreadMore') : t('alerts.noMessagesMore')}
                >
                    {!isUnread && (
                        <Button look="main" className="mt-3" onClick={onNew}>
                            {t('alerts.newAlert')}
                        </Button>
                    )}
                </Empty>
            )}
            <ul>
                {messages.map((message) => (
                    <Row key={message.id} message={message} onRead={() => read.mutate({ messages: [message.id] })} />
                ))}
            </ul>
            {list.hasNextPage && (
                <p className="p-3">
                    <Button disabled={list.isFetchingNextPage} onClick={() => void list.fetchNextPage()}>
                        {t('alerts.more')}
                    </Button>
                </p>
            )}
        </main>
    );
}

function Row({ message, onRead }: { message: AlertMessage; onRead: () => void }) {
    return (
        <li
            className={clsx(
                'grid grid-cols-[16px_minmax(0,1fr)_auto] gap-x-2 border-b border-line px-[18px] py-2.5',
                !message.is_read && 'bg-yours-soft/40',
            )}
        >
            <span className="pt-1.5">
                {!message.is_read && (
                    <span
                        role="img"
                        aria-label={t('alerts.unread')}
                        className="block size-2 rounded-full bg-yours ring-1 ring-ink"
                    />
                )}
            </span>
            <div className="min-w-0">
                <p className="truncate">
                    <Link
                        to={`/listings?listing=${message.listing_id}`}
                        onClick={message.is_read ? undefined : onRead}
                        className="font-bold text-stripe underline underline-offset-2"
                    >
                        {message.title}
                    </Link>{' '}
                    <span className="text-text-3">{message.sku}</span>
                </p>
                {message.sentences.map((sentence, at) => (
                    <p key={at}>{said(sentence)}</p>
                ))}
                <p className="text-text-2">{said(message.standing)}</p>
            </div>
            <p className="text-right text-[12.5px] text-text-3">
                <Ago time={message.happened_at} />
                <br />
                <Link to={`/alerts?alert=${message.alert_id}`} className="underline underline-offset-2">
                    {message.alert_name}
                </Link>
            </p>
        </li>
    );
}
