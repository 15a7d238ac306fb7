export interface Part {
    text: string;
    /** Whether the other text has none of it at this place. */
    isNew: boolean;
}

/** The second text, with the words marked that the first does not have there: by the longest common sequence of words. */
export function differences(first: string, second: string): Part[] {
    const a = first.split(/(?<=\s)/);
    const b = second.split(/(?<=\s)/);
    const longest = Array.from({ length: a.length + 1 }, () => new Uint16Array(b.length + 1));
    for (let i = a.length - 1; i >= 0; i--)
        for (let j = b.length - 1; j >= 0; j--)
            longest[i]![j] =
                a[i] === b[j] ? longest[i + 1]![j + 1]! + 1 : Math.max(longest[i + 1]![j]!, longest[i]![j + 1]!);
    const parts: Part[] = [];
    const push = (text: string, isNew: boolean) => {
        const last = parts.at(-1);
        if (last?.isNew === isNew) last.text += text;
        else parts.push({ text, isNew });
    };
    let i = 0;
    for (let j = 0; j < b.length;) {
        if (i < a.length && a[i] === b[j]) {
            push(b[j]!, false);
            i++;
            j++;
        } else if (i < a.length && longest[i + 1]![j]! >= longest[i]![j + 1]!) i++;
        else push(b[j++]!, true);
    }
    return parts;
}
