import { t } from '@/messages/pricing';
import { summary } from './sentence';
import { STARTERS, type Starter } from './starters';

/** Rules to start from. Choosing one changes nothing yet. */
export function Starters({ onChoose }: { onChoose: (starter: Starter) => void }) {
    return (
        <main className="min-h-0 flex-1 overflow-auto bg-sheet">
            <div className="max-w-[1000px] px-[26px] py-5">
                <h2 className="text-[17px]">{t('pricing.whatDoYouWantToDo')}</h2>
                <p className="mt-0.5 mb-4 max-w-[70ch] text-text-2">{t('pricing.startFromWhatIsNearest')}</p>
                <ul className="grid grid-cols-2 gap-x-8 max-[900px]:grid-cols-1">
                    {STARTERS.map((starter) => (
                        <li key={starter.name} className="border-t border-line">
                            <button
                                type="button"
                                onClick={() => onChoose(starter)}
                                className="block w-full px-1 py-2.5 text-left hover:bg-stripe-soft"
                            >
                                <b className="block text-[15px]">{starter.name}</b>
                                {starter.when}
                                <span className="mt-0.5 block text-[12.5px] text-text-2">
                                    {summary(starter.document)}
                                </span>
                            </button>
                        </li>
                    ))}
                </ul>
            </div>
        </main>
    );
}
