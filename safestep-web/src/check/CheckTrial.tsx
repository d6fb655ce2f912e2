import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import type { CheckTrial as Trial } from "../api/types";
import { useMay } from "../session/session";
import { Glyph } from "../ui/Glyph";
import { ErrorBlock } from "../ui/Messages";
import { asksPerson, type CheckDraft, checkRequest } from "./checks";
import { useSave } from "../ui/useSave";

/** Looks now, on a live device. Nothing is written to the device. */
export function CheckTrial({ check, devices }: { check: CheckDraft; devices: string[] }) {
  const may = useMay("READ_DEVICES");
  const possible = check.devices.length > 0 ? check.devices : devices;
  const [chosen, choose] = useState("");
  const device = possible.includes(chosen) ? chosen : (possible[0] ?? "");
  const trial = useSave({
    mutationFn: () =>
      told(
        api.POST("/api/checks/trial", {
          body: {
            device,
            check: { ...checkRequest(check), devices: [], notYetUntil: null },
          },
        }),
      ),
  });
  if (!may || asksPerson(check.kind)) {
    return null;
  }
  const { problem } = trial;
  return (
    <div className="mt-2">
      <div className="d-flex gap-2 align-items-center flex-wrap">
        <Button
          variant="outline-primary"
          size="sm"
          disabled={!device || trial.isPending}
          onClick={() => trial.mutate()}
        >
          {trial.isPending ? "Looking …" : "Look now"}
        </Button>
        <span className="soft">on</span>
        <Form.Select
          size="sm"
          className="mono w-auto"
          aria-label="The device to look at now"
          value={device}
          onChange={(e) => choose(e.target.value)}
        >
          {possible.map((d) => (
            <option key={d}>{d}</option>
          ))}
        </Form.Select>
        <span className="soft">It is only read.</span>
      </div>
      {problem &&
        (problem.errors.length > 0 ? (
          problem.errors.map((e) => (
            <p key={e.message} className="harm mb-0" role="alert">
              {e.message}
            </p>
          ))
        ) : (
          <ErrorBlock error={problem} />
        ))}
      {trial.data && !trial.isPending && <Found trial={trial.data} />}
    </div>
  );
}

function Found({ trial }: { trial: Trial }) {
  return (
    <div className="mt-2" role="status">
      <p className="mb-1">
        {trial.now !== null && (
          <Glyph shape={trial.now ? "done" : "failed"} label={trial.now ? "would pass now" : "would not pass now"} />
        )}{" "}
        {trial.now === null ? "Now: " : trial.now ? "Would pass now: " : "Would not pass now: "}
        {trial.words}.
      </p>
      {trial.rows.length > 0 && (
        <details>
          <summary>{trial.rows.length === 1 ? "The row" : `The ${trial.rows.length} rows`} that it takes</summary>
          <pre className="says small-says">{trial.rows.map((r) => r.replace("\t", "  ")).join("\n")}</pre>
        </details>
      )}
      {trial.output !== "" && (
        <details>
          <summary>The device’s own words{trial.sent.length > 0 && <> to {trial.sent[0]}</>}</summary>
          <pre className="says small-says">{trial.output}</pre>
        </details>
      )}
    </div>
  );
}
