/** "12,5 %" as people type it → "12.5" as the API takes it. */
export const plainPercent = (typed: string) => typed.replace(/[%\s\u00a0]/g, '').replace(',', '.');

/** "0,35" or "€ 0.35" → "0.35" with two decimals where it is a number; anything else goes as it is and is refused with a reason. */
export function plainAmount(typed: string): string {
    const bare = typed.replace(/[€\s\u00a0]/g, '').replace(',', '.');
    return /^\d+$/.test(bare) ? `${bare}.00` : /^\d+\.\d$/.test(bare) ? `${bare}0` : bare;
}
