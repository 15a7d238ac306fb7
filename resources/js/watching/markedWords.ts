/** A text in words, each with whether the other text has none like it. */
export function marked(text: string, other: string): { word: string; differs: boolean }[] {
    const known = new Set(other.split(/\s+/).map(folded));
    return text
        .split(/\s+/)
        .filter((word) => word !== '')
        .map((word) => ({ word, differs: folded(word) !== '' && !known.has(folded(word)) }));
}

const folded = (word: string) =>
    word
        .normalize('NFKD')
        .replace(/\p{M}+/gu, '')
        .toLowerCase()
        .replace(/[^\p{L}\p{N}.]+|\.(?!\d)/gu, '');
