import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import type { PersonEntry, Shift, Team, WorkingHours } from "../api/types";
import { useMayEverywhere } from "../session/session";
import { Beside } from "../ui/Beside";
import { Field } from "../ui/Field";
import { Block, ErrorBlock } from "../ui/Messages";
import { SettingsNav } from "../ui/SettingsNav";
import { useSave } from "../ui/useSave";
import { hoursWords } from "./hours";
import { HoursFields } from "./HoursFields";
import { ShiftFields } from "./ShiftFields";
import { TeamProgram } from "./TeamProgram";

/** People who are told things together. */
export function TeamsPage() {
  const may = useMayEverywhere("WRITE_PEOPLE");
  const teams = useQuery({
    queryKey: keys.teams,
    queryFn: () => told(api.GET("/api/teams")),
    refetchInterval: 60_000, // who is on watch changes with time
  });
  const people = useQuery({ queryKey: keys.people, queryFn: () => told(api.GET("/api/people")) });
  const all = people.data ?? [];
  const called = (logins: string[]) => logins.map((m) => all.find((p) => p.login === m)?.name ?? m).join(", ");
  const names = (team: Team) => called(team.members);
  const mayNot = <Block>Making and changing teams takes the role of an administrator.</Block>;
  return (
    <>
      <SettingsNav />
      <Beside
        title="Teams"
        sentence="People who are told things together, and of whom a rule may ask an approval."
        path="/settings/teams"
        list={teams}
        add={may ? "Make a team" : null}
        none="There is no team yet."
        choose={may ? "Choose a team to change who is in it." : mayNot}
        gone="There is no such team."
        facts={(t) => (
          <div className="soft">
            {names(t) || "nobody yet"}
            {t.hours && ` · ${hoursWords(t.hours)}`}
            {t.shifts.length > 0 && ` · on watch now: ${called(t.onWatch) || "nobody"}`}
          </div>
        )}
        aside={() => ""}
        blank={may ? <TeamForm team={null} people={all} /> : mayNot}
        form={(t) =>
          may ? (
            <>
              <TeamForm team={t} people={all} />
              <TeamProgram key={t.id} team={t} />
            </>
          ) : (
            mayNot
          )
        }
      />
    </>
  );
}

function TeamForm({ team, people }: { team: Team | null; people: PersonEntry[] }) {
  const client = useQueryClient();
  const [name, setName] = useState(team?.name ?? "");
  const [members, setMembers] = useState<string[]>(team?.members ?? []);
  const [hours, setHours] = useState<WorkingHours | null>(team?.hours ?? null);
  const [shifts, setShifts] = useState<Shift[]>(team?.shifts ?? []);
  const save = useSave({
    mutationFn: () =>
      team
        ? told(
            api.PUT("/api/teams/{id}", { params: { path: { id: team.id } }, body: { name, members, hours, shifts } }),
          )
        : told(api.POST("/api/teams", { body: { name, members, hours, shifts } })),
    onSuccess: () => {
      if (!team) {
        setName("");
        setMembers([]);
        setHours(null);
        setShifts([]);
      }
      return client.invalidateQueries({ queryKey: keys.teams });
    },
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate();
  }
  return (
    <form onSubmit={submit} noValidate>
      <h2>{team ? team.name : "A new team"}</h2>
      <Field id="team-name" label="Name" error={save.at("name")}>
        <Form.Control value={name} maxLength={60} onChange={(e) => setName(e.target.value)} />
      </Field>
      <fieldset className="mb-3">
        <legend className="h3">Who is in it</legend>
        <div className="places-list">
          {people.map((p) => (
            <Form.Check
              key={p.login}
              id={`member-${p.login}`}
              label={p.name}
              checked={members.includes(p.login)}
              onChange={(e) =>
                setMembers(e.target.checked ? [...members, p.login] : members.filter((m) => m !== p.login))
              }
            />
          ))}
        </div>
      </fieldset>
      <HoursFields hours={hours} set={setHours} at={save.at} />
      <ShiftFields
        shifts={shifts}
        set={setShifts}
        members={people.filter((p) => members.includes(p.login))}
        at={save.at}
      />
      <div className="d-flex gap-3 align-items-center">
        <Button type="submit" disabled={!name.trim() || save.isPending}>
          {team ? "Save" : "Make it"}
        </Button>
        {save.isSuccess && (
          <span role="status" className="soft">
            Saved.
          </span>
        )}
      </div>
      {save.refusal && <ErrorBlock error={save.refusal} />}
    </form>
  );
}
