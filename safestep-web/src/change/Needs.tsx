import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import type { ApprovalNeed, Change, Needs } from "../api/types";
import vocabulary from "../api/vocabulary.json";
import { type Content, request } from "../draft/content";
import { Glyph } from "../ui/Glyph";
import { Block, ErrorBlock } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { useSettled } from "../ui/useSettled";
import { count } from "../ui/words";
import { needWords, partWords } from "./needs";

export const useNeeds = (change: Change) =>
  useQuery({
    queryKey: keys.needsOf(change.number),
    queryFn: () => told(api.GET("/api/changes/{number}/needs", { params: { path: { number: change.number } } })),
    refetchInterval: 10_000,
  });

/** Of what is being written and not saved. */
export function NeedsOfTrial({ content }: { content: Content }) {
  const settled = useSettled(content, "needs");
  const needs = useQuery({
    queryKey: keys.needsOfTrial(settled),
    queryFn: ({ signal }) => told(api.POST("/api/changes/needs", { body: request(settled!), signal })),
    enabled: !!settled && settled.targets.length > 0 && settled.title.trim() !== "" && settled.reason.trim() !== "",
    placeholderData: (old) => old,
    retry: false,
  });
  return needs.data ? (
    <section className="mt-4" aria-label="What it will need">
      <RiskSum risk={needs.data.risk} />
      {needs.data.standard && <KeepsToStandard standard={needs.data.standard} />}
      {!needs.data.standard?.inside && (
        <>
          <h2 className="mt-3">Whose approval it will need</h2>
          <NeedList needs={needs.data.needs} all={settled?.targets.length ?? 0} />
        </>
      )}
    </section>
  ) : null;
}

/** The sum, and what gave it. */
export function RiskSum({ risk }: { risk: Needs["risk"] }) {
  return (
    <section aria-label="Risk">
      <h2>
        Risk: {vocabulary.riskLevels[risk.level]}, {count(risk.points, "point")}
      </h2>
      {risk.reasons.length === 0 && <p className="soft mb-1">Nothing counts for it.</p>}
      <ul className="risk-reasons">
        {risk.reasons.map((r) => (
          <li key={r.factor}>
            <span className="mono">{r.points}</span> {r.sentence}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Whether it keeps within what was approved once, and why not. */
function KeepsToStandard({ standard }: { standard: NonNullable<Needs["standard"]> }) {
  const name = <Link to={`/library/standard/${standard.id}`}>{standard.name}</Link>;
  return (
    <section className="mt-3" aria-label="Standard change">
      <h2>Standard change</h2>
      {standard.inside ? (
        <div className="item">
          <Glyph shape="done" />
          <div>
            <b>Within the bounds of {name}: it needs no approval of its own.</b>
            {standard.bounds.map((b) => (
              <div key={b} className="soft">
                {b}
              </div>
            ))}
          </div>
        </div>
      ) : (
        <div className="item">
          <Glyph shape="blocked" />
          <div>
            <b>It is a normal change, and not within the bounds of {name}:</b>
            <ul className="mb-0">
              {standard.outside.map((o) => (
                <li key={o}>{o}</li>
              ))}
            </ul>
            {standard.outside.length === 0 && "It was not within them when it was submitted."}
          </div>
        </div>
      )}
    </section>
  );
}

/** Each approval that is needed, why, and who has given it. @param all how many devices the change has */
export function NeedList({ needs, all }: { needs: ApprovalNeed[]; all: number }) {
  return (
    <>
      {needs.map((n) => (
        <div key={n.key} className="item">
          <Glyph shape={n.missing === 0 ? "done" : n.open || n.given.length > 0 ? "blocked" : "notyet"} />
          <div>
            <b>{needWords(n)}</b> {partWords(n, all)}
            {n.yours && " · yours to give"}
            <div className="soft">
              because {n.because}
              {n.missing > 0 && !n.open && " · asked for once the others are there"}
              {n.rule && ` · rule “${n.rule}”, version ${n.ruleVersion}`}
            </div>
            {n.watch.length > 0 && <div className="soft">on watch now: {n.watch.join(", ")}</div>}
            {n.deadEnd && <div className="harm">{n.deadEnd}</div>}
          </div>
          <span className="when">{n.due && n.missing > 0 && `due ${dayAndTime(n.due)}`}</span>
        </div>
      ))}
    </>
  );
}

/** What a submitted change needs, on its page. */
export function NeedsOf({ change }: { change: Change }) {
  const needs = useNeeds(change);
  if (!needs.data) {
    return needs.error ? <ErrorBlock error={needs.error} /> : null;
  }
  return (
    <>
      <RiskSum risk={needs.data.risk} />
      {needs.data.standard && <KeepsToStandard standard={needs.data.standard} />}
      {!needs.data.standard?.inside && (
        <>
          <h2 className="mt-4">{needs.data.kept ? "Whose approval it needs" : "Whose approval it will need"}</h2>
          <NeedList needs={needs.data.needs} all={change.targets.length} />
        </>
      )}
      {needs.data.ends && <Block>Its approval ends {dayAndTime(needs.data.ends)}; after that it asks again.</Block>}
    </>
  );
}
