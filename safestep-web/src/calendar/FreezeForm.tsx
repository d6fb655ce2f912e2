import { useState } from "react";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import { zoneName } from "../ui/time";
import { useGroups, useSites } from "../api/shared";
import { useMoved } from "../api/keys";
import { useSave } from "../ui/useSave";
import { Field } from "../ui/Field";
import { AddingModal, Again } from "./AddingModal";

const rules = {
  "FREQ=DAILY": "every day",
  "FREQ=WEEKLY": "every week on this day",
  "FREQ=YEARLY": "every year on this day",
};

const empty = { name: "", reason: "", begins: "", ends: "", recurrence: "" };

/** Adding a stretch of time in which changes may not run. */
export function FreezeForm({ close }: { close: () => void }) {
  const [form, setForm] = useState(empty);
  const [whole, setWhole] = useState(true);
  const [sites, setSites] = useState<string[]>([]);
  const [groups, setGroups] = useState<string[]>([]);
  const [unsaid, setUnsaid] = useState(false);
  const knownSites = useSites();
  const knownGroups = useGroups();
  const moved = useMoved();
  const add = useSave({
    mutationFn: () =>
      told(
        api.POST("/api/freezes", {
          body: {
            ...form,
            recurrence: form.recurrence || null,
            sites: whole ? [] : sites,
            groups: whole ? [] : groups,
          },
        }),
      ),
    onSuccess: () => {
      close();
      return moved.calendar();
    },
  });

  const field = (key: keyof typeof form, label: string, type: string) => (
    <Field id={`freeze-${key}`} label={label} error={add.at(key)}>
      <Form.Control
        type={type}
        as={type === "textarea" ? "textarea" : "input"}
        maxLength={type === "text" ? 80 : type === "textarea" ? 500 : undefined}
        value={form[key]}
        onChange={(e) => setForm({ ...form, [key]: e.target.value })}
      />
    </Field>
  );
  const choice = (id: string, label: string, key: string, chosen: string[], set: (some: string[]) => void) => (
    <Form.Check
      key={id}
      inline
      id={id}
      label={label}
      checked={chosen.includes(key)}
      onChange={(e) => set(e.target.checked ? [...chosen, key] : chosen.filter((c) => c !== key))}
    />
  );
  function send() {
    // Nothing chosen would be taken for everything.
    const nothing = !whole && sites.length === 0 && groups.length === 0;
    setUnsaid(nothing);
    if (!nothing) {
      add.mutate();
    }
  }
  return (
    <AddingModal of="freeze" title="Add a freeze" refusal={add.refusal} busy={add.isPending} send={send} close={close}>
      {field("name", "Name", "text")}
      {field("reason", "Why nothing may be changed then", "textarea")}
      {field("begins", `Begins (${zoneName()})`, "datetime-local")}
      {field("ends", "Ends", "datetime-local")}
      <Again
        of="freeze"
        value={form.recurrence}
        error={add.at("recurrence")}
        rules={rules}
        choose={(recurrence) => setForm({ ...form, recurrence })}
      />
      <fieldset>
        <legend className="form-label fs-6">Holds for</legend>
        <Form.Check
          type="radio"
          name="freeze-scope"
          id="freeze-whole"
          label="the whole network"
          checked={whole}
          onChange={() => setWhole(true)}
        />
        <Form.Check
          type="radio"
          name="freeze-scope"
          id="freeze-some"
          label="some sites and groups"
          checked={!whole}
          onChange={() => setWhole(false)}
        />
        {!whole && (
          <div className="mt-1">
            {knownSites.data?.map((s) => choice(`freeze-site-${s.code}`, s.name, s.code, sites, setSites))}
            {knownGroups.data?.map((g) => choice(`freeze-group-${g.id}`, `group ${g.name}`, g.name, groups, setGroups))}
          </div>
        )}
        {unsaid && (
          <div className="invalid-feedback d-block">Choose at least one site or group, or the whole network.</div>
        )}
      </fieldset>
    </AddingModal>
  );
}
