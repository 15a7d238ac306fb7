import { t } from '@/messages/pricing';
/** What a formula can name. */
export const MEANINGS: Record<string, string> = {
    price: t('pricing.itsPriceNow'),
    cost: t('pricing.unitCost'),
    floor: t('pricing.itsFloor'),
    ceiling: t('pricing.itsCeiling'),
    list_price: t('pricing.listPrice'),
    rrp: t('pricing.recommendedPrice'),
    map: t('pricing.minimumAdvertisedPrice'),
    stock: t('pricing.piecesInStock'),
    count: t('pricing.howManyOffersCount'),
    lowest: t('pricing.theLowestOfThemLessOur'),
    second: t('pricing.theSecondLowest'),
    average: t('pricing.theirAverage'),
    median: t('pricing.theMedian'),
    highest: t('pricing.theHighest'),
    buy_box: t('pricing.theOneThatHoldsTheBuy'),
    sold_7d: t('pricing.soldIn7Days'),
    sold_30d: t('pricing.soldIn30Days'),
};

/** The word that ends at the caret, and where it starts. */
export function wordAt(text: string, caret: number): { word: string; start: number } {
    const word = /[a-z_][a-z_0-9]*$/i.exec(text.slice(0, caret))?.[0] ?? '';
    return { word, start: caret - word.length };
}

/** Names that the word could become; none where it is one already. */
export function complete(word: string, names: string[]): string[] {
    if (word === '' || names.includes(word)) return [];
    return names.filter((name) => name.startsWith(word.toLowerCase()));
}
