import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link } from "react-router";
import { api, told } from "../api/client";
import type { DriftPolicy, PersonEntry, Team } from "../api/types";
import vocabulary from "../api/vocabulary.json";
import { useMayEverywhere } from "../session/session";
import { ErrorBlock, Loading } from "../ui/Messages";
import { DriftNav } from "./DriftNav";
import { keys } from "../api/keys";
import { useGroups } from "../api/shared";
import { useSave } from "../ui/useSave";
import { Field } from "../ui/Field";

/** What becomes of a change to a device that drifted beside it, and about which nobody has decided. */
const besideChange = vocabulary.undecidedDrift;

/** Who is told too, and how soon somebody has to have decided. */
export function PoliciesPage() {
  const may = useMayEverywhere("WRITE_BACKUPS");
  const policies = useQuery({
    queryKey: keys.driftPolicies,
    queryFn: () => told(api.GET("/api/drift/policies")),
  });
  const groups = useGroups();
  const teams = useQuery({ queryKey: keys.teams, queryFn: () => told(api.GET("/api/teams")) });
  const people = useQuery({ queryKey: keys.people, queryFn: () => told(api.GET("/api/people")) });
  const [group, setGroup] = useState("");
  const error = policies.error ?? groups.error ?? teams.error ?? people.error;
  return (
    <>
      <DriftNav />
      <div className="head">
        <h1>Policies</h1>
        <span className="soft">
          What a group asks for beyond what holds everywhere. No finding is decided by a policy.
        </span>
      </div>
      {error && <ErrorBlock error={error} />}
      {!policies.data && !error && <Loading />}
      {policies.data && teams.data && people.data && (
        <div className="cols">
          <section>
            <h2>Of groups</h2>
            {policies.data.length === 0 && <p className="empty">No group asks for more.</p>}
            {policies.data.map((p) => (
              <div key={p.group} className={`item${p.group === group ? " chosen" : ""}`}>
                <div>
                  <Button variant="link" className="p-0" onClick={() => setGroup(p.group)}>
                    {p.group}
                  </Button>
                  <div className="soft">
                    {[
                      p.team && `the team ${p.team} is told too`,
                      p.person && `${p.person} is told too`,
                      p.decideWithinHours && `decided within ${p.decideWithinHours} h`,
                      p.undecided && besideChange[p.undecided],
                    ]
                      .filter(Boolean)
                      .join("; ") || "nothing yet"}
                  </div>
                </div>
              </div>
            ))}
            {may && (
              <Form.Select
                className="mt-2"
                aria-label="The group"
                value={group}
                onChange={(e) => setGroup(e.target.value)}
              >
                <option value="">Choose a group …</option>
                {groups.data?.map((g) => (
                  <option key={g.name}>{g.name}</option>
                ))}
              </Form.Select>
            )}
            {may && group && (
              <PolicyForm
                key={group}
                group={group}
                policy={policies.data.find((p) => p.group === group) ?? null}
                teams={teams.data}
                people={people.data}
              />
            )}
          </section>
          <section>
            <p className="soft">
              Who is told together is said under <Link to="/settings/teams">Settings, Teams</Link>.
            </p>
          </section>
        </div>
      )}
    </>
  );
}

function PolicyForm({
  group,
  policy,
  teams,
  people,
}: {
  group: string;
  policy: DriftPolicy | null;
  teams: Team[];
  people: PersonEntry[];
}) {
  const client = useQueryClient();
  const [team, setTeam] = useState(policy?.team ?? "");
  const [person, setPerson] = useState(policy?.person ?? "");
  const [hours, setHours] = useState(policy?.decideWithinHours ? String(policy.decideWithinHours) : "");
  const [undecided, setUndecided] = useState<DriftPolicy["undecided"]>(policy?.undecided ?? null);
  const done = (all: DriftPolicy[]) => client.setQueryData(keys.driftPolicies, all);
  const save = useSave({
    mutationFn: () =>
      told(
        api.PUT("/api/drift/policies/{group}", {
          params: { path: { group } },
          body: {
            team: team || null,
            person: person || null,
            decideWithinHours: hours ? Number(hours) : null,
            undecided,
          },
        }),
      ),
    onSuccess: done,
  });
  const remove = useMutation({
    mutationFn: () => told(api.DELETE("/api/drift/policies/{group}", { params: { path: { group } } })),
    onSuccess: done,
  });
  const { problem } = save;
  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate();
  }
  return (
    <form onSubmit={submit} className="mt-2" noValidate>
      <div className="d-flex gap-3 flex-wrap">
        <Field id="policy-team" label="Team told too" className="">
          <Form.Select value={team} onChange={(e) => setTeam(e.target.value)}>
            <option value="">none</option>
            {teams.map((t) => (
              <option key={t.id}>{t.name}</option>
            ))}
          </Form.Select>
        </Field>
        <Field id="policy-person" label="Person told too" className="">
          <Form.Select value={person} onChange={(e) => setPerson(e.target.value)}>
            <option value="">nobody</option>
            {people.map((p) => (
              <option key={p.login} value={p.login}>
                {p.name}
              </option>
            ))}
          </Form.Select>
        </Field>
        <Field id="policy-hours" label="Decided within (hours)" className="">
          <Form.Control type="number" min={1} value={hours} onChange={(e) => setHours(e.target.value)} />
        </Field>
        <Field id="policy-undecided" label="Undecided drift beside a change" className="">
          <Form.Select
            value={undecided ?? ""}
            onChange={(e) => setUndecided((e.target.value || null) as DriftPolicy["undecided"])}
          >
            <option value="">as everywhere</option>
            {Object.entries(besideChange).map(([rule, words]) => (
              <option key={rule} value={rule}>
                {words}
              </option>
            ))}
          </Form.Select>
        </Field>
      </div>
      {problem && (
        <p className="harm" role="alert">
          {problem.message}
        </p>
      )}
      <div className="d-flex gap-2 mt-2">
        <Button type="submit" size="sm" disabled={save.isPending}>
          Save the policy of {group}
        </Button>
        {policy && (
          <Button variant="link" disabled={remove.isPending} onClick={() => remove.mutate()}>
            Remove it
          </Button>
        )}
      </div>
    </form>
  );
}
