import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link, useParams } from "react-router";
import { asProblem } from "../api/client";
import type { CheckSet, Topic } from "../api/types";
import { useMay } from "../session/session";
import { ErrorBlock, Loading } from "../ui/Messages";
import { Removal } from "../ui/Removal";
import { count, deviceRoles } from "../ui/words";
import { LibraryNav } from "./LibraryNav";
import { useCheckSets, useLibraryChecks, usePlatforms } from "./queries";
import { setWords, topicWords } from "./sets";
import { type Named, NamedFields } from "./NamedFields";
import { useKept } from "./useKept";

/** Checks that belong together, and the changes for which they are proposed. */
export function CheckSetsPage() {
  const { id } = useParams();
  const may = useMay("WRITE_LIBRARY");
  const sets = useCheckSets();
  const shown = sets.data?.find((s) => String(s.id) === id);
  return (
    <>
      <LibraryNav />
      <div className="head">
        <h1>Sets of checks</h1>
        <span className="soft">Proposed for a change by what it touches, and on which devices.</span>
        <div className="actions">
          {may && (
            <Link to="/library/sets/new" className="btn btn-primary">
              Make a set
            </Link>
          )}
        </div>
      </div>
      {sets.error && <ErrorBlock error={sets.error} />}
      {!sets.data && !sets.error && <Loading />}
      {sets.data && (
        <div className="cols">
          <section>
            {sets.data.length === 0 && (
              <p className="empty">
                There is no set yet. A set says, for example, that a change of routing on a gateway looks at its
                neighbours.
              </p>
            )}
            {sets.data.map((s) => (
              <div key={s.id} className={`item${String(s.id) === id ? " chosen" : ""}`}>
                <div>
                  <Link to={`/library/sets/${s.id}`}>{s.name}</Link>
                  <div className="soft">{setWords(s)}</div>
                </div>
                <span className="when">{count(s.checks.length, "check")}</span>
              </div>
            ))}
          </section>
          <section>
            {id === "new" && <SetForm key="new" set={null} />}
            {shown && <SetForm key={`${shown.id}-${shown.version}`} set={shown} />}
            {!id && sets.data.length > 0 && <p className="empty">Choose a set to see its checks.</p>}
            {id && id !== "new" && !shown && <p className="empty">There is no such set any more.</p>}
          </section>
        </div>
      )}
    </>
  );
}

function SetForm({ set }: { set: CheckSet | null }) {
  const may = useMay("WRITE_LIBRARY");
  const checks = useLibraryChecks().data ?? [];
  const platforms = usePlatforms().data ?? [];
  const [named, setNamed] = useState<Named>({ name: set?.name ?? "", description: set?.description ?? "" });
  const [topics, setTopics] = useState<string[]>(set?.topics ?? []);
  const [roles, setRoles] = useState(set?.roles ?? []);
  const [profiles, setProfiles] = useState(set?.platforms ?? []);
  const [members, setMembers] = useState(set?.checks ?? []);
  const { save, remove } = useKept("/api/check-sets", "check-sets", "/library/sets", set);
  const problem = save.error ? asProblem(save.error) : null;
  const at = (field: string) => problem?.at(field)[0]?.message;

  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate({ ...named, topics, roles, platforms: profiles, checks: members });
  }

  const choice = (
    legend: string,
    none: string,
    all: [string, string][],
    chosen: string[],
    choose: (c: string[]) => void,
  ) => (
    <fieldset className="mb-2">
      <legend className="fs-6 mb-0">{legend}</legend>
      {all.map(([value, word]) => (
        <Form.Check
          inline
          key={value}
          id={`${legend}-${value}`}
          label={word}
          disabled={!may}
          checked={chosen.includes(value)}
          onChange={(e) => choose(e.target.checked ? [...chosen, value] : chosen.filter((c) => c !== value))}
        />
      ))}
      {chosen.length === 0 && <span className="soft">{none}</span>}
    </fieldset>
  );

  return (
    <form onSubmit={submit} noValidate>
      <h2>{set ? `What it says, version ${set.version}` : "A new set"}</h2>
      {problem && problem.errors.length === 0 && <ErrorBlock error={problem} />}
      <NamedFields
        of="set"
        named={named}
        set={setNamed}
        disabled={!may}
        nameError={at("name")}
        descriptionLabel="What it is good for"
      />
      {choice(
        "When a change touches",
        "none chosen: for every change",
        Object.entries(topicWords) as [Topic, string][],
        topics,
        setTopics,
      )}
      {choice(
        "On devices of the role",
        "none chosen: of every role",
        deviceRoles.map((r) => [r, r]),
        roles,
        setRoles,
      )}
      {choice(
        "And of the platform",
        "none chosen: of every platform",
        platforms.map((p) => [p.name, p.name]),
        profiles,
        setProfiles,
      )}
      <fieldset className="mb-2">
        <legend className="fs-6 mb-0">Its checks</legend>
        {checks.map((c) => (
          <Form.Check
            key={c.id}
            id={`member-${c.id}`}
            label={
              <>
                {c.name} <span className="soft">· {c.expected}</span>
              </>
            }
            disabled={!may}
            checked={members.includes(c.name)}
            onChange={(e) => setMembers(e.target.checked ? [...members, c.name] : members.filter((m) => m !== c.name))}
          />
        ))}
        {at("checks") && <div className="harm">{at("checks")}</div>}
      </fieldset>
      {may && (
        <div className="d-flex gap-2 mt-3 mb-2">
          <Button type="submit" disabled={save.isPending || !named.name.trim() || members.length === 0}>
            {set ? "Save" : "Add the set"}
          </Button>
          {set && (
            <span className="ms-auto">
              <Removal name={set.name} note="Its checks stay." busy={remove.isPending} remove={() => remove.mutate()} />
            </span>
          )}
        </div>
      )}
      {remove.error && <ErrorBlock error={remove.error} />}
    </form>
  );
}
