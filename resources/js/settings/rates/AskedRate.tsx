import { t } from '@/messages/settings';
import { api, take } from '@/api/client';
import { useChanged } from '@/api/keys';
import type { components } from '@/api/schema';
import { Button } from '@/ui/Button';
import { Failed } from '@/ui/Failed';
import { money, signedPercent } from '@/ui/figures';
import { useMutation } from '@tanstack/react-query';
import { toast } from 'sonner';
import { rateInFull } from '@/ui/rateInFull';

type Pair = components['schemas']['RatePair'];

/** A rate that would move floors far, with what it would do. */
export function AskedRate({ pair }: { pair: Pair }) {
    const changed = useChanged();
    const answer = useMutation({
        mutationFn: (use: boolean) =>
            take(api.POST('/api/v1/rates/{id}/answer', { params: { path: { id: pair.id } }, body: { use } })),
        onSuccess: (_, use) => {
            changed('workspace', 'listings');
            if (use) toast(t('settings.rateUsed'));
        },
    });
    const { base, quote, used, asked, effect } = pair;
    if (!asked || !effect) return null;
    return (
        <div className="mb-4 max-w-[820px] border border-l-4 border-line border-l-broken bg-sheet px-4 py-3">
            <b className="block text-[15px]">
                {t('settings.rateAsked', {
                    base,
                    quote,
                    before: rateInFull(used.rate),
                    after: rateInFull(asked.rate),
                })}
            </b>
            <p className="text-text-2">
                {t('settings.rateAskedWhy', { listings: effect.listings, floors: effect.floors })}
            </p>
            <ul className="mt-1.5 text-[12.5px]">
                {effect.largest.map((move) => (
                    <li key={move.listing_id}>
                        {t('settings.floorOf', { sku: move.sku })}: {money(move.before)} → {money(move.after)}{' '}
                        {move.currency}
                        {move.percent !== null && ` (${signedPercent(move.percent)})`}
                    </li>
                ))}
            </ul>
            <div className="mt-2.5 flex flex-wrap items-center gap-2">
                <Button look="main" disabled={answer.isPending} onClick={() => answer.mutate(true)}>
                    {t('settings.useRate')}
                </Button>
                <Button disabled={answer.isPending} onClick={() => answer.mutate(false)}>
                    {t('settings.leaveRate')}
                </Button>
                <Failed action={answer} what={t('settings.rateNotAnswered')} />
            </div>
        </div>
    );
}
