import { useState } from "react";
import Form from "react-bootstrap/Form";
import { useGroups, useSites } from "../api/shared";
import type { StandardBounds, ValueBound, Variable } from "../api/types";
import vocabulary from "../api/vocabulary.json";
import { useLibraryChecks } from "../library/queries";
import { Choices } from "../ui/Choices";
import { Field } from "../ui/Field";
import { anyValue, boundKinds, valuesIn } from "./standard";

interface Props {
  bounds: StandardBounds;
  variables: Variable[];
  windows: { id: number; name: string }[];
  set: (part: Partial<StandardBounds>) => void;
  at: (field: string) => string | undefined;
}

/** For what it is to be approved: devices, values, checks, windows, how many at once. */
export function BoundFields({ bounds, variables, windows, set, at }: Props) {
  const sites = useSites().data ?? [];
  const groups = useGroups().data ?? [];
  const checks = useLibraryChecks().data ?? [];
  return (
    <>
      <h2 className="mt-4">Bounds</h2>
      <Choices
        legend="Role of a device"
        all={Object.values(vocabulary.deviceRoles).map((w) => [w, w] as const)}
        chosen={bounds.roles}
        set={(roles) => set({ roles })}
      />
      <Choices
        legend="Site"
        all={sites.map((s) => [s.id, s.name] as const)}
        chosen={bounds.sites}
        set={(chosen) => set({ sites: chosen })}
      />
      <Choices
        legend="Group"
        all={groups.map((g) => [g.id, g.name] as const)}
        chosen={bounds.groups}
        set={(chosen) => set({ groups: chosen })}
      />
      <div className="d-flex gap-3">
        <Field id="standard-most" label="Devices in one change, at most" error={at("bounds.mostDevices")}>
          <Form.Control
            type="number"
            min={1}
            max={200}
            value={bounds.mostDevices}
            onChange={(e) => set({ mostDevices: Number(e.target.value) })}
          />
        </Field>
        <Field id="standard-once" label="At once, at most" error={at("bounds.mostAtOnce")}>
          <Form.Control
            type="number"
            min={1}
            max={200}
            value={bounds.mostAtOnce}
            onChange={(e) => set({ mostAtOnce: Number(e.target.value) })}
          />
        </Field>
      </div>
      {variables
        .filter((v) => v.type !== "SECRET")
        .map((v) => (
          <ValueBoundFields
            key={v.name}
            variable={v}
            bound={bounds.values[v.name] ?? anyValue}
            set={(bound) => {
              const others = Object.fromEntries(Object.entries(bounds.values).filter(([name]) => name !== v.name));
              set({ values: bound.kind === "ANY" ? others : { ...others, [v.name]: bound } });
            }}
          />
        ))}
      <Choices
        legend="Checks that every use has"
        all={checks.map((c) => [c.name, c.name] as const)}
        chosen={bounds.checks}
        set={(chosen) => set({ checks: chosen })}
        wrong={at("checks")}
        none="none beside those of services"
      />
      <Choices
        legend="Windows"
        all={windows.map((w) => [w.id, w.name] as const)}
        chosen={bounds.windows}
        set={(chosen) => set({ windows: chosen })}
      />
    </>
  );
}

const numberOf = (text: string) => (text.trim() === "" ? null : Number(text));

interface BoundProps {
  variable: Variable;
  bound: ValueBound;
  set: (bound: ValueBound) => void;
}

/** Which values of a variable. */
function ValueBoundFields({ variable, bound, set }: BoundProps) {
  const id = `bound-${variable.name}`;
  return (
    <div className="d-flex gap-3 align-items-start">
      <Field id={id} label={<span className="mono">{variable.name}</span>} className="mb-2 flex-fill">
        <Form.Select
          value={bound.kind}
          onChange={(e) => set({ ...anyValue, kind: e.target.value as ValueBound["kind"] })}
        >
          {boundKinds.map(([kind, words]) => (
            <option key={kind} value={kind}>
              {words}
            </option>
          ))}
        </Form.Select>
      </Field>
      {bound.kind === "ONE_OF" && (
        <ValuesField
          id={`${id}-of`}
          label="Values, with commas between"
          values={bound.oneOf}
          set={(oneOf) => set({ ...bound, oneOf })}
        />
      )}
      {bound.kind === "WITHIN" && (
        <ValuesField
          id={`${id}-in`}
          label="Blocks, such as 10.77.40.0/24"
          values={bound.within}
          set={(within) => set({ ...bound, within })}
        />
      )}
      {bound.kind === "PATTERN" && (
        <Field id={`${id}-pattern`} label="Regular expression (RE2)" className="mb-2 flex-fill">
          <Form.Control
            className="mono"
            maxLength={200}
            value={bound.pattern}
            onChange={(e) => set({ ...bound, pattern: e.target.value })}
          />
        </Field>
      )}
      {bound.kind === "FROM_TO" && (
        <>
          <Field id={`${id}-least`} label="From">
            <Form.Control
              type="number"
              value={bound.least ?? ""}
              onChange={(e) => set({ ...bound, least: numberOf(e.target.value) })}
            />
          </Field>
          <Field id={`${id}-most`} label="To">
            <Form.Control
              type="number"
              value={bound.most ?? ""}
              onChange={(e) => set({ ...bound, most: numberOf(e.target.value) })}
            />
          </Field>
        </>
      )}
    </div>
  );
}

interface ValuesProps {
  id: string;
  label: string;
  values: string[];
  set: (values: string[]) => void;
}

/** Several values in one field; what is typed stays as it is typed. */
function ValuesField({ id, label, values, set }: ValuesProps) {
  const [text, setText] = useState(values.join(", "));
  return (
    <Field id={id} label={label} className="mb-2 flex-fill">
      <Form.Control
        className="mono"
        value={text}
        onChange={(e) => {
          setText(e.target.value);
          set(valuesIn(e.target.value));
        }}
      />
    </Field>
  );
}
