import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { useSearchParams } from "react-router";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import { Field } from "../ui/Field";
import { ErrorBlock, Loading } from "../ui/Messages";
import { clock } from "../ui/time";
import { Days } from "./Days";
import { RecordNav } from "./RecordNav";

const PAGE = 200;

/** Who looked at what. */
export function LooksPage() {
  const [params, setParams] = useSearchParams();
  const person = params.get("person") ?? "";
  const subject = params.get("subject") ?? "";
  const [typed, setTyped] = useState(subject);
  const people = useQuery({
    queryKey: keys.recordChoices,
    queryFn: () => told(api.GET("/api/record/choices")),
  });
  const looks = useInfiniteQuery({
    queryKey: keys.looks(person, subject),
    queryFn: ({ pageParam }) =>
      told(
        api.GET("/api/record/looks", {
          params: { query: { person, subject, ...(pageParam ? { before: pageParam } : {}) } },
        }),
      ),
    initialPageParam: null as number | null,
    getNextPageParam: (last) => (last.length < PAGE ? null : last[last.length - 1]!.id),
  });
  const all = looks.data?.pages.flat() ?? [];
  const ask = (next: { person?: string; subject?: string }) =>
    setParams(Object.fromEntries(Object.entries({ person, subject, ...next }).filter(([, v]) => v)));
  function submit(event: FormEvent) {
    event.preventDefault();
    ask({ subject: typed.trim() });
  }
  return (
    <>
      <RecordNav />
      <div className="head">
        <h1>Who looked</h1>
        <span className="soft">
          Who has seen a change, a device, a backup, a run or a finding: told once an hour, beside the chain of the
          record.
        </span>
      </div>
      <form className="record-choice" onSubmit={submit} role="search" aria-label="Which looks to see">
        <Field id="subject" label="At" className="">
          <Form.Control
            type="search"
            maxLength={60}
            placeholder="CR-1001, a device, …"
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
          />
        </Field>
        <Field id="person" label="Person" className="">
          <Form.Select value={person} onChange={(e) => ask({ person: e.target.value })}>
            <option value="">Everybody</option>
            {people.data?.people.map((login) => (
              <option key={login}>{login}</option>
            ))}
          </Form.Select>
        </Field>
        <Button type="submit">Find</Button>
      </form>
      {looks.error && <ErrorBlock error={looks.error} />}
      {!looks.data && !looks.error && <Loading />}
      {looks.data && all.length === 0 && <p className="empty">Nobody has looked at it.</p>}
      <Days
        entries={all}
        titles={["Time", "Person", "At", "What of it"]}
        row={(look) => (
          <tr key={look.id}>
            <td className="mono">{clock(look.at)}</td>
            <td>{look.person}</td>
            <td className="mono">{look.subject}</td>
            <td>{look.part}</td>
          </tr>
        )}
      />
      {looks.hasNextPage && (
        <Button variant="outline-primary" disabled={looks.isFetchingNextPage} onClick={() => looks.fetchNextPage()}>
          Older
        </Button>
      )}
    </>
  );
}
