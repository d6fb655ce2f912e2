/** One condition of a filter: a text that a row has to hold, or must not, anywhere or in one column. */
interface Condition {
  column: string | null;
  text: string;
  not: boolean;
}

const TOKEN = /(-?)(?:([a-z-]+):)?(?:"([^"]*)"|(\S+))/gi;

/**
 * Reads what is typed into a filter: words that all have to be there, "several words" in quotes, site:brine for one column,
 * -word for what must not be there. A word before a colon that is no column is a part of the text.
 */
export function parseFilter(typed: string, columns: string[]): Condition[] {
  return [...typed.matchAll(TOKEN)]
    .map(([whole, minus, column, quoted, word]) => {
      const key = column?.toLowerCase() ?? null;
      const known = key !== null && columns.includes(key);
      const text = known || !column ? (quoted ?? word ?? "") : whole.slice(minus!.length);
      return { column: known ? key : null, text: text.toLowerCase(), not: minus === "-" };
    })
    .filter((c) => c.text !== "");
}

/** @param texts the cells of a row in small letters, by column */
export function fits(conditions: Condition[], texts: Record<string, string>, all: string): boolean {
  return conditions.every((c) => (c.column ? texts[c.column]! : all).includes(c.text) !== c.not);
}
