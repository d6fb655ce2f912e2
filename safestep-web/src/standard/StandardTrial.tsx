import { useQuery } from "@tanstack/react-query";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import type { StandardRequest } from "../api/types";
import { NeedList } from "../change/Needs";
import { Block, ErrorBlock } from "../ui/Messages";
import { useSettled } from "../ui/useSettled";
import { count } from "../ui/words";

const mostShown = 8;

/** For which devices it could be approved, and whose approval that would take. */
export function StandardTrial({ id, wanted }: { id: number | null; wanted: StandardRequest }) {
  const settled = useSettled(wanted, "standard");
  const trial = useQuery({
    queryKey: keys.standardTrial([id, settled]),
    queryFn: ({ signal }) =>
      told(
        api.POST("/api/standard-changes/trial", {
          body: {
            id,
            standard: {
              ...settled,
              name: settled.name.trim() || "This standard change",
              purpose: settled.purpose.trim() || "-",
            },
          },
          signal,
        }),
      ),
    enabled: settled.templateVersion > 0,
    placeholderData: (old) => old,
    retry: false,
  });
  if (trial.error) {
    return <ErrorBlock error={trial.error} each />;
  }
  if (!trial.data) {
    return null;
  }
  const { devices, leftOut, needs } = trial.data;
  return (
    <section className="mt-4" aria-label="What would be approved">
      <h2>What would be approved</h2>
      {devices.length > 0 ? (
        <p className="mb-1">
          {count(devices.length, "device")}: <span className="mono">{devices.join(", ")}</span>
        </p>
      ) : (
        <Block tone="bad">There is no device for which it could be approved.</Block>
      )}
      {leftOut.length > 0 && (
        <Block>
          {leftOut.slice(0, mostShown).map((l) => (
            <div key={l.device}>
              <span className="mono">{l.device}</span> is left out: {l.why}.
            </div>
          ))}
          {leftOut.length > mostShown && <div>and {leftOut.length - mostShown} more</div>}
        </Block>
      )}
      {devices.length > 0 && (
        <>
          <h2 className="mt-3">Whose approval it will need</h2>
          <NeedList needs={needs} all={devices.length} />
        </>
      )}
    </section>
  );
}
