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
        <Form.Group controlId={`${id}-look`}>
          <Form.Label>What is looked at</Form.Label>
          <Form.Select
            disabled={disabled}
            value={check.kind === "READ" ? `READ:${check.read}` : check.kind}
            isInvalid={!!(error("read") || error("kind"))}
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
          {told("read")}
          {told("kind")}
        </Form.Group>
        {wanted.map((name) => (
          <Form.Group key={name} controlId={`${id}-${name}`}>
            <Form.Label>{argumentWords[name]}</Form.Label>
            <Form.Control
              className="mono"
              disabled={disabled}
              style={{ width: name === "port" ? 90 : 150 }}
              placeholder={name === "port" ? "443" : "10.77.8.20"}
              value={check.arguments[name] ?? ""}
              isInvalid={!!error(name)}
              onChange={(e) => set({ arguments: { ...check.arguments, [name]: e.target.value } })}
            />
            {told(name)}
          </Form.Group>
        ))}
        {asks ? (
          <Form.Group controlId={`${id}-question`} className="flex-fill">
            <Form.Label>The question, to be answered with yes or no</Form.Label>
            <Form.Control
              disabled={disabled}
              maxLength={300}
              placeholder="Do the gate readers show green?"
              value={check.question}
              isInvalid={!!error("question")}
              onChange={(e) => set({ question: e.target.value })}
            />
            {told("question")}
          </Form.Group>
        ) : (
          <Form.Group controlId={`${id}-expectation`}>
            <Form.Label>What is expected afterwards</Form.Label>
            <Form.Select
              disabled={disabled}
              value={check.expectation}
              isInvalid={!!error("expectation")}
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
            {told("expectation")}
          </Form.Group>
        )}
        {valueOf && (
          <Form.Group controlId={`${id}-value`}>
            <Form.Label>{valueOf.charAt(0).toUpperCase() + valueOf.slice(1)}</Form.Label>
            <Form.Control
              as={check.expectation === "EQUALS" ? "textarea" : undefined}
              className="mono"
              disabled={disabled}
              value={check.value}
              isInvalid={!!error("value")}
              onChange={(e) => set({ value: e.target.value })}
            />
            {told("value")}
          </Form.Group>
        )}
      </div>
      <details open={differsFromUsual(check) || hasError(error)}>
        <summary>
          {asks ? "Waits" : "Settles within"} {check.settleSeconds} s,{" "}
          {check.severity === "FAIL" ? "a failure counts" : "only warns"}; more
        </summary>
        <div className="fields">
          <Form.Group controlId={`${id}-name`}>
            <Form.Label>Name</Form.Label>
            <Form.Control
              disabled={disabled}
              maxLength={80}
              placeholder="as what it looks at"
              value={check.name}
              isInvalid={!!error("name")}
              onChange={(e) => set({ name: e.target.value })}
            />
          </Form.Group>
          <Form.Group controlId={`${id}-settle`}>
            <Form.Label>{asks ? "Waits for an answer (s)" : "May settle for (s)"}</Form.Label>
            <Form.Control
              type="number"
              min={0}
              max={longestSettling(check.kind)}
              style={{ width: 110 }}
              disabled={disabled}
              value={check.settleSeconds}
              isInvalid={!!error("settleSeconds")}
              onChange={(e) => set({ settleSeconds: Number(e.target.value) })}
            />
            {told("settleSeconds")}
          </Form.Group>
          {!asks && (
            <Form.Group controlId={`${id}-stays`}>
              <Form.Label>Stays so for (s)</Form.Label>
              <Form.Control
                inputMode="numeric"
                style={{ width: 150 }}
                disabled={disabled}
                value={check.staysSeconds}
                maxLength={4}
                placeholder="as timers say"
                isInvalid={!!error("staysSeconds")}
                onChange={(e) => set({ staysSeconds: e.target.value })}
              />
              {told("staysSeconds")}
            </Form.Group>
          )}
          {!asks && (
            <Form.Group controlId={`${id}-every`}>
              <Form.Label>Looks again every (s)</Form.Label>
              <Form.Control
                type="number"
                min={1}
                max={60}
                style={{ width: 110 }}
                disabled={disabled}
                value={check.everySeconds}
                isInvalid={!!error("everySeconds")}
                onChange={(e) => set({ everySeconds: Number(e.target.value) })}
              />
              {told("everySeconds")}
            </Form.Group>
          )}
          <Form.Group controlId={`${id}-severity`}>
            <Form.Label>When it does not pass</Form.Label>
            <Form.Select
              disabled={disabled}
              value={check.severity}
              onChange={(e) => set({ severity: e.target.value as CheckDraft["severity"] })}
            >
              <option value="FAIL">what the change says for a failure</option>
              <option value="WARN">a warning, and the run goes on</option>
            </Form.Select>
          </Form.Group>
        </div>
        {(check.kind === "READ" || check.kind === "LOG") && (
          <div className="fields">
            {check.kind === "READ" && (
              <Form.Group controlId={`${id}-taking`}>
                <Form.Label>Taken from the answer</Form.Label>
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
              </Form.Group>
            )}
            {check.extraction.kind === "COLUMNS" && (
              <Form.Group controlId={`${id}-columns`}>
                <Form.Label>Headings, the one that tells rows apart first</Form.Label>
                <Form.Control
                  disabled={disabled}
                  className="mono"
                  placeholder="neighbour, state"
                  value={check.extraction.columns}
                  isInvalid={!!error("columns")}
                  onChange={(e) => take({ columns: e.target.value })}
                />
                {told("columns")}
              </Form.Group>
            )}
            {(check.extraction.kind === "PATTERN" || check.extraction.kind === "PATH") && (
              <Form.Group controlId={`${id}-expression`} className="flex-fill">
                <Form.Label>
                  {check.extraction.kind === "PATH"
                    ? "Path: XPath for XML, JSONPath for JSON"
                    : "Pattern, with groups called key and value"}
                </Form.Label>
                <Form.Control
                  disabled={disabled}
                  className="mono"
                  placeholder={
                    check.extraction.kind === "PATH"
                      ? "$..neighbour[*].state"
                      : "(?P<key>10\\S+) .*(?P<value>full|down)"
                  }
                  value={check.extraction.expression}
                  isInvalid={!!error("expression")}
                  onChange={(e) => take({ expression: e.target.value })}
                />
                {told("expression")}
              </Form.Group>
            )}
            <Form.Group controlId={`${id}-only`}>
              <Form.Label>Only rows with</Form.Label>
              <Form.Control
                disabled={disabled}
                className="mono"
                placeholder="a pattern; empty for all"
                value={check.extraction.only}
                isInvalid={!!error("only")}
                onChange={(e) => take({ only: e.target.value })}
              />
              {told("only")}
            </Form.Group>
            <Form.Group controlId={`${id}-masked`}>
              <Form.Label>Masked, since it always differs</Form.Label>
              <Form.Control
                as="textarea"
                rows={1}
                disabled={disabled}
                className="mono"
                placeholder="patterns, one a line"
                value={check.extraction.masked}
                isInvalid={!!error("masked")}
                onChange={(e) => take({ masked: e.target.value })}
              />
              {told("masked")}
            </Form.Group>
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
            <Form.Group controlId={`${id}-before`}>
              <Form.Label>Before the change</Form.Label>
              <Form.Select
                disabled={disabled}
                value={check.before}
                isInvalid={!!error("before")}
                onChange={(e) => set({ before: e.target.value as CheckDraft["before"] })}
              >
                {(Object.keys(beforehand) as CheckDraft["before"][]).map((b) => (
                  <option key={b} value={b}>
                    {beforehand[b]}
                  </option>
                ))}
              </Form.Select>
              {told("before")}
            </Form.Group>
          )}
          {devices && !asks && (
            <Form.Group controlId={`${id}-until`}>
              <Form.Label>May be incomplete until</Form.Label>
              <Form.Control
                disabled={disabled}
                className="mono"
                style={{ width: 130 }}
                placeholder="CR-…"
                value={check.notYetUntil}
                isInvalid={!!error("notYetUntil")}
                onChange={(e) => set({ notYetUntil: e.target.value })}
              />
              {told("notYetUntil")}
            </Form.Group>
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
