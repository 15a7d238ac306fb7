/** Whether a key belongs to a field that someone types into, or to the browser. */
export function typing(event: KeyboardEvent): boolean {
    const target = event.target as HTMLElement;
    return event.ctrlKey || event.metaKey || event.altKey || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName);
}
