import type { ReactNode } from "react";
import { dayName } from "../ui/time";
import { byDay } from "./choice";

interface Props<E> {
  entries: E[];
  /** Of the columns: said to those who don't see them, who sees them needs none. */
  titles: string[];
  className?: string;
  row: (entry: E) => ReactNode;
}

/** Entries in the order in which they come, beneath the days of the network. */
export function Days<E extends { at: string }>({ entries, titles, className = "", row }: Props<E>) {
  return (
    <>
      {byDay(entries).map((day) => (
        <section key={day.day} aria-label={dayName(day.entries[0]!.at)}>
          <h2 className="day-of-record">{dayName(day.entries[0]!.at)}</h2>
          <table className={`table record ${className}`}>
            <thead className="visually-hidden">
              <tr>
                {titles.map((title) => (
                  <th key={title}>{title}</th>
                ))}
              </tr>
            </thead>
            <tbody>{day.entries.map(row)}</tbody>
          </table>
        </section>
      ))}
    </>
  );
}
