/** Keeps what is typed clear of the unit at the right end of its field. */
export const roomForUnit = (unit?: string) => unit && (unit.length > 2 ? 'pr-12' : 'pr-8');
