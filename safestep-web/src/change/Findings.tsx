import { useSettled } from "../ui/useSettled";
import { useQuery } from "@tanstack/react-query";
import { api, told } from "../api/client";
import type { Change, TargetSummary } from "../api/types";
import { count } from "../ui/words";
import type { Target } from "../draft/content";
import { keys } from "../api/keys";

/** In short what would follow for each device, worked out for all together while they are written. */
export function useSummaries(targets: Target[]): Map<string, TargetSummary> {
  const settled = useSettled(targets);
  const found = useQuery({
    queryKey: keys.previews(settled),
    queryFn: ({ signal }) => told(api.POST("/api/changes/previews", { body: { targets: settled }, signal })),
    placeholderData: (old) => old,
  });
  return new Map(found.data?.map((s) => [s.device, s]));
}

/** The same for a change as it is stored. */
export function useStoredSummaries(change: Change): Map<string, TargetSummary> {
  const found = useQuery({
    queryKey: keys.ofVersion(change.number, "summaries", change.version),
    queryFn: () => told(api.GET("/api/changes/{number}/summaries", { params: { path: { number: change.number } } })),
    staleTime: 60_000,
  });
  return new Map(found.data?.map((s) => [s.device, s]));
}

/** What would not fit, of one device or of all. */
export function Findings({ summaries, device }: { summaries: Map<string, TargetSummary>; device?: string }) {
  const found = [...summaries.values()]
    .filter((s) => !device || s.device === device)
    .sort((a, b) => a.device.localeCompare(b.device))
    .flatMap((s) => s.findings.map((sentence) => ({ device: s.device, sentence })));
  if (found.length === 0) {
    return null;
  }
  return (
    <section className="findings" aria-label="What would not fit">
      <h3>{count(found.length, "thing")} would not fit</h3>
      <ul>
        {found.map((f) => (
          <li key={f.device + f.sentence}>
            {!device && <span className="mono">{f.device}: </span>}
            {f.sentence}
          </li>
        ))}
      </ul>
    </section>
  );
}
