import { useQuery } from "@tanstack/react-query";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import type { Build, IdentityLine } from "../api/types";
import { Glyph } from "../ui/Glyph";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { count, roleWords } from "../ui/words";
import type { Target } from "../draft/content";
import { Complaints } from "../lines/LinesEditor";
import { choiceOf, kept, leftOut, undecided, WRITTEN } from "./takeover";
import { keys } from "../api/keys";
import { useDevices } from "../api/shared";
import { Field } from "../ui/Field";

interface Props {
  target: Target;
  build: Build | undefined;
  onChange: (target: Target) => void;
}

const kinds: Record<IdentityLine["kind"], string> = {
  NAME: "its name",
  ADDRESS: "one of its addresses",
  SERIAL: "its serial number",
  HIDDEN_SECRET: "a secret that the device never shows",
};

/** The configuration of another device, for a replacement or a twin: who the other one is has to be decided line by line. */
export function OtherDeviceWay({ target, build, onChange }: Props) {
  const devices = useDevices();
  const platform = devices.data?.find((d) => d.name === target.device)?.platform;
  const offered = devices.data?.filter((d) => d.platform === platform && d.name !== target.device) ?? [];
  const takeover = useQuery({
    queryKey: keys.takeover(target.device, target.otherDevice),
    queryFn: () =>
      told(
        api.GET("/api/changes/takeover", { params: { query: { device: target.device, from: target.otherDevice! } } }),
      ),
    enabled: !!target.otherDevice,
  });
  const lines = takeover.data?.lines ?? [];
  const open = undecided(lines, target.values);
  const decide = (path: string, text: string | null) => {
    const values = { ...target.values };
    if (text === null) {
      delete values[path];
    } else {
      values[path] = text;
    }
    onChange({ ...target, backup: takeover.data!.backup, values });
  };
  const wrong = build?.complaints.filter((c) => !c.reason.startsWith("Decide about")) ?? [];
  return (
    <>
      <Field
        id={`other-${target.device}`}
        label={
          <>
            Device whose configuration <span className="mono">{target.device}</span> takes
          </>
        }
      >
        <Form.Select
          value={target.otherDevice ?? ""}
          onChange={(e) => onChange({ ...target, otherDevice: e.target.value || null, backup: null, values: {} })}
        >
          <option value="">{offered.length ? "Choose a device" : "No other device has the same platform"}</option>
          {offered.map((d) => (
            <option key={d.name} value={d.name}>
              {d.name}, {roleWords[d.role]}, {d.site}
            </option>
          ))}
        </Form.Select>
      </Field>
      {takeover.error && <ErrorBlock error={takeover.error} />}
      {target.otherDevice && !takeover.data && !takeover.error && <Loading />}
      {takeover.data && target.backup !== takeover.data.backup && (
        <Block
          action={
            <Button variant="outline-primary" onClick={() => onChange({ ...target, backup: takeover.data.backup })}>
              Take its configuration
            </Button>
          }
        >
          {target.backup === null
            ? `${count(lines.length, "line")} of it ${lines.length === 1 ? "says" : "say"} who ${target.otherDevice} is and ${lines.length === 1 ? "has" : "have"} to be decided.`
            : `The configuration of ${target.otherDevice} has moved since it was taken.`}
        </Block>
      )}
      {takeover.data && target.backup === takeover.data.backup && lines.length > 0 && (
        <>
          <div className="ways">
            <b>{open.length === 0 ? "Everything is decided." : `${open.length} of ${lines.length} not decided yet.`}</b>
            <Button
              size="sm"
              variant="outline-primary"
              onClick={() => onChange({ ...target, values: kept(lines, target.values) })}
            >
              Keep its own where it has one
            </Button>
            <Button
              size="sm"
              variant="outline-primary"
              disabled={open.length === 0}
              onClick={() => onChange({ ...target, values: leftOut(lines, target.values) })}
            >
              Leave out the rest
            </Button>
          </div>
          <table className="table identity">
            <thead>
              <tr>
                <th>Line of {target.otherDevice}</th>
                <th>On {target.device}</th>
              </tr>
            </thead>
            <tbody>
              {lines.map((line) => (
                <Decision
                  key={line.path}
                  line={line}
                  from={target.otherDevice!}
                  decision={target.values[line.path]}
                  decide={(text) => decide(line.path, text)}
                />
              ))}
            </tbody>
          </table>
        </>
      )}
      {wrong.length > 0 && <Complaints complaints={wrong} />}
    </>
  );
}

interface DecisionProps {
  line: IdentityLine;
  from: string;
  decision: string | undefined;
  decide: (text: string | null) => void;
}

function Decision({ line, from, decision, decide }: DecisionProps) {
  const choice = choiceOf(line, decision);
  return (
    <tr>
      <td>
        <Glyph shape={decision === undefined ? "notyet" : "done"} small /> <span className="mono">{line.path}</span>
        <div className="soft">{kinds[line.kind]}</div>
      </td>
      <td>
        <Form.Select
          size="sm"
          value={choice}
          aria-label={`What becomes of ${line.path}`}
          onChange={(e) => {
            const picked = e.target.value;
            decide(picked === "" ? null : picked === WRITTEN ? line.text : picked.slice(1));
          }}
        >
          <option value="">Decide</option>
          {line.own.map((own) => (
            <option key={own} value={`=${own}`}>
              keep its own: {own}
            </option>
          ))}
          {line.kind !== "HIDDEN_SECRET" && <option value={`=${line.text}`}>take it, {from} gives it up</option>}
          <option value="=">leave it out</option>
          <option value={WRITTEN}>write another line</option>
        </Form.Select>
        {choice === WRITTEN && (
          <Form.Control
            size="sm"
            className="mono mt-1"
            value={decision}
            spellCheck={false}
            aria-label={`Line in the place of ${line.path}`}
            onChange={(e) => decide(e.target.value)}
          />
        )}
      </td>
    </tr>
  );
}
