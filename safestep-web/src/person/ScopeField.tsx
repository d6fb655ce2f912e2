import { useState } from "react";
import Form from "react-bootstrap/Form";
import { useGroups, useSites } from "../api/shared";
import { acting, type Choice, choiceOf, type DeviceSet, everything, nothing, type Scope, seeing } from "./scope";

interface Props {
  /** Begins the names of its parts, where a page has several. */
  id?: string;
  scope: Scope;
  /** What all of it is called. */
  all?: string;
  /** Whose it is, as in "all that they see". */
  who?: string;
  error: string | undefined;
  set: (scope: Scope) => void;
}

/** For which devices the roles hold: for seeing, and for acting. */
export function ScopeField({ id = "", scope, all = "all devices", who = "they see", error, set }: Props) {
  const [choice, setChoice] = useState(choiceOf(scope));
  return (
    <fieldset className="mb-3" aria-describedby={error ? `${id}scope-wrong` : undefined}>
      <legend className="h3">For which devices</legend>
      <p className="mb-1">Sees</p>
      <Form.Check
        type="radio"
        id={`${id}sees-all`}
        name={`${id}sees`}
        label={all}
        checked={scope.reading.everything}
        onChange={() => set(seeing(everything, scope.acting, choice))}
      />
      <Form.Check
        type="radio"
        id={`${id}sees-some`}
        name={`${id}sees`}
        label="those of sites and groups"
        checked={!scope.reading.everything}
        onChange={() => set(seeing(nothing, scope.acting, choice))}
      />
      {!scope.reading.everything && (
        <Places
          name={`${id}seen`}
          chosen={scope.reading}
          set={(reading) => set(seeing(reading, scope.acting, choice))}
        />
      )}
      <p className="mt-2 mb-1">Acts on</p>
      {(["same", "some", "none"] as Choice[]).map((c) => (
        <Form.Check
          key={c}
          type="radio"
          id={`${id}acts-${c}`}
          name={`${id}acts`}
          label={{ same: `all that ${who}`, some: "some of them", none: "none of them" }[c]}
          checked={choice === c}
          onChange={() => {
            setChoice(c);
            set(acting(scope.reading, c));
          }}
        />
      ))}
      {choice === "some" && (
        <Places
          name={`${id}acted`}
          chosen={scope.acting}
          among={scope.reading.everything ? undefined : scope.reading}
          set={(chosen) => set({ ...scope, acting: chosen })}
        />
      )}
      {error && (
        <div className="invalid-feedback d-block" id={`${id}scope-wrong`}>
          {error}
        </div>
      )}
    </fieldset>
  );
}

const MANY = 12;

interface PlacesProps {
  name: string;
  chosen: DeviceSet;
  /** Only these are offered; all when left out. */
  among?: DeviceSet;
  set: (chosen: DeviceSet) => void;
}

/** Sites and groups to choose from; with a filter where there are many. */
function Places({ name, chosen, among, set }: PlacesProps) {
  const sites = useSites();
  const groups = useGroups();
  const [words, setWords] = useState("");
  const fits = (text: string) => text.toLowerCase().includes(words.trim().toLowerCase());
  const all = [
    ...(sites.data ?? []).map((s) => ({ kind: "sites" as const, id: s.id, word: s.name, hint: "" })),
    ...(groups.data ?? []).map((g) => ({
      kind: "groups" as const,
      id: g.id,
      word: g.name,
      hint: g.ruleInWords ? "group by rule" : "group",
    })),
  ].filter((p) => !among || among[p.kind].includes(p.id));
  const shown = all.filter((p) => fits(p.word));
  function toggle(kind: "sites" | "groups", id: number, on: boolean) {
    set({ ...chosen, [kind]: on ? [...chosen[kind], id] : chosen[kind].filter((c) => c !== id) });
  }
  if (all.length === 0 && sites.data && groups.data) {
    return (
      <p className="soft ms-4">
        {among ? "Choose first what they see." : "There are no sites yet: they come with the first devices."}
      </p>
    );
  }
  return (
    <div className="places ms-4">
      {all.length > MANY && (
        <Form.Control
          size="sm"
          type="search"
          value={words}
          aria-label="Filter sites and groups"
          placeholder="Filter"
          onChange={(e) => setWords(e.target.value)}
        />
      )}
      <div className="places-list">
        {shown.map((p) => (
          <Form.Check
            key={`${p.kind}-${p.id}`}
            id={`${name}-${p.kind}-${p.id}`}
            label={
              <>
                {p.word} {p.hint && <span className="soft">{p.hint}</span>}
              </>
            }
            checked={chosen[p.kind].includes(p.id)}
            onChange={(e) => toggle(p.kind, p.id, e.target.checked)}
          />
        ))}
        {shown.length === 0 && <p className="soft mb-0">None of {all.length} fits.</p>}
      </div>
    </div>
  );
}
