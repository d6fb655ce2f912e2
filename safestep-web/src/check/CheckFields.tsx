import { useId } from "react";
import Form from "react-bootstrap/Form";
import type { CheckDefinition, Expectation, ExtractionKind, LookKind, Readable } from "../api/types";
import {
  argumentsOf,
  asksPerson,
  blankCheck,
  type CheckDraft,
  choiceOf,
  expectations,
  expectationsOf,
  knownBefore,
  longestSettling,
  lookingAt,
  otherLooks,
} from "./checks";
import { Field } from "../ui/Field";

interface Props {
  check: CheckDraft;
  reads: Readable[];
  /** The message for a field, if there is one. */
  error: (field: string) => string | undefined;
  onChange: (check: CheckDraft) => void;
  /** The devices of the change; without them nothing is said about devices or other changes. */
  devices?: string[];
  disabled?: boolean;
}

const argumentWords: Record<string, string> = {
  address: "Address",
  port: "Port",
  source: "From its own address",
};

const takings: Record<ExtractionKind, string> = {
  ROWS: "the rows that the platform profile finds",
  COLUMNS: "columns of a table",
  PATTERN: "what a pattern finds",
  PATH: "what a path into the data finds",
  TEXT: "every line",
};

const beforehand: Record<CheckDefinition["before"], string> = {
  ANY: "it is looked at and written down",
  PASSES: "it has to pass already",
  FAILS: "it has to fail, so that the change makes it pass",
};

/** Everything that can be said about a check. */
export function CheckFields({ check, reads, error, onChange, devices, disabled }: Props) {
  const id = useId();
  const set = (part: Partial<CheckDraft>) => onChange({ ...check, ...part });
  const take = (part: Partial<CheckDraft["extraction"]>) => set({ extraction: { ...check.extraction, ...part } });
  const read = reads.find((r) => r.name === check.read);
  const wanted = argumentsOf(check.kind, read);
  const asks = asksPerson(check.kind);
  const valueOf = expectations[check.expectation].asked;
  const amount = ["AT_LEAST", "AT_MOST", "WITHIN_SHARE"].includes(check.expectation);
  const told = (field: string) => error(field) && <div className="harm">{error(field)}</div>;
  return (
    <div className="check-fields">
      <div className="fields">
        <Field id={`${id}-look`} label="What is looked at" error={error("kind")} className="">
          <Form.Select
            disabled={disabled}
            value={check.kind === "READ" ? `READ:${check.read}` : check.kind}
            onChange={(e) => {
              const [kind, name] = e.target.value.split(":");
              onChange(
                lookingAt(
                  check,
                  kind as LookKind,
                  reads.find((r) => r.name === name),
                ),
              );
            }}
          >
            <optgroup label="The device is asked">
              {check.kind === "READ" && !read && <option value={`READ:${check.read}`}>{check.read}</option>}
              {reads.map((r) => (
                <option key={r.name} value={`READ:${r.name}`}>
                  {r.title}
                </option>
              ))}
            </optgroup>
            <optgroup label="Beside that">
              {otherLooks.map((l) => (
                <option key={l.kind} value={l.kind}>
                  {l.title}
                </option>
              ))}
            </optgroup>
          </Form.Select>
        </Field>
        {wanted.map((name) => (
          <Field key={name} id={`${id}-${name}`} label={argumentWords[name]} error={error(name)} className="">
            <Form.Control
              className="mono"
              disabled={disabled}
              style={{ width: name === "port" ? 90 : 150 }}
              placeholder={name === "port" ? "443" : "10.77.8.20"}
              value={check.arguments[name] ?? ""}
              onChange={(e) => set({ arguments: { ...check.arguments, [name]: e.target.value } })}
            />
          </Field>
        ))}
        {asks ? (
          <Field
            id={`${id}-question`}
            label="The question, to be answered with yes or no"
            error={error("question")}
            className="flex-fill"
          >
            <Form.Control
              disabled={disabled}
              maxLength={300}
              placeholder="Do the gate readers show green?"
              value={check.question}
              onChange={(e) => set({ question: e.target.value })}
            />
          </Field>
        ) : (
          <Field id={`${id}-expectation`} label="What is expected afterwards" error={error("expectation")} className="">
            <Form.Select
              disabled={disabled}
              value={check.expectation}
              onChange={(e) => {
                const expectation = e.target.value as Expectation;
                set({ expectation, before: knownBefore(expectation) ? check.before : "ANY" });
              }}
            >
              {expectationsOf(check.kind).map((key) => (
                <option key={key} value={key}>
                  {choiceOf(key)}
                </option>
              ))}
            </Form.Select>
          </Field>
        )}
        {valueOf && (
          <Field
            id={`${id}-value`}
            label={valueOf.charAt(0).toUpperCase() + valueOf.slice(1)}
            error={error("value")}
            className=""
          >
            <Form.Control
              as={check.expectation === "EQUALS" ? "textarea" : undefined}
              className="mono"
              disabled={disabled}
              value={check.value}
              onChange={(e) => set({ value: e.target.value })}
            />
          </Field>
        )}
      </div>
      <details open={differsFromUsual(check) || hasError(error)}>
        <summary>
          {asks ? "Waits" : "Settles within"} {check.settleSeconds} s,{" "}
          {check.severity === "FAIL" ? "a failure counts" : "only warns"}; more
        </summary>
        <div className="fields">
          <Field id={`${id}-name`} label="Name" error={error("name")} className="">
            <Form.Control
              disabled={disabled}
              maxLength={80}
              placeholder="as what it looks at"
              value={check.name}
              onChange={(e) => set({ name: e.target.value })}
            />
          </Field>
          <Field
            id={`${id}-settle`}
            label={asks ? "Waits for an answer (s)" : "May settle for (s)"}
            error={error("settleSeconds")}
            className=""
          >
            <Form.Control
              type="number"
              min={0}
              max={longestSettling(check.kind)}
              style={{ width: 110 }}
              disabled={disabled}
              value={check.settleSeconds}
              onChange={(e) => set({ settleSeconds: Number(e.target.value) })}
            />
          </Field>
          {!asks && (
            <Field id={`${id}-stays`} label="Stays so for (s)" error={error("staysSeconds")} className="">
              <Form.Control
                inputMode="numeric"
                style={{ width: 150 }}
                disabled={disabled}
                value={check.staysSeconds}
                maxLength={4}
                placeholder="as timers say"
                onChange={(e) => set({ staysSeconds: e.target.value })}
              />
            </Field>
          )}
          {!asks && (
            <Field id={`${id}-every`} label="Looks again every (s)" error={error("everySeconds")} className="">
              <Form.Control
                type="number"
                min={1}
                max={60}
                style={{ width: 110 }}
                disabled={disabled}
                value={check.everySeconds}
                onChange={(e) => set({ everySeconds: Number(e.target.value) })}
              />
            </Field>
          )}
          <Field id={`${id}-severity`} label="When it does not pass" className="">
            <Form.Select
              disabled={disabled}
              value={check.severity}
              onChange={(e) => set({ severity: e.target.value as CheckDraft["severity"] })}
            >
              <option value="FAIL">what the change says for a failure</option>
              <option value="WARN">a warning, and the run goes on</option>
            </Form.Select>
          </Field>
        </div>
        {(check.kind === "READ" || check.kind === "LOG") && (
          <div className="fields">
            {check.kind === "READ" && (
              <Field id={`${id}-taking`} label="Taken from the answer" className="">
                <Form.Select
                  disabled={disabled}
                  value={check.extraction.kind}
                  onChange={(e) => take({ kind: e.target.value as ExtractionKind })}
                >
                  {(Object.keys(takings) as ExtractionKind[]).map((kind) => (
                    <option key={kind} value={kind}>
                      {takings[kind]}
                    </option>
                  ))}
                </Form.Select>
              </Field>
            )}
            {check.extraction.kind === "COLUMNS" && (
              <Field
                id={`${id}-columns`}
                label="Headings, the one that tells rows apart first"
                error={error("columns")}
                className=""
              >
                <Form.Control
                  disabled={disabled}
                  className="mono"
                  placeholder="neighbour, state"
                  value={check.extraction.columns}
                  onChange={(e) => take({ columns: e.target.value })}
                />
              </Field>
            )}
            {(check.extraction.kind === "PATTERN" || check.extraction.kind === "PATH") && (
              <Field
                id={`${id}-expression`}
                label={
                  check.extraction.kind === "PATH"
                    ? "Path: XPath for XML, JSONPath for JSON"
                    : "Pattern, with groups called key and value"
                }
                error={error("expression")}
                className="flex-fill"
              >
                <Form.Control
                  disabled={disabled}
                  className="mono"
                  placeholder={
                    check.extraction.kind === "PATH"
                      ? "$..neighbour[*].state"
                      : "(?P<key>10\\S+) .*(?P<value>full|down)"
                  }
                  value={check.extraction.expression}
                  onChange={(e) => take({ expression: e.target.value })}
                />
              </Field>
            )}
            <Field id={`${id}-only`} label="Only rows with" error={error("only")} className="">
              <Form.Control
                disabled={disabled}
                className="mono"
                placeholder="a pattern; empty for all"
                value={check.extraction.only}
                onChange={(e) => take({ only: e.target.value })}
              />
            </Field>
            <Field id={`${id}-masked`} label="Masked, since it always differs" error={error("masked")} className="">
              <Form.Control
                as="textarea"
                rows={1}
                disabled={disabled}
                className="mono"
                placeholder="patterns, one a line"
                value={check.extraction.masked}
                onChange={(e) => take({ masked: e.target.value })}
              />
            </Field>
            {amount && (
              <Form.Check
                id={`${id}-number`}
                className="align-self-end mb-1"
                label="What is found is one number; otherwise rows are counted"
                disabled={disabled}
                checked={check.extraction.number}
                onChange={(e) => take({ number: e.target.checked })}
              />
            )}
          </div>
        )}
        <div className="fields">
          {knownBefore(check.expectation) && (
            <Field id={`${id}-before`} label="Before the change" error={error("before")} className="">
              <Form.Select
                disabled={disabled}
                value={check.before}
                onChange={(e) => set({ before: e.target.value as CheckDraft["before"] })}
              >
                {(Object.keys(beforehand) as CheckDraft["before"][]).map((b) => (
                  <option key={b} value={b}>
                    {beforehand[b]}
                  </option>
                ))}
              </Form.Select>
            </Field>
          )}
          {devices && !asks && (
            <Field id={`${id}-until`} label="May be incomplete until" error={error("notYetUntil")} className="">
              <Form.Control
                disabled={disabled}
                className="mono"
                style={{ width: 130 }}
                placeholder="CR-…"
                value={check.notYetUntil}
                onChange={(e) => set({ notYetUntil: e.target.value })}
              />
            </Field>
          )}
        </div>
        {devices && devices.length > 1 && (
          <fieldset>
            <legend className="fs-6 mb-1">Looked at on</legend>
            <Form.Check
              inline
              id={`${id}-all`}
              label="all devices of the change"
              disabled={disabled}
              checked={check.devices.length === 0}
              onChange={(e) => set({ devices: e.target.checked ? [] : devices })}
            />
            {check.devices.length > 0 &&
              devices.map((device) => (
                <Form.Check
                  inline
                  key={device}
                  id={`${id}-on-${device}`}
                  label={<span className="mono">{device}</span>}
                  disabled={disabled}
                  checked={check.devices.includes(device)}
                  onChange={(e) =>
                    set({
                      devices: e.target.checked
                        ? [...check.devices, device]
                        : check.devices.filter((d) => d !== device),
                    })
                  }
                />
              ))}
            {told("devices")}
          </fieldset>
        )}
      </details>
    </div>
  );
}

const inDetails = [
  "name",
  "settleSeconds",
  "everySeconds",
  "staysSeconds",
  "columns",
  "expression",
  "only",
  "masked",
  "before",
];

const hasError = (error: Props["error"]) =>
  [...inDetails, "notYetUntil", "devices"].some((field) => error(field) !== undefined);

/** Whether something is said that is folded away otherwise. */
function differsFromUsual(c: CheckDraft): boolean {
  return (
    JSON.stringify(c.extraction) !== JSON.stringify(blankCheck.extraction) ||
    c.before === "FAILS" ||
    c.notYetUntil !== ""
  );
}
