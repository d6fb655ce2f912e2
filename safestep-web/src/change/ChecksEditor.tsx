import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import type { Problem } from "../api/client";
import type { Expectation } from "../api/types";
import { expectations } from "../ui/words";
import type { CheckDraft } from "./content";
import { useReads } from "./queries";

interface Props {
  checks: CheckDraft[];
  device: string | undefined;
  problem: Problem | null;
  onChange: (checks: CheckDraft[]) => void;
}

/** The checks of a change: what to look at, what to expect, how long to wait for it. */
export function ChecksEditor({ checks, device, problem, onChange }: Props) {
  const reads = useReads(device);
  const set = (index: number, part: Partial<CheckDraft>) =>
    onChange(checks.map((c, i) => (i === index ? { ...c, ...part } : c)));
  const error = (index: number, field: string) => problem?.at(`checks[${index}].${field}`)[0]?.message;

  return (
    <section aria-labelledby="checks-head" className="mt-4">
      <h2 id="checks-head">Checks</h2>
      <p className="soft mb-1">
        Looked at on every device before and after. What happens when one fails afterwards is chosen below.
      </p>
      {checks.length === 0 && <p>No checks: only the reading back decides whether the change worked.</p>}
      {checks.map((check, i) => {
        const read = reads.data?.find((r) => r.name === check.read);
        const expectation = expectations[check.expectation];
        return (
          <div key={i} className="field-row">
            <Form.Select
              aria-label={`Check ${i + 1}: what to look at`}
              value={check.read}
              isInvalid={!!error(i, "read")}
              onChange={(e) => set(i, { read: e.target.value, argument: "" })}
            >
              {!read && <option value={check.read}>{check.read}</option>}
              {reads.data?.map((r) => (
                <option key={r.name} value={r.name}>
                  {r.title}
                </option>
              ))}
            </Form.Select>
            {read?.argument && (
              <div>
                <Form.Control
                  aria-label={`Check ${i + 1}: ${read.argument}`}
                  className="mono"
                  placeholder={read.argument}
                  value={check.argument}
                  isInvalid={!!error(i, "argument")}
                  onChange={(e) => set(i, { argument: e.target.value })}
                />
                <Form.Control.Feedback type="invalid">{error(i, "argument")}</Form.Control.Feedback>
              </div>
            )}
            <Form.Select
              aria-label={`Check ${i + 1}: what to expect`}
              value={check.expectation}
              onChange={(e) => set(i, { expectation: e.target.value as Expectation })}
            >
              {(Object.keys(expectations) as Expectation[]).map((key) => (
                <option key={key} value={key}>
                  {expectations[key].word}
                </option>
              ))}
            </Form.Select>
            {expectation.value && (
              <div>
                <Form.Control
                  aria-label={`Check ${i + 1}: ${expectation.value}`}
                  className="mono"
                  placeholder={expectation.value}
                  value={check.value}
                  isInvalid={!!error(i, "value")}
                  onChange={(e) => set(i, { value: e.target.value })}
                />
                <Form.Control.Feedback type="invalid">{error(i, "value")}</Form.Control.Feedback>
              </div>
            )}
            <Form.Control
              type="number"
              min={0}
              max={300}
              style={{ width: 80, flex: "none" }}
              aria-label={`Check ${i + 1}: seconds to settle`}
              title="For how many seconds it is tried again before it counts as failed"
              value={check.settleSeconds}
              onChange={(e) => set(i, { settleSeconds: Number(e.target.value) })}
            />
            <span className="soft align-self-center">s</span>
            <Button
              variant="link"
              className="align-self-center"
              aria-label={`Remove check ${i + 1}`}
              onClick={() => onChange(checks.filter((_, j) => j !== i))}
            >
              Remove
            </Button>
          </div>
        );
      })}
      <Button
        variant="link"
        className="mt-2"
        onClick={() =>
          onChange([
            ...checks,
            {
              read: reads.data?.[0]?.name ?? "neighbours",
              argument: "",
              expectation: "SAME_AS_BEFORE",
              value: "",
              settleSeconds: 15,
            },
          ])
        }
      >
        Add a check
      </Button>
    </section>
  );
}
