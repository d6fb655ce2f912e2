import type { UseQueryResult } from "@tanstack/react-query";
import { Fragment, type ReactNode } from "react";
import { Link, useParams } from "react-router";
import { ErrorBlock, Loading } from "./Messages";

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
  /** Beneath the list. */
  below?: ReactNode;
}

/** A list with the form of the chosen one beside it: the address says which. */
export function Beside<T extends Named>(props: Props<T>) {
  const { title, sentence, path, list, add, none, choose, gone, facts, aside, blank, form, below } = props;
  const { id } = useParams();
  const shown = list.data?.find((one) => String(one.id) === id);
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
            {list.data.map((one) => (
              <div key={one.id} className={`item${one === shown ? " chosen" : ""}`}>
                <div>
                  <Link to={`${path}/${one.id}`}>{one.name}</Link>
                  {facts(one)}
                </div>
                <span className="when">{aside(one)}</span>
              </div>
            ))}
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
