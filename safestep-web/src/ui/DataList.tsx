import { useVirtualizer } from "@tanstack/react-virtual";
import { type KeyboardEvent, type MouseEvent, type ReactNode, useMemo, useRef, useState } from "react";
import Dropdown from "react-bootstrap/Dropdown";
import Form from "react-bootstrap/Form";
import { useNavigate } from "react-router";
import { csv, download } from "./csv";
import { fits, parseFilter } from "./filter";
import { grouped } from "./words";

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

/** How somebody looks at a list. */
export interface ListView {
  filter: string;
  sort: { key: string; down: boolean } | null;
  hidden: string[];
}

export function usualView<T>(columns: Column<T>[]): ListView {
  return { filter: "", sort: null, hidden: columns.filter((c) => c.hidden).map((c) => c.key) };
}

interface Props<T> {
  name: string;
  rows: T[];
  columns: Column<T>[];
  id: (row: T) => string;
  /** Where a click on a row leads; without one, nowhere. */
  link?: (row: T) => string;
  empty: ReactNode;
  /** Kept outside, where views are saved. */
  view?: ListView;
  onView?: (view: ListView) => void;
  /** The chosen rows by id; without them, nothing can be chosen. */
  chosen?: Set<string>;
  onChoose?: (chosen: Set<string>) => void;
  mayChoose?: (row: T) => boolean;
  /** More tools beside filter and columns. */
  tools?: ReactNode;
  /** Whether cells may take several lines, for lists whose point is their sentences. */
  wrap?: boolean;
  /** In place of the export of what is seen. */
  onExport?: (found: T[]) => void;
}

/** A list of up to thousands of rows: filter, sort, choice of columns and rows, keyboard, export. */
export function DataList<T>(props: Props<T>) {
  const { name, rows, columns, id, link, empty, chosen, onChoose, mayChoose = () => true } = props;
  const [own, setOwn] = useState(() => usualView(columns));
  const view = props.view ?? own;
  const setView = (change: Partial<ListView>) => (props.onView ?? setOwn)({ ...view, ...change });
  const { filter, sort } = view;
  const hidden = new Set(view.hidden);
  const box = useRef<HTMLDivElement>(null);
  const lastChosen = useRef<number | null>(null);
  const navigate = useNavigate();
  const shown = columns.filter((c) => !hidden.has(c.key));
  const tracks = (onChoose ? "34px " : "") + shown.map((c) => c.width).join(" ");

  // Written once for all filters: thousands of rows have tens of thousands of cells.
  const texts = useMemo(
    () =>
      rows.map((row) => {
        const cells: Record<string, string> = {};
        for (const c of columns) {
          cells[c.key] = c.text(row).toLowerCase();
        }
        return { row, cells, all: Object.values(cells).join("\n") };
      }),
    [rows, columns],
  );

  const found = useMemo(() => {
    const conditions = parseFilter(
      filter,
      columns.map((c) => c.key),
    );
    const hits = texts.filter((t) => fits(conditions, t.cells, t.all));
    const column = columns.find((c) => c.key === sort?.key);
    if (column && sort) {
      const order = column.order;
      const keyed = hits.map((t) => ({ t, by: order ? order(t.row) : t.cells[column.key]! }));
      keyed.sort((a, b) => (a.by < b.by ? -1 : a.by > b.by ? 1 : 0) * (sort.down ? -1 : 1));
      return keyed.map((k) => k.t.row);
    }
    return hits.map((t) => t.row);
  }, [texts, columns, filter, sort]);
  const virtual = useVirtualizer({
    count: found.length,
    getScrollElement: () => box.current,
    estimateSize: () => 35,
    // Heights belong to rows, which change their places when others come in between.
    getItemKey: (index) => id(found[index]!),
    overscan: 12,
  });

  function focusRow(index: number) {
    const to = Math.max(0, Math.min(found.length - 1, index));
    virtual.scrollToIndex(to);
    requestAnimationFrame(() => box.current?.querySelector<HTMLElement>(`[data-index="${to}"]`)?.focus());
  }

  function onKey(event: KeyboardEvent, index: number) {
    const row = found[index]!;
    const page = Math.max(1, Math.floor((box.current?.clientHeight ?? 350) / 35) - 1);
    const to = {
      ArrowDown: index + 1,
      ArrowUp: index - 1,
      PageDown: index + page,
      PageUp: index - page,
      Home: 0,
      End: found.length - 1,
    }[event.key];
    if (to !== undefined) {
      event.preventDefault();
      focusRow(to);
    } else if (event.key === "Enter" && link && event.target === event.currentTarget) {
      navigate(link(row));
    } else if (event.key === " " && onChoose && event.target === event.currentTarget) {
      event.preventDefault();
      choose(index, event.shiftKey);
    }
  }

  /** With the shift key, everything from the row that was chosen before. */
  function choose(index: number, upToHere: boolean) {
    const next = new Set(chosen);
    const add = !next.has(id(found[index]!));
    const from = upToHere && lastChosen.current !== null ? lastChosen.current : index;
    for (let i = Math.min(from, index); i <= Math.max(from, index); i++) {
      const row = found[i];
      if (row && mayChoose(row)) {
        if (add) {
          next.add(id(row));
        } else {
          next.delete(id(row));
        }
      }
    }
    lastChosen.current = index;
    onChoose?.(next);
  }

  const choosable = onChoose ? found.filter(mayChoose) : [];
  const allChosen = choosable.length > 0 && choosable.every((r) => chosen?.has(id(r)));

  function chooseAll() {
    const next = new Set(chosen);
    choosable.forEach((r) => (allChosen ? next.delete(id(r)) : next.add(id(r))));
    onChoose?.(next);
  }

  function open(event: MouseEvent, row: T) {
    if (link && !(event.target instanceof HTMLElement && event.target.closest("a, button, input, label"))) {
      navigate(link(row));
    }
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
          title={`All words have to be there; -word must not; ${columns[1]?.key ?? columns[0]!.key}:word looks in one column only`}
          onChange={(e) => setView({ filter: e.target.value })}
        />
        <span className="count" role="status">
          {found.length < rows.length && `${grouped(found.length)} of `}
          {grouped(rows.length)} {name}
        </span>
        <div className="right">
          {props.tools}
          <Dropdown autoClose="outside">
            <Dropdown.Toggle variant="link">Columns</Dropdown.Toggle>
            <Dropdown.Menu align="end" className="column-menu">
              {columns.map((c) => (
                <Dropdown.Item
                  key={c.key}
                  as="button"
                  onClick={() =>
                    setView({
                      hidden: hidden.has(c.key) ? view.hidden.filter((k) => k !== c.key) : [...view.hidden, c.key],
                    })
                  }
                  aria-pressed={!hidden.has(c.key)}
                >
                  {hidden.has(c.key) ? "Show" : "Hide"} {c.title.toLowerCase()}
                </Dropdown.Item>
              ))}
            </Dropdown.Menu>
          </Dropdown>
          <button
            type="button"
            className="btn btn-link"
            onClick={() =>
              props.onExport
                ? props.onExport(found)
                : download(
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
          {onChoose && (
            <div role="columnheader" className="choice">
              <Form.Check
                aria-label={`Choose all ${choosable.length} ${name} that are listed`}
                checked={allChosen}
                onChange={chooseAll}
              />
            </div>
          )}
          {shown.map((c) => (
            <div
              key={c.key}
              role="columnheader"
              aria-sort={sort?.key !== c.key ? undefined : sort.down ? "descending" : "ascending"}
            >
              <button
                type="button"
                onClick={() => setView({ sort: { key: c.key, down: sort?.key === c.key && !sort.down } })}
              >
                {c.title}
                {sort?.key === c.key && (sort.down ? " ↓" : " ↑")}
              </button>
            </div>
          ))}
        </div>
        {found.length === 0 && (
          <p className="empty">
            Nothing fits “{filter}”.{" "}
            <button type="button" className="btn btn-link" onClick={() => setView({ filter: "" })}>
              Show all
            </button>
          </p>
        )}
        <div role="rowgroup" style={{ height: virtual.getTotalSize(), position: "relative" }}>
          {virtual.getVirtualItems().map((item) => {
            const row = found[item.index]!;
            const isChosen = chosen?.has(id(row)) ?? false;
            return (
              <div
                key={id(row)}
                ref={props.wrap ? virtual.measureElement : undefined}
                className={`row-line${isChosen ? " chosen" : ""}${props.wrap ? " wrap" : ""}`}
                role="row"
                tabIndex={0}
                data-index={item.index}
                aria-rowindex={item.index + 2}
                aria-selected={onChoose ? isChosen : undefined}
                style={{
                  gridTemplateColumns: tracks,
                  position: "absolute",
                  left: 0,
                  right: 0,
                  transform: `translateY(${item.start}px)`,
                  cursor: link ? "pointer" : undefined,
                }}
                onClick={(e) => open(e, row)}
                onKeyDown={(e) => onKey(e, item.index)}
              >
                {onChoose && (
                  <div role="cell" className="choice">
                    <Form.Check
                      aria-label={`Choose ${id(row)}`}
                      checked={isChosen}
                      disabled={!mayChoose(row)}
                      tabIndex={-1}
                      onClick={(e) => choose(item.index, e.shiftKey)}
                      onChange={() => undefined}
                    />
                  </div>
                )}
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
