import type { ReactNode } from "react";
import Form from "react-bootstrap/Form";
import type { TemplateProblem, Variable } from "../api/types";
import { InterfaceNames } from "./InterfaceNames";
import { variableTypes } from "./variables";

interface Props {
  id: string;
  /** Whose interfaces are offered. */
  device: string;
  variables: Variable[];
  values: Record<string, string>;
  problems: TemplateProblem[];
  set: (values: Record<string, string>) => void;
  /** What can be done beside the field of a variable. */
  beside?: (variable: Variable) => ReactNode;
}

/** The values of one device for a template. */
export function ValueFields({ id, device, variables, values, problems, set, beside }: Props) {
  if (variables.length === 0) {
    return <p className="soft">It has no variables: every device gets the same lines.</p>;
  }
  return (
    <div className="value-fields">
      {variables.map((v) => {
        const problem = problems.find((p) => p.variable === v.name);
        const shared = {
          value: values[v.name] ?? "",
          isInvalid: !!problem,
          "aria-describedby": `${id}-${v.name}-help`,
        };
        const take = (value: string) => set({ ...values, [v.name]: value });
        return (
          <Form.Group key={v.name} controlId={`${id}-${v.name}`}>
            <Form.Label>
              <span className="mono">{v.name}</span>
              {!v.required && <small className="soft"> may be empty</small>}
            </Form.Label>
            <div className="with-action">
              {v.type === "CHOICE" ? (
                <Form.Select size="sm" {...shared} onChange={(e) => take(e.target.value)}>
                  <option value="">{v.preset ? `${v.preset}, the preset` : "Choose"}</option>
                  {v.choices.map((c) => (
                    <option key={c}>{c}</option>
                  ))}
                </Form.Select>
              ) : (
                <Form.Control
                  size="sm"
                  className="mono"
                  type={v.type === "SECRET" ? "password" : "text"}
                  autoComplete={v.type === "SECRET" ? "new-password" : "off"}
                  list={v.type === "INTERFACE" ? `${id}-${v.name}-names` : undefined}
                  spellCheck={false}
                  placeholder={v.preset}
                  {...shared}
                  onChange={(e) => take(e.target.value)}
                />
              )}
              {v.type === "INTERFACE" && <InterfaceNames id={`${id}-${v.name}-names`} device={device} />}
              {beside?.(v)}
            </div>
            <small id={`${id}-${v.name}-help`} className={problem ? "harm" : "soft"}>
              {problem?.sentence ?? (v.description || variableTypes[v.type])}
            </small>
          </Form.Group>
        );
      })}
    </div>
  );
}
