import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import type { Team, TeamProgramMessage } from "../api/types";
import { Field } from "../ui/Field";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { useSave } from "../ui/useSave";
import { count } from "../ui/words";

/** Where the program of a team is told what its people are told of changes. */
export function TeamProgram({ team }: { team: Team }) {
  const params = { path: { id: team.id } };
  const client = useQueryClient();
  const program = useQuery({
    queryKey: keys.programOfTeam(team.id),
    queryFn: async () => (await told(api.GET("/api/teams/{id}/program", { params }))) ?? null,
    refetchInterval: 10_000,
  });
  const again = () => client.invalidateQueries({ queryKey: keys.programOfTeam(team.id) });
  const [typed, setTyped] = useState<string | null>(null);
  const [key, setKey] = useState<string | null>(null);
  const [asking, setAsking] = useState<"key" | "remove" | null>(null);
  const address = typed ?? program.data?.address ?? "";
  const save = useSave({
    mutationFn: () => told(api.PUT("/api/teams/{id}/program", { params, body: { address } })),
    onSuccess: (made) => {
      setKey(made?.key ?? null);
      setTyped(null);
      return again();
    },
  });
  const renew = useSave({
    mutationFn: () => told(api.POST("/api/teams/{id}/program/key", { params })),
    onSuccess: (made) => {
      setKey(made.key);
      setAsking(null);
      return again();
    },
  });
  const trial = useSave({ mutationFn: () => told(api.POST("/api/teams/{id}/program/trial", { params })) });
  const remove = useSave({
    mutationFn: () => told(api.DELETE("/api/teams/{id}/program", { params })),
    onSuccess: () => {
      setKey(null);
      setTyped(null);
      setAsking(null);
      return again();
    },
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate();
  }
  const there = program.data;
  return (
    <section className="mt-4" aria-labelledby="team-program">
      <h3 id="team-program">A program that is told</h3>
      <p className="soft">
        What people of {team.name} are told of changes is sent to this address as well: the words and a link, no lines,
        no devices. Each message is signed, so that the program knows from whom it comes. Nothing is decided by it.
      </p>
      {program.error && <ErrorBlock error={program.error} />}
      {program.isPending && <Loading />}
      {program.isSuccess && (
        <form onSubmit={submit} noValidate>
          <Field id="program-address" label="Address" error={save.at("address")}>
            <Form.Control
              type="url"
              inputMode="url"
              className="mono"
              value={address}
              maxLength={500}
              placeholder="https://messages.ferries.example/network"
              onChange={(e) => setTyped(e.target.value)}
            />
          </Field>
          <div className="d-flex gap-3 align-items-center flex-wrap">
            <Button type="submit" disabled={!address.trim() || address === there?.address || save.isPending}>
              {there ? "Save the address" : "Tell a program"}
            </Button>
            {there && (
              <>
                <Button variant="outline-primary" disabled={trial.isPending} onClick={() => trial.mutate()}>
                  Send a trial
                </Button>
                {asking === null && (
                  <>
                    <Button variant="link" onClick={() => setAsking("key")}>
                      Make another key …
                    </Button>
                    <Button variant="link" onClick={() => setAsking("remove")}>
                      Remove it …
                    </Button>
                  </>
                )}
                {asking === "key" && (
                  <Button variant="danger" disabled={renew.isPending} onClick={() => renew.mutate()}>
                    Make another key, the one there is ends now
                  </Button>
                )}
                {asking === "remove" && (
                  <Button variant="danger" disabled={remove.isPending} onClick={() => remove.mutate()}>
                    Tell it nothing more
                  </Button>
                )}
                {asking !== null && (
                  <Button variant="link" onClick={() => setAsking(null)}>
                    Leave it as it is
                  </Button>
                )}
              </>
            )}
          </div>
          {[save, renew, trial, remove].map((s, i) => s.refusal && <ErrorBlock key={i} error={s.refusal} />)}
          {trial.data && (
            <p role="status" className={trial.data.taken ? "mt-2" : "mt-2 harm"}>
              {trial.data.words}
            </p>
          )}
          {key && (
            <div className="mt-2">
              <Block>
                The key of its messages, shown this once: <code className="mono">{key}</code>. Give it to whoever runs
                the program. The key before, if there was one, is worth nothing now.
              </Block>
            </div>
          )}
          {there && (
            <p className="soft mt-2">
              Signed as <code className="mono">{there.keyId}</code>. Set by {there.setBy}, {dayAndTime(there.setAt)}.
            </p>
          )}
          {there && <Told messages={there.newest} />}
        </form>
      )}
    </section>
  );
}

function Told({ messages }: { messages: TeamProgramMessage[] }) {
  if (messages.length === 0) {
    return <p className="empty">It has been told nothing yet.</p>;
  }
  return (
    <table className="table mt-3">
      <thead>
        <tr>
          <th>Told</th>
          <th>What</th>
          <th>Taken</th>
        </tr>
      </thead>
      <tbody>
        {messages.map((m, i) => (
          <tr key={i}>
            <td>{dayAndTime(m.at)}</td>
            <td>{m.words}</td>
            <td>{taken(m)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function taken(m: TeamProgramMessage) {
  if (m.takenAt) {
    return dayAndTime(m.takenAt);
  }
  return m.givenUp ? (
    <span className="harm">
      given up after {count(m.attempts, "attempt")}. {m.problem}
    </span>
  ) : (
    <>
      not yet{m.attempts > 0 && `, ${count(m.attempts, "attempt")}`}. {m.problem}
    </>
  );
}
