import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import type { Pool, TemplateProblem, Variable, VariableType } from "../api/types";
import { numberOrNull, poolKindsFor, variableTypes } from "./variables";
import { Field } from "../ui/Field";

interface Props {
  variables: Variable[];
  problems: TemplateProblem[];
  unused: string[];
  pools: Pool[];
  change: (variables: Variable[]) => void;
}

/** What each variable of a template takes. */
export function VariableRows({ variables, problems, unused, pools, change }: Props) {
  const set = (index: number, part: Partial<Variable>) =>
    change(variables.map((v, i) => (i === index ? { ...v, ...part } : v)));
  return (
    <div className="variables">
      {variables.map((variable, index) => (
        <VariableRow
          key={index}
          variable={variable}
          problems={problems.filter((p) => p.variable === variable.name)}
          unused={unused.includes(variable.name)}
          pools={pools.filter((p) => poolKindsFor[variable.type].includes(p.kind))}
          set={(part) => set(index, part)}
          remove={() => change(variables.filter((_, i) => i !== index))}
        />
      ))}
    </div>
  );
}

interface RowProps {
  variable: Variable;
  problems: TemplateProblem[];
  unused: boolean;
  pools: Pool[];
  set: (part: Partial<Variable>) => void;
  remove: () => void;
}

function VariableRow({ variable, problems, unused, pools, set, remove }: RowProps) {
  const [open, setOpen] = useState(false);
  const { name, type } = variable;
  return (
    <div className="variable">
      <div className="line">
        <span className="mono name">{name}</span>
        <Form.Select
          size="sm"
          value={type}
          aria-label={`What ${name} takes`}
          onChange={(e) => set({ type: e.target.value as VariableType, pool: "" })}
        >
          {(Object.keys(variableTypes) as VariableType[]).map((t) => (
            <option key={t} value={t}>
              {variableTypes[t]}
            </option>
          ))}
        </Form.Select>
        <Button
          size="sm"
          variant="link"
          aria-expanded={open}
          aria-label={`${open ? "Less" : "More"} about ${name}`}
          onClick={() => setOpen(!open)}
        >
          {open ? "Less" : "More"}
        </Button>
        {unused && (
          <Button
            size="sm"
            variant="link"
            className="text-nowrap"
            title="It stands nowhere in the lines"
            onClick={remove}
          >
            Unused, remove
          </Button>
        )}
      </div>
      {!open && summary(variable) && <div className="soft summary">{summary(variable)}</div>}
      {open && <Details variable={variable} pools={pools} set={set} />}
      {problems.map((p) => (
        <p key={p.sentence} className="harm mb-1" role="alert">
          {p.sentence}
        </p>
      ))}
    </div>
  );
}

/** What is said about a variable beside its type, on one line. */
function summary(v: Variable): string {
  return [
    v.description,
    v.type === "CHOICE" && v.choices.length > 0 && `one of ${v.choices.join(", ")}`,
    v.pattern && `fits ${v.pattern}`,
    v.least !== null && `at least ${v.least}`,
    v.most !== null && `at most ${v.most}`,
    v.preset && `preset ${v.preset}`,
    v.pool && `next free from ${v.pool}`,
    !v.required && "may be empty",
  ]
    .filter(Boolean)
    .join(" · ");
}

function Details({ variable, pools, set }: { variable: Variable; pools: Pool[]; set: RowProps["set"] }) {
  const { name, type } = variable;
  return (
    <div className="details">
      <Field id={`description-${name}`} label="What to enter" className="">
        <Form.Control
          size="sm"
          maxLength={200}
          value={variable.description}
          onChange={(e) => set({ description: e.target.value })}
        />
      </Field>
      {type === "CHOICE" && (
        <Field id={`choices-${name}`} label="Choices, with commas between" className="">
          <Form.Control
            size="sm"
            className="mono"
            defaultValue={variable.choices.join(", ")}
            onChange={(e) =>
              set({
                choices: e.target.value
                  .split(",")
                  .map((c) => c.trim())
                  .filter(Boolean),
              })
            }
          />
        </Field>
      )}
      {type === "TEXT" && (
        <Field id={`pattern-${name}`} label="Regular expression for the whole value" className="">
          <Form.Control
            size="sm"
            className="mono"
            maxLength={200}
            value={variable.pattern}
            onChange={(e) => set({ pattern: e.target.value })}
          />
        </Field>
      )}
      {type === "NUMBER" && (
        <div className="two-fields">
          {(["least", "most"] as const).map((end) => (
            <Field key={end} id={`${end}-${name}`} label={end === "least" ? "At least" : "At most"} className="">
              <Form.Control
                size="sm"
                inputMode="numeric"
                defaultValue={variable[end] ?? ""}
                onChange={(e) => set({ [end]: numberOrNull(e.target.value) })}
              />
            </Field>
          ))}
        </div>
      )}
      {type !== "SECRET" && (
        <Field id={`preset-${name}`} label="Preset" className="">
          <Form.Control
            size="sm"
            className="mono"
            maxLength={400}
            value={variable.preset}
            onChange={(e) => set({ preset: e.target.value })}
          />
        </Field>
      )}
      {poolKindsFor[type].length > 0 && (
        <Field id={`pool-${name}`} label="Next free from" className="">
          <Form.Select size="sm" value={variable.pool} onChange={(e) => set({ pool: e.target.value })}>
            <option value="">no pool</option>
            {variable.pool && !pools.some((p) => p.name === variable.pool) && (
              <option value={variable.pool}>{variable.pool}, which is not there</option>
            )}
            {pools.map((p) => (
              <option key={p.id} value={p.name}>
                {p.name}
              </option>
            ))}
          </Form.Select>
        </Field>
      )}
      <Form.Check
        id={`required-${name}`}
        label="A value has to be there"
        checked={variable.required}
        onChange={(e) => set({ required: e.target.checked })}
      />
    </div>
  );
}
