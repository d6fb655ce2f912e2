/** The number of a change as people say it, "CR-1003" or "1003"; null when it is none. */
export const numberOf = (said: string): string | null => /^(?:cr-?)?(\d{1,9})$/i.exec(said.trim())?.[1] ?? null;
