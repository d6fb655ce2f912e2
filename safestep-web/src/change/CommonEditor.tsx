import { useEffect, useRef, useState } from "react";
import Button from "react-bootstrap/Button";
import { api } from "../api/client";
import type { CommonText, Complaint, TargetSummary } from "../api/types";
import { Glyph, type Shape } from "../ui/Glyph";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { csv, download } from "../ui/csv";
import { count } from "../ui/words";
import {
  type Common,
  commonOf,
  linesOf,
  namesIn,
  repeated,
  type ValueTable,
  withSheet,
  withTable,
  withText,
  withValue,
} from "./common";
import type { Target } from "./content";
import { Findings } from "./Findings";
import { LinesEditor } from "./LinesEditor";

interface Props {
  targets: Target[];
  summaries: Map<string, TargetSummary>;
  edit: (targets: Target[]) => void;
  open: (device: string) => void;
}

/**
 * Many devices as one text: equal parts stand once, values that differ are names with a column in the grid. Devices whose
 * lines are not alike form groups of their own.
 */
export function CommonEditor({ targets, summaries, edit, open }: Props) {
  const [groups, setGroups] = useState<Common[] | null>(null);
  const [error, setError] = useState<unknown>(null);
  const [picked, setPicked] = useState(0);
  const others = targets.filter((t) => t.way !== "LINES");
  const writing = targets.filter((t) => t.way === "LINES");

  // Read once on coming here; from then on the text and the grid are what is written.
  useEffect(() => {
    let left = false;
    api
      .post<CommonText[]>("/api/changes/common", { targets: writing })
      .then((found) => !left && setGroups([...found].reverse().map(commonOf)))
      .catch((e: unknown) => !left && setError(e));
    return () => {
      left = true;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  if (error) {
    return <ErrorBlock error={error} />;
  }
  if (!groups) {
    return <Loading />;
  }
  const common = groups[Math.min(picked, groups.length - 1)];

  function change(next: Common) {
    setGroups(groups!.map((g) => (g === common ? next : g)));
    edit(
      targets.map((t) =>
        t.way === "LINES" && next.devices.includes(t.device) ? { ...t, lines: linesOf(next, t.device) } : t,
      ),
    );
  }

  return (
    <>
      {groups.length > 1 && (
        <div className="tabs" role="tablist" aria-label="Devices that are alike">
          {groups.map((g, i) => (
            <button
              key={g.devices[0]}
              type="button"
              role="tab"
              aria-selected={g === common}
              onClick={() => setPicked(i)}
            >
              {g.devices.length > 2 ? `${g.devices[0]} and ${g.devices.length - 1} more` : g.devices.join(", ")}
            </button>
          ))}
        </div>
      )}
      {common && <OneText key={common.devices[0]} common={common} change={change} summaries={summaries} open={open} />}
      <Findings summaries={summaries} />
      {others.length > 0 && (
        <p className="soft mt-2">
          {others.map((t) => t.device).join(", ")}: not written in lines, so not part of one text.
        </p>
      )}
    </>
  );
}

interface OneTextProps {
  common: Common;
  change: (next: Common) => void;
  summaries: Map<string, TargetSummary>;
  open: (device: string) => void;
}

function OneText({ common, change, summaries, open }: OneTextProps) {
  const names = namesIn(common.text);
  const complaints = inAll(common.devices.map((d) => summaries.get(d)?.complaints ?? []));
  const missing = names.filter((n) => common.values[n]?.some((v) => !v.trim()));
  const again = names.flatMap((n) => [...repeated(common, n)].map((value) => ({ name: n, value })));
  return (
    <>
      <LinesEditor
        id="common-lines"
        label={<>Lines for {count(common.devices.length, "device")}</>}
        value={common.text}
        complaints={complaints}
        onChange={(text) => change(withText(common, text))}
        placeholder={"interface vlan 70\n  address {{ address }}"}
        help={
          <>
            Write <code className="mono">{"{{ name }}"}</code> where devices differ; each name becomes a column.
          </>
        }
      />
      {names.length > 0 && <SheetActions common={common} names={names} change={change} />}
      {names.length > 0 ? (
        <Grid common={common} names={names} change={change} summaries={summaries} open={open} />
      ) : (
        <ul className="alike-devices">
          {common.devices.map((d) => (
            <li key={d}>
              <State device={d} summary={summaries.get(d)} open={open} />
            </li>
          ))}
        </ul>
      )}
      {missing.length > 0 && (
        <div className="mt-2">
          <Block>
            {missing.map((n) => `{{ ${n} }}`).join(", ")}: a value is missing. Fill the empty cells; a column may be
            pasted from a sheet.
          </Block>
        </div>
      )}
      {again.map(({ name, value }) => (
        <div key={name + value} className="mt-2">
          <Block>
            <code className="mono">{value}</code> stands at{" "}
            {common.devices.filter((_, i) => common.values[name]?.[i] === value).join(" and ")}. Was it copied and not
            changed?
          </Block>
        </div>
      ))}
    </>
  );
}

/** What is wrong with a line of every device is wrong with the text; the rest is said beside its device. */
function inAll(complaints: Complaint[][]): Complaint[] {
  const [first = [], ...rest] = complaints;
  return first.filter((c) => rest.every((other) => other.some((o) => o.line === c.line && o.reason === c.reason)));
}

/** The grid as a sheet: to be filled elsewhere and taken back. */
function SheetActions({ common, names, change }: { common: Common; names: string[]; change: (next: Common) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [notes, setNotes] = useState<string[]>([]);
  const [error, setError] = useState<unknown>(null);

  async function take(file: File) {
    setError(null);
    setNotes([]);
    try {
      const filled = withSheet(common, await api.upload<ValueTable>("/api/changes/values", file));
      change(filled.common);
      setNotes(filled.notes);
    } catch (e) {
      setError(e);
    }
  }

  return (
    <>
      <div className="ways mt-2">
        <Button size="sm" variant="outline-primary" onClick={() => input.current?.click()}>
          Take values from a file
        </Button>
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() =>
            download(
              "values.csv",
              csv(
                ["Device", ...names],
                common.devices.map((d, i) => [d, ...names.map((n) => common.values[n]?.[i] ?? "")]),
              ),
            )
          }
        >
          Save the grid as CSV
        </Button>
        <small className="soft">CSV or XLSX with a column Device and one for each name.</small>
        <input
          ref={input}
          type="file"
          hidden
          accept=".csv,.xlsx"
          onChange={(e) => {
            const file = e.target.files?.[0];
            e.target.value = "";
            if (file) {
              void take(file);
            }
          }}
        />
      </div>
      {error !== null && <ErrorBlock error={error} />}
      {notes.length > 0 && (
        <Block>
          {notes.map((n) => (
            <div key={n}>{n}</div>
          ))}
        </Block>
      )}
    </>
  );
}

function Grid({ common, names, change, summaries, open }: OneTextProps & { names: string[] }) {
  const twice = new Map(names.map((n) => [n, repeated(common, n)]));
  return (
    <div className="grid" role="region" aria-label="Values of each device" tabIndex={0}>
      <table className="table">
        <thead>
          <tr>
            <th scope="col">Device</th>
            {names.map((n) => (
              <th key={n} scope="col" className="mono">
                {n}
              </th>
            ))}
            <th scope="col">What follows</th>
          </tr>
        </thead>
        <tbody>
          {common.devices.map((device, row) => (
            <tr key={device}>
              <th scope="row" className="mono">
                {device}
              </th>
              {names.map((name) => {
                const value = common.values[name]?.[row] ?? "";
                const again = twice.get(name)!.has(value);
                return (
                  <td key={name}>
                    <input
                      className={`form-control form-control-sm mono ${value.trim() ? (again ? "again" : "") : "missing"}`}
                      value={value}
                      aria-label={`${name} of ${device}${again ? ", another device has the same" : ""}`}
                      title={again ? "Another device has the same value." : undefined}
                      spellCheck={false}
                      onChange={(e) => change(withValue(common, name, device, e.target.value))}
                      onPaste={(e) => {
                        const text = e.clipboardData.getData("text");
                        if (/[\t\n]/.test(text.trim())) {
                          e.preventDefault();
                          change(withTable(common, name, device, text));
                        }
                      }}
                    />
                  </td>
                );
              })}
              <td>
                {names.some((n) => !common.values[n]?.[row]?.trim()) ? (
                  <span className="follows">
                    <Glyph shape="notyet" small /> a value is missing
                  </span>
                ) : (
                  <State device={device} summary={summaries.get(device)} open={open} brief />
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface StateProps {
  device: string;
  summary: TargetSummary | undefined;
  open: (device: string) => void;
  brief?: boolean;
}

function State({ device, summary, open, brief }: StateProps) {
  const [shape, words] = stateOf(summary);
  return (
    <button type="button" className="btn btn-link follows" onClick={() => open(device)}>
      <Glyph shape={shape} small />
      <span>
        {!brief && <span className="mono">{device}: </span>}
        {words}
      </span>
    </button>
  );
}

function stateOf(summary: TargetSummary | undefined): [Shape, string] {
  if (!summary) {
    return ["notyet", "working it out"];
  }
  const error = summary.complaints.find((c) => c.severity === "ERROR");
  if (error) {
    return ["failed", `line ${error.line}: ${error.reason}`];
  }
  if (summary.commands === 0) {
    return ["dot", "nothing to send"];
  }
  if (summary.cutsPath) {
    return ["failed", "would cut the path to the device"];
  }
  if (summary.findings.length > 0) {
    return [
      "blocked",
      `${count(summary.commands, "command")}, ${count(summary.findings.length, "thing")} would not fit`,
    ];
  }
  return summary.proven
    ? ["done", count(summary.commands, "command")]
    : ["blocked", `${count(summary.commands, "command")}, undo not proven`];
}
