/** What a formula can name. */
export const MEANINGS: Record<string, string> = {
    price: 'its price now',
    cost: 'unit cost',
    floor: 'its floor',
    ceiling: 'its ceiling',
    list_price: 'list price',
    rrp: 'recommended price',
    map: 'minimum advertised price',
    stock: 'pieces in stock',
    count: 'how many offers count',
    lowest: 'the lowest of them, less our shipping',
    second: 'the second lowest',
    average: 'their average',
    median: 'the median',
    highest: 'the highest',
    buy_box: 'the one that holds the buy box',
    sold_7d: 'sold in 7 days',
    sold_30d: 'sold in 30 days',
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
