import { useVirtualizer } from "@tanstack/react-virtual";
import { type KeyboardEvent, type ReactNode, useMemo, useRef, useState } from "react";
import Dropdown from "react-bootstrap/Dropdown";
import Form from "react-bootstrap/Form";
import { useNavigate } from "react-router";
import { csv, download } from "./csv";

export interface Column<T> {
  key: string;
  title: string;
  /** A CSS grid track, for example "1fr" or "120px". */
  width: string;
  /** The cell as text: for filter, sort and export. */
  text: (row: T) => string;
  /** The cell as shown, where that is more than its text. */
  show?: (row: T) => ReactNode;
  /** What to sort by, where that is not the text. */
  order?: (row: T) => string | number;
  hidden?: boolean;
}

interface Props<T> {
  name: string;
  rows: T[];
  columns: Column<T>[];
  id: (row: T) => string | number;
  link: (row: T) => string;
  empty: ReactNode;
}

/** A list of up to thousands of rows: filter, sort, choice of columns, keyboard, export. */
export function DataList<T>({ name, rows, columns, id, link, empty }: Props<T>) {
  const [filter, setFilter] = useState("");
  const [sort, setSort] = useState<{ key: string; down: boolean } | null>(null);
  const [hidden, setHidden] = useState(() => new Set(columns.filter((c) => c.hidden).map((c) => c.key)));
  const box = useRef<HTMLDivElement>(null);
  const navigate = useNavigate();
  const shown = columns.filter((c) => !hidden.has(c.key));
  const tracks = shown.map((c) => c.width).join(" ");

  const found = useMemo(() => {
    const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
    const hits = rows.filter((row) => {
      const text = columns
        .map((c) => c.text(row))
        .join("\n")
        .toLowerCase();
      return words.every((word) => text.includes(word));
    });
    const column = columns.find((c) => c.key === sort?.key);
    if (column && sort) {
      const by = column.order ?? column.text;
      hits.sort((a, b) => (by(a) < by(b) ? -1 : by(a) > by(b) ? 1 : 0) * (sort.down ? -1 : 1));
    }
    return hits;
  }, [rows, columns, filter, sort]);

  const virtual = useVirtualizer({
    count: found.length,
    getScrollElement: () => box.current,
    estimateSize: () => 35,
    overscan: 12,
  });

  function move(event: KeyboardEvent, index: number) {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step) {
      event.preventDefault();
      virtual.scrollToIndex(Math.max(0, Math.min(found.length - 1, index + step)));
      box.current?.querySelector<HTMLElement>(`[data-index="${index + step}"]`)?.focus();
    }
  }

  function toggle(key: string) {
    const next = new Set(hidden);
    if (!next.delete(key)) {
      next.add(key);
    }
    setHidden(next);
  }

  if (rows.length === 0) {
    return <div className="empty">{empty}</div>;
  }
  return (
    <>
      <div className="list-tools">
        <Form.Control
          type="search"
          value={filter}
          placeholder={`Filter ${name}`}
          aria-label={`Filter ${name}`}
          onChange={(e) => setFilter(e.target.value)}
        />
        <span className="count" role="status">
          {found.length === rows.length ? `${rows.length} ${name}` : `${found.length} of ${rows.length} ${name}`}
        </span>
        <div className="right">
          <Dropdown autoClose="outside">
            <Dropdown.Toggle variant="link">Columns</Dropdown.Toggle>
            <Dropdown.Menu align="end">
              {columns.map((c) => (
                <Dropdown.Item key={c.key} as="button" onClick={() => toggle(c.key)} aria-pressed={!hidden.has(c.key)}>
                  {hidden.has(c.key) ? "Show" : "Hide"} {c.title.toLowerCase()}
                </Dropdown.Item>
              ))}
            </Dropdown.Menu>
          </Dropdown>
          <button
            type="button"
            className="btn btn-link"
            onClick={() =>
              download(
                `${name}.csv`,
                csv(
                  shown.map((c) => c.title),
                  found.map((row) => shown.map((c) => c.text(row))),
                ),
              )
            }
          >
            Export as CSV
          </button>
        </div>
      </div>
      <div className="list" ref={box} role="table" aria-label={name} aria-rowcount={found.length + 1}>
        <div className="list-head" role="row" style={{ gridTemplateColumns: tracks }}>
          {shown.map((c) => (
            <div
              key={c.key}
              role="columnheader"
              aria-sort={sort?.key !== c.key ? undefined : sort.down ? "descending" : "ascending"}
            >
              <button type="button" onClick={() => setSort({ key: c.key, down: sort?.key === c.key && !sort.down })}>
                {c.title}
                {sort?.key === c.key && (sort.down ? " ↓" : " ↑")}
              </button>
            </div>
          ))}
        </div>
        {found.length === 0 && (
          <p className="empty">
            Nothing fits “{filter}”.{" "}
            <button type="button" className="btn btn-link" onClick={() => setFilter("")}>
              Show all
            </button>
          </p>
        )}
        <div role="rowgroup" style={{ height: virtual.getTotalSize(), position: "relative" }}>
          {virtual.getVirtualItems().map((item) => {
            const row = found[item.index]!;
            return (
              <div
                key={id(row)}
                className="row-line"
                role="row"
                tabIndex={0}
                data-index={item.index}
                aria-rowindex={item.index + 2}
                style={{
                  gridTemplateColumns: tracks,
                  position: "absolute",
                  left: 0,
                  right: 0,
                  transform: `translateY(${item.start}px)`,
                  cursor: "pointer",
                }}
                onClick={() => navigate(link(row))}
                onKeyDown={(e) => (e.key === "Enter" ? navigate(link(row)) : move(e, item.index))}
              >
                {shown.map((c) => (
                  <div key={c.key} role="cell" title={c.text(row)}>
                    {c.show ? c.show(row) : c.text(row)}
                  </div>
                ))}
              </div>
            );
          })}
        </div>
      </div>
    </>
  );
}
