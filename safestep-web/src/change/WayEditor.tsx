import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import type { Build, Complaint, Way } from "../api/types";
import { ErrorBlock, Loading } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { linesFor, type Target } from "../draft/content";
import { LinesEditor } from "../lines/LinesEditor";
import { OtherDeviceWay } from "./OtherDeviceWay";
import { PasteForm } from "./PasteForm";
import { TemplateWay } from "./TemplateWay";
import { keys } from "../api/keys";
import { Field } from "../ui/Field";
import { kinds, causes } from "../ui/words";

const ways: Record<Way, string> = {
  LINES: "Lines to add or remove",
  CONFIGURATION: "The whole configuration",
  TEMPLATE: "A template with values",
  BACKUP: "Return to a backup",
  OTHER_DEVICE: "The configuration of another device",
};

interface Props {
  /** Of the change. */
  number: number;
  target: Target;
  /** What follows from it, as far as it is known. */
  build: Build | undefined;
  onChange: (target: Target) => void;
}

/** What one device shall hold, in the way that its author prefers. */
export function WayEditor({ number, target, build, onChange }: Props) {
  const complaints = build?.complaints ?? [];
  const [pasting, setPasting] = useState(false);
  return (
    <>
      <div className="ways">
        <Form.Select
          size="sm"
          value={target.way}
          aria-label={`How to say what ${target.device} shall hold`}
          onChange={(e) => onChange({ ...linesFor(target.device), way: e.target.value as Way })}
        >
          {(Object.keys(ways) as Way[]).map((way) => (
            <option key={way} value={way}>
              {ways[way]}
            </option>
          ))}
        </Form.Select>
        {target.way === "LINES" && !pasting && (
          <Button size="sm" variant="outline-primary" onClick={() => setPasting(true)}>
            Clean up pasted instructions
          </Button>
        )}
      </div>
      {pasting && target.way === "LINES" && (
        <PasteForm
          device={target.device}
          close={() => setPasting(false)}
          take={(lines) => onChange({ ...target, lines: joined(target.lines, lines) })}
        />
      )}
      {target.way === "LINES" && (
        <LinesEditor
          id={`lines-${target.device}`}
          label={
            <>
              Lines for <span className="mono">{target.device}</span>
            </>
          }
          value={target.lines}
          complaints={complaints}
          onChange={(lines) => onChange({ ...target, lines })}
          placeholder={"interface vlan 40\n  address 10.77.40.2/24\n  no description"}
          help={
            <>
              As you would type them in configuration mode; indent what stands inside a block.{" "}
              <code className="mono">no</code> before a line removes it.
            </>
          }
        />
      )}
      {target.way === "CONFIGURATION" && (
        <WholeConfiguration target={target} complaints={complaints} onChange={onChange} />
      )}
      {target.way === "TEMPLATE" && <TemplateWay number={number} target={target} build={build} onChange={onChange} />}
      {target.way === "BACKUP" && <BackupChoice target={target} complaints={complaints} onChange={onChange} />}
      {target.way === "OTHER_DEVICE" && <OtherDeviceWay target={target} build={build} onChange={onChange} />}
    </>
  );
}

const joined = (one: string, other: string) => (one.trim() ? `${one.replace(/\n*$/, "\n")}${other}` : other);

interface OneWayProps {
  target: Target;
  complaints: Complaint[];
  onChange: (target: Target) => void;
}

function WholeConfiguration({ target, complaints, onChange }: OneWayProps) {
  const baseline = useQuery({
    queryKey: keys.preview(["baseline", target.device]),
    queryFn: () => told(api.POST("/api/changes/preview", { body: linesFor(target.device) })),
    staleTime: 60_000,
  });
  if (baseline.error) {
    return <ErrorBlock error={baseline.error} />;
  }
  if (!baseline.data) {
    return <Loading />;
  }
  const text = target.lines || baseline.data.outcome;
  return (
    <>
      <LinesEditor
        id={`configuration-${target.device}`}
        label={
          <>
            Configuration of <span className="mono">{target.device}</span>, as it should be
          </>
        }
        rows={18}
        value={text}
        complaints={target.lines ? complaints : []}
        onChange={(lines) => onChange({ ...target, lines })}
        help={
          <>
            Change what should be different; leave a line out to remove it. <code className="mono">‹secret›</code>{" "}
            stands for the secret that is there.
          </>
        }
      />
      {target.lines && target.lines !== baseline.data.outcome && (
        <Button variant="link" className="p-0" onClick={() => onChange({ ...target, lines: baseline.data.outcome })}>
          Start again from the baseline
        </Button>
      )}
    </>
  );
}

function BackupChoice({ target, complaints, onChange }: OneWayProps) {
  const backups = useQuery({
    queryKey: keys.backupsOf(target.device),
    queryFn: () => told(api.GET("/api/devices/{name}/backups", { params: { path: { name: target.device } } })),
  });
  if (backups.error) {
    return <ErrorBlock error={backups.error} />;
  }
  return (
    <Field
      id={`backup-${target.device}`}
      label={
        <>
          Backup to which <span className="mono">{target.device}</span> returns
        </>
      }
      error={complaints[0]?.reason}
      hint="Everything that differs from the backup is brought back. Secrets that the device hides stay as they are."
      className=""
    >
      <Form.Select
        value={target.backup ?? ""}
        onChange={(e) => onChange({ ...target, backup: e.target.value ? Number(e.target.value) : null })}
      >
        <option value="">Choose a backup</option>
        {backups.data?.map((b) => (
          <option key={b.id} value={b.id}>
            {dayAndTime(b.takenAt)} · {kinds[b.kind]} · {causes[b.cause]}
            {b.changeNumber ? ` CR-${b.changeNumber}` : ""} · {b.hash.slice(0, 8)}
          </option>
        ))}
      </Form.Select>
    </Field>
  );
}
