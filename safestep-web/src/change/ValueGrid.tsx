import { useRef, useState } from "react";
import Button from "react-bootstrap/Button";
import { api, told, asFile } from "../api/client";
import type { TargetSummary, Variable } from "../api/types";
import { InterfaceNames } from "../library/InterfaceNames";
import { csv, download } from "../ui/csv";
import { Glyph, type Shape } from "../ui/Glyph";
import { Block, ErrorBlock } from "../ui/Messages";
import { count } from "../ui/words";
import { type Common, repeated, withSheet, withTable, withValue } from "./common";

export interface GridProps {
  common: Common;
  change: (next: Common) => void;
  summaries: Map<string, TargetSummary>;
  open: (device: string) => void;
}

/** The grid as a sheet: to be filled elsewhere and taken back. */
export function SheetActions({
  common,
  names,
  change,
}: {
  common: Common;
  names: string[];
  change: (next: Common) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const [notes, setNotes] = useState<string[]>([]);
  const [error, setError] = useState<unknown>(null);

  async function take(file: File) {
    setError(null);
    setNotes([]);
    try {
      const filled = withSheet(common, await told(api.POST("/api/changes/values", { ...asFile(file) })));
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

interface ValueGridProps extends GridProps {
  names: string[];
  /** What is known of the names, when they are variables of a template. */
  variables?: Variable[];
}

export function ValueGrid({ common, names, change, summaries, open, variables = [] }: ValueGridProps) {
  const known = new Map(variables.map((v) => [v.name, v]));
  // Asked for only where somebody is about to write: there may be hundreds of rows.
  const [offered, setOffered] = useState("");
  const mayBeEmpty = (name: string) => known.get(name)?.required === false || !!known.get(name)?.preset;
  const twice = new Map(names.map((n) => [n, repeated(common, n)]));
  return (
    <div className="grid" role="region" aria-label="Values of each device" tabIndex={0}>
      <table className="table">
        <thead>
          <tr>
            <th scope="col">Device</th>
            <th scope="col">What follows</th>
            {names.map((n) => (
              <th key={n} scope="col" className="mono" title={known.get(n)?.description}>
                {n}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {common.devices.map((device, row) => (
            <tr key={device}>
              <th scope="row" className="mono">
                {device}
              </th>
              <td className="follows-cell">
                {names.some((n) => !mayBeEmpty(n) && !common.values[n]?.[row]?.trim()) ? (
                  <span className="follows">
                    <Glyph shape="notyet" small /> a value is missing
                  </span>
                ) : (
                  <TargetState device={device} summary={summaries.get(device)} open={open} brief />
                )}
              </td>
              {names.map((name) => {
                const value = common.values[name]?.[row] ?? "";
                const again = twice.get(name)!.has(value);
                const choices = known.get(name)?.choices ?? [];
                if (choices.length > 0) {
                  return (
                    <td key={name}>
                      <select
                        className={`form-select form-select-sm ${value || mayBeEmpty(name) ? "" : "missing"}`}
                        value={value}
                        aria-label={`${name} of ${device}`}
                        onChange={(e) => change(withValue(common, name, device, e.target.value))}
                      >
                        <option value="">{known.get(name)?.preset || "choose"}</option>
                        {choices.map((c) => (
                          <option key={c}>{c}</option>
                        ))}
                      </select>
                    </td>
                  );
                }
                const interfaces = known.get(name)?.type === "INTERFACE" ? `interfaces-of-${device}` : undefined;
                return (
                  <td key={name}>
                    {interfaces && offered === device && <InterfaceNames id={interfaces} device={device} />}
                    <input
                      list={interfaces}
                      onFocus={() => setOffered(device)}
                      className={`form-control form-control-sm mono ${value.trim() || mayBeEmpty(name) ? (again ? "again" : "") : "missing"}`}
                      type={known.get(name)?.type === "SECRET" ? "password" : "text"}
                      autoComplete={known.get(name)?.type === "SECRET" ? "new-password" : "off"}
                      placeholder={known.get(name)?.preset}
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

export function TargetState({ device, summary, open, brief }: StateProps) {
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
    return ["failed", error.line > 0 ? `line ${error.line}: ${error.reason}` : error.reason];
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
