import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told, type Schemas } from "../api/client";
import type { CheckSet, Topic } from "../api/types";
import { useMayEverywhere } from "../session/session";
import { ErrorBlock } from "../ui/Messages";
import { Removal } from "../ui/Removal";
import { count, deviceRoles } from "../ui/words";
import { LibraryNav } from "./LibraryNav";
import { useCheckSets, useLibraryChecks } from "./queries";
import { setWords, topicWords } from "./sets";
import { type Named, NamedFields } from "./NamedFields";
import { useKept } from "./useKept";
import { usePlatforms } from "../api/shared";
import { keys } from "../api/keys";
import { Beside } from "../ui/Beside";

/** Checks that belong together, and the changes for which they are proposed. */
export function CheckSetsPage() {
  const may = useMayEverywhere("WRITE_LIBRARY");
  return (
    <>
      <LibraryNav />
      <Beside
        title="Sets of checks"
        sentence="Proposed for a change by what it touches, and on which devices."
        path="/library/sets"
        list={useCheckSets()}
        add={may ? "Make a set" : null}
        none="There is no set yet. A set says, for example, that a change of routing on a gateway looks at its neighbours."
        choose="Choose a set to see its checks."
        gone="There is no such set any more."
        facts={(s) => <div className="soft">{setWords(s)}</div>}
        aside={(s) => count(s.checks.length, "check")}
        blank={<SetForm set={null} />}
        form={(s) => <SetForm key={s.version} set={s} />}
      />
    </>
  );
}

function SetForm({ set }: { set: CheckSet | null }) {
  const may = useMayEverywhere("WRITE_LIBRARY");
  const checks = useLibraryChecks().data ?? [];
  const platforms = usePlatforms().data ?? [];
  const [named, setNamed] = useState<Named>({ name: set?.name ?? "", description: set?.description ?? "" });
  const [topics, setTopics] = useState<Topic[]>(set?.topics ?? []);
  const [roles, setRoles] = useState(set?.roles ?? []);
  const [profiles, setProfiles] = useState(set?.platforms ?? []);
  const [members, setMembers] = useState(set?.checks ?? []);
  const { save, remove } = useKept({
    kept: set,
    key: keys.checkSets,
    page: "/library/sets",
    add: (body: Schemas["CheckSetCheckSetRequest"]) => told(api.POST("/api/check-sets", { body })),
    change: (id, body) => told(api.PUT("/api/check-sets/{id}", { params: { path: { id } }, body })),
    remove: (id) => told(api.DELETE("/api/check-sets/{id}", { params: { path: { id } } })),
  });
  const { at, refusal } = save;

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
      {refusal && <ErrorBlock error={refusal} />}
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
        (chosen) => setTopics(chosen as Topic[]),
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
