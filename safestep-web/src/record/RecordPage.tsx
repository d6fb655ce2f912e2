import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link, useSearchParams } from "react-router";
import { api, asProblem, told } from "../api/client";
import { keys } from "../api/keys";
import type { RecordedEntry } from "../api/types";
import { usePerson } from "../session/session";
import { Field } from "../ui/Field";
import { ErrorBlock, Loading } from "../ui/Messages";
import { clockSeconds } from "../ui/time";
import { type Choice, choiceOf, exportAddress, isAll, paramsOf, queryOf } from "./choice";
import { Days } from "./Days";
import { RecordNav } from "./RecordNav";

/** Everything that was ever done: who, what, when, about what. */
export function RecordPage() {
  const [params, setParams] = useSearchParams();
  const choice = choiceOf(params);
  const asked = JSON.stringify(paramsOf(choice));
  const found = useInfiniteQuery({
    queryKey: keys.recordChosen(asked),
    queryFn: ({ pageParam }) =>
      told(
        api.GET("/api/record/entries", {
          params: { query: { ...queryOf(choice), ...(pageParam ? { before: pageParam } : {}) } },
        }),
      ),
    initialPageParam: null as number | null,
    getNextPageParam: (last) => last.next,
  });
  const entries = found.data?.pages.flatMap((p) => p.entries) ?? [];
  const problem = found.error ? asProblem(found.error) : null;
  return (
    <>
      <RecordNav />
      <div className="head">
        <h1>Record</h1>
        <span className="soft">
          Everything that was done, newest first. What is altered in it or taken out shows under Proof.
        </span>
        <div className="ms-auto d-flex gap-3">
          <Exports choice={choice} />
        </div>
      </div>
      <Chooser
        key={asked}
        choice={choice}
        choose={(next) => setParams(paramsOf(next))}
        wrong={(field) => problem?.at(field)[0]?.message}
      />
      {problem && problem.errors.length === 0 && <ErrorBlock error={problem} />}
      {!found.data && !found.error && <Loading />}
      {found.data && entries.length === 0 && !found.hasNextPage && (
        <p className="empty">
          Nothing of the record is like this. {!isAll(choice) && <Link to="/record">See all of it</Link>}
        </p>
      )}
      <Days
        entries={entries}
        titles={["Time", "Person", "About", "What", "Detail"]}
        className="whole"
        row={(entry) => <Entry key={entry.number} entry={entry} />}
      />
      {found.hasNextPage && (
        <Button variant="outline-primary" disabled={found.isFetchingNextPage} onClick={() => found.fetchNextPage()}>
          {found.isFetchingNextPage ? "Reading …" : "Older"}
        </Button>
      )}
    </>
  );
}

function Entry({ entry }: { entry: RecordedEntry }) {
  return (
    <tr>
      <td className="mono" title={`Entry ${entry.number}`}>
        {clockSeconds(entry.at)}
      </td>
      <td>
        <Link to={`/record?person=${encodeURIComponent(entry.person)}`} title={`All that ${entry.person} did`}>
          {entry.personName ?? (entry.person === "safe-step" ? "Safe Step" : entry.person)}
        </Link>
      </td>
      <td>
        <About entry={entry} />
      </td>
      <td>{entry.action}</td>
      <td className="detail">{entry.detail}</td>
    </tr>
  );
}

function About({ entry }: { entry: RecordedEntry }) {
  if (entry.change) {
    return (
      <Link className="mono" to={`/changes/${entry.subject.slice(3)}`}>
        {entry.subject}
      </Link>
    );
  }
  if (entry.device) {
    return (
      <Link className="mono" to={`/devices/${entry.subject}`}>
        {entry.subject}
      </Link>
    );
  }
  return <>{entry.subject}</>;
}

function Exports({ choice }: { choice: Choice }) {
  const person = usePerson();
  return (
    <>
      <a className="btn btn-link p-0" href={exportAddress(choice, "CSV")} download>
        Export as CSV
      </a>
      {person.scope === null && (
        <a
          className="btn btn-link"
          href={exportAddress(choice, "JSON_LINES")}
          download
          title="With the hashes of all entries; ./safestep record verify proves it without the server"
        >
          Export with proof
        </a>
      )}
    </>
  );
}

interface ChooserProps {
  choice: Choice;
  choose: (next: Choice) => void;
  wrong: (field: string) => string | undefined;
}

function Chooser({ choice, choose, wrong }: ChooserProps) {
  const [typed, setTyped] = useState(choice);
  const choices = useQuery({
    queryKey: keys.recordChoices,
    queryFn: () => told(api.GET("/api/record/choices")),
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    choose(typed);
  }
  const now = (part: Partial<Choice>) => choose({ ...typed, ...part });
  return (
    <form className="record-choice" onSubmit={submit} role="search" aria-label="What of the record to see">
      <Field id="subject" label="About" className="">
        <Form.Control
          type="search"
          maxLength={60}
          placeholder="CR-1001, a device, …"
          value={typed.subject}
          onChange={(e) => setTyped({ ...typed, subject: e.target.value })}
        />
      </Field>
      <Field id="person" label="Person" className="">
        <Form.Select value={typed.person} onChange={(e) => now({ person: e.target.value })}>
          <option value="">Everybody</option>
          {withOwn(choices.data?.people, typed.person).map((login) => (
            <option key={login}>{login}</option>
          ))}
        </Form.Select>
      </Field>
      <Field id="action" label="What" className="">
        <Form.Select value={typed.action} onChange={(e) => now({ action: e.target.value })}>
          <option value="">Anything</option>
          {withOwn(choices.data?.actions, typed.action).map((action) => (
            <option key={action}>{action}</option>
          ))}
        </Form.Select>
      </Field>
      <Field id="from" label="From" className="">
        <Form.Control type="date" value={typed.from} max="9999-12-31" onChange={(e) => now({ from: e.target.value })} />
      </Field>
      <Field id="to" label="To" className="" error={wrong("until")}>
        <Form.Control type="date" value={typed.to} max="9999-12-31" onChange={(e) => now({ to: e.target.value })} />
      </Field>
      <Field id="words" label="With the words" className="" error={wrong("words")}>
        <Form.Control
          type="search"
          maxLength={200}
          value={typed.words}
          onChange={(e) => setTyped({ ...typed, words: e.target.value })}
        />
      </Field>
      <Button type="submit">Find</Button>
      {!isAll(choice) && <Link to="/record">All of it</Link>}
      {choice.subject && !/^CR-\d+$/i.test(choice.subject) && (
        <Form.Check
          id="changes"
          label={`With the changes that touch ${choice.subject}`}
          checked={typed.changes}
          onChange={(e) => now({ changes: e.target.checked })}
        />
      )}
    </form>
  );
}

/** What stands in the address is among what can be chosen, even when nobody has done it yet. */
const withOwn = (known: string[] | undefined, own: string) =>
  own && !known?.includes(own) ? [own, ...(known ?? [])] : (known ?? []);
