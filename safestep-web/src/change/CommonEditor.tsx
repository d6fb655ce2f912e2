import { useEffect, useState } from "react";
import { api, told } from "../api/client";
import type { Complaint, TargetSummary } from "../api/types";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { count } from "../ui/words";
import { type Common, commonOf, linesOf, namesIn, repeated, withText } from "./common";
import type { Target } from "../draft/content";
import { LinesEditor } from "../lines/LinesEditor";
import { PoolFill } from "./PoolFill";
import { type GridProps, SheetActions, TargetState, ValueGrid } from "./ValueGrid";

interface Props {
  /** Of the change. */
  number: number;
  /** Those that are written in lines. */
  targets: Target[];
  summaries: Map<string, TargetSummary>;
  edit: (targets: Target[]) => void;
  open: (device: string) => void;
}

/**
 * Many devices as one text: equal parts stand once, values that differ are names with a column in the grid. Devices whose
 * lines are not alike form groups of their own.
 */
export function CommonEditor({ number, targets, summaries, edit, open }: Props) {
  const [groups, setGroups] = useState<Common[] | null>(null);
  const [error, setError] = useState<unknown>(null);
  const [picked, setPicked] = useState(0);

  // Read once on coming here; from then on the text and the grid are what is written.
  useEffect(() => {
    let left = false;
    told(api.POST("/api/changes/common", { body: { targets } }))
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
    edit(targets.map((t) => (next.devices.includes(t.device) ? { ...t, lines: linesOf(next, t.device) } : t)));
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
      {common && (
        <OneText
          key={common.devices[0]}
          number={number}
          common={common}
          change={change}
          summaries={summaries}
          open={open}
        />
      )}
    </>
  );
}

function OneText({ number, common, change, summaries, open }: GridProps & { number: number }) {
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
      {names.length > 0 && (
        <>
          <SheetActions common={common} names={names} change={change} />
          <PoolFill number={number} common={common} columns={names.map((name) => ({ name }))} change={change} />
        </>
      )}
      {names.length > 0 ? (
        <ValueGrid common={common} names={names} change={change} summaries={summaries} open={open} />
      ) : (
        <ul className="alike-devices">
          {common.devices.map((d) => (
            <li key={d}>
              <TargetState device={d} summary={summaries.get(d)} open={open} />
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
