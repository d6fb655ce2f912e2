import type { UseQueryResult } from "@tanstack/react-query";
import { Fragment, type ReactNode, useState } from "react";
import Form from "react-bootstrap/Form";
import { Link, useParams } from "react-router";
import { ErrorBlock, Loading } from "./Messages";
import { count } from "./words";

const MANY = 20;
const MOST = 200;

interface Named {
  id: number;
  name: string;
}

interface Props<T extends Named> {
  title: string;
  /** What these are, in a sentence. */
  sentence: string;
  /** Address of the list; beneath it, each has its number, and a new one is called new. */
  path: string;
  list: UseQueryResult<T[]>;
  /** What the press is called that begins a new one; null for those who may not. */
  add: string | null;
  /** What one is good for, while there is none. */
  none: ReactNode;
  /** What choosing one leads to. */
  choose: ReactNode;
  /** What is said of a number under which there is none. */
  gone: string;
  /** Beneath and beside its name in the list. */
  facts: (one: T) => ReactNode;
  /** At the end of its row. */
  aside: (one: T) => ReactNode;
  /** The form of a new one. */
  blank: ReactNode;
  /** The form of the chosen one; called only when there is one. */
  form: (one: T) => ReactNode;
  /** By which words one is found; its name when left out. */
  words?: (one: T) => string;
  /** Beneath the list. */
  below?: ReactNode;
}

/** A list with the form of the chosen one beside it: the address says which. */
export function Beside<T extends Named>(props: Props<T>) {
  const { title, sentence, path, list, add, none, choose, gone, facts, aside, blank, form, words, below } = props;
  const { id } = useParams();
  const [filter, setFilter] = useState("");
  const shown = list.data?.find((one) => String(one.id) === id);
  const wanted = filter.toLowerCase().split(/\s+/).filter(Boolean);
  const found = (list.data ?? []).filter((one) => {
    const text = (words?.(one) ?? one.name).toLowerCase();
    return wanted.every((word) => text.includes(word));
  });
  return (
    <>
      <div className="head">
        <h1>{title}</h1>
        <span className="soft">{sentence}</span>
        <div className="actions">
          {add && (
            <Link to={`${path}/new`} className="btn btn-primary">
              {add}
            </Link>
          )}
        </div>
      </div>
      {list.error && <ErrorBlock error={list.error} />}
      {!list.data && !list.error && <Loading />}
      {list.data && (
        <div className="cols">
          <section>
            {list.data.length === 0 && <p className="empty">{none}</p>}
            {list.data.length > MANY && (
              <Form.Control
                type="search"
                className="mb-2"
                value={filter}
                placeholder={`Filter ${list.data.length} by name`}
                aria-label="Filter"
                onChange={(e) => setFilter(e.target.value)}
              />
            )}
            {list.data.length > 0 && found.length === 0 && <p className="empty">None fits “{filter}”.</p>}
            {found.slice(0, MOST).map((one) => (
              <div key={one.id} className={`item${one === shown ? " chosen" : ""}`}>
                <div>
                  <Link to={`${path}/${one.id}`}>{one.name}</Link>
                  {facts(one)}
                </div>
                <span className="when">{aside(one)}</span>
              </div>
            ))}
            {found.length > MOST && (
              <p className="soft mt-2">and {count(found.length - MOST, "other")}: filter to find them.</p>
            )}
            {below}
          </section>
          <section>
            {id === "new" && <Fragment key="new">{blank}</Fragment>}
            {shown && <Fragment key={shown.id}>{form(shown)}</Fragment>}
            {!id && list.data.length > 0 && <p className="empty">{choose}</p>}
            {id && id !== "new" && !shown && <p className="empty">{gone}</p>}
          </section>
        </div>
      )}
    </>
  );
}
