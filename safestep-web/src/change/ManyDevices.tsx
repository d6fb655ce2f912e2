import type { TargetSummary } from "../api/types";
import { useTemplateVersion } from "../library/queries";
import { ErrorBlock, Loading } from "../ui/Messages";
import { count } from "../ui/words";
import { CommonEditor } from "./CommonEditor";
import type { Target } from "../draft/content";
import { Findings } from "./Findings";
import { PoolFill } from "./PoolFill";
import { commonOfValues, valuesOf } from "./templates";
import { NewerVersion } from "./TemplateWay";
import { TemplateForAll } from "./TemplateForAll";
import { SheetActions, TargetState, ValueGrid } from "./ValueGrid";

interface Props {
  /** Of the change. */
  number: number;
  targets: Target[];
  summaries: Map<string, TargetSummary>;
  edit: (targets: Target[]) => void;
  open: (device: string) => void;
}

/** All devices of a change at once: those in lines as one text, those by template as a grid of values. */
export function ManyDevices({ number, targets, summaries, edit, open }: Props) {
  const inLines = targets.filter((t) => t.way === "LINES");
  const byTemplate = [...new Set(targets.filter((t) => t.way === "TEMPLATE").map((t) => t.template))];
  const others = targets.filter((t) => t.way !== "LINES" && t.way !== "TEMPLATE");
  const put = (changed: Target[]) => {
    const byDevice = new Map(changed.map((t) => [t.device, t]));
    edit(targets.map((t) => byDevice.get(t.device) ?? t));
  };
  return (
    <>
      <TemplateForAll targets={targets} edit={put} />
      {byTemplate.map((version) => (
        <TemplateGrid
          key={version ?? "none"}
          number={number}
          version={version}
          targets={targets.filter((t) => t.way === "TEMPLATE" && t.template === version)}
          summaries={summaries}
          edit={put}
          open={open}
        />
      ))}
      {inLines.length > 0 && (
        <CommonEditor
          // Devices that come or go make other groups.
          key={inLines.map((t) => t.device).join(" ")}
          number={number}
          targets={inLines}
          summaries={summaries}
          edit={put}
          open={open}
        />
      )}
      <Findings summaries={summaries} />
      {others.length > 0 && (
        <>
          <h3 className="mt-3">Written for itself</h3>
          <ul className="alike-devices">
            {others.map((t) => (
              <li key={t.device}>
                <TargetState device={t.device} summary={summaries.get(t.device)} open={open} />
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}

/** Devices that use the same version of a template: a row of values each. */
function TemplateGrid({ number, version, targets, summaries, edit, open }: Props & { version: number | null }) {
  const used = useTemplateVersion(version);
  if (used.error) {
    return <ErrorBlock error={used.error} />;
  }
  if (version === null) {
    return <p className="soft">{targets.map((t) => t.device).join(", ")}: no template is chosen yet.</p>;
  }
  if (!used.data) {
    return <Loading />;
  }
  const { variables } = used.data;
  const names = variables.map((v) => v.name);
  const common = commonOfValues(
    [...targets].sort((a, b) => a.device.localeCompare(b.device)),
    names,
  );
  const change = (next: typeof common) => edit(targets.map((t) => ({ ...t, values: valuesOf(next, t.device) })));
  return (
    <section className="mb-4" aria-label={`Values for ${used.data.name}`}>
      <h3>
        {used.data.name}, version {used.data.number}, for {count(targets.length, "device")}
      </h3>
      {used.data.description && <p className="soft mb-1">{used.data.description}</p>}
      <NewerVersion used={used.data} take={(newer) => edit(targets.map((t) => ({ ...t, template: newer })))} />
      {names.length > 0 && (
        <>
          <SheetActions common={common} names={names.filter((n) => !isSecret(n))} change={change} />
          <PoolFill number={number} common={common} columns={variables} change={change} />
        </>
      )}
      <ValueGrid
        common={common}
        names={names}
        variables={variables}
        change={change}
        summaries={summaries}
        open={open}
      />
    </section>
  );

  function isSecret(name: string) {
    return variables.some((v) => v.name === name && v.type === "SECRET");
  }
}
