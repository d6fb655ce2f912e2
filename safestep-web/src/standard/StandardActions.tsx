import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import type { Standard, StandardVersion } from "../api/types";
import { useMayEverywhere } from "../session/session";
import { Block, ErrorBlock } from "../ui/Messages";
import { ReasonModal } from "../ui/ReasonModal";
import { useSave } from "../ui/useSave";

/** What is next for a standard change, and what ends it. */
export function StandardActions({ standard, version }: { standard: Standard; version: StandardVersion }) {
  const mayWrite = useMayEverywhere("WRITE_LIBRARY");
  const mayDecide = useMayEverywhere("DECIDE_CHANGES");
  const client = useQueryClient();
  const [asking, setAsking] = useState<"suspend" | "retire" | null>(null);
  const path = { params: { path: { id: standard.id } } };
  const moved = () => client.invalidateQueries({ queryKey: keys.standards });
  const ask = useSave({
    mutationFn: () =>
      told(api.POST("/api/standard-changes/{id}/submission", { ...path, body: { number: version.number } })),
    onSettled: moved,
  });
  const end = useSave({
    mutationFn: (why: string) =>
      asking === "suspend"
        ? told(api.POST("/api/standard-changes/{id}/suspension", { ...path, body: { why } }))
        : told(api.POST("/api/standard-changes/{id}/retirement", path)),
    onSuccess: () => setAsking(null),
    onSettled: moved,
  });
  if (standard.retired) {
    return <Block>It is retired: nothing is let through by it any more.</Block>;
  }
  return (
    <>
      {version.state === "WRITTEN" && mayWrite && (
        <Block
          action={
            <Button disabled={ask.isPending} onClick={() => ask.mutate()}>
              Ask for its approval
            </Button>
          }
        >
          Version {version.number} is written, and nobody was asked to approve it yet.
        </Block>
      )}
      {version.state === "RETURNED" && mayWrite && <Block>It came back. Write it anew, then ask again.</Block>}
      {ask.error && <ErrorBlock error={ask.error} each />}
      <p className="d-flex gap-3">
        {standard.inForce?.state === "IN_FORCE" && (mayWrite || mayDecide) && (
          <Button variant="link" className="p-0" onClick={() => setAsking("suspend")}>
            Suspend it
          </Button>
        )}
        {mayWrite && (
          <Button variant="link" className="p-0" onClick={() => setAsking("retire")}>
            Retire it
          </Button>
        )}
      </p>
      {asking && (
        <ReasonModal
          title={asking === "suspend" ? `Suspend ${standard.name}?` : `Retire ${standard.name}?`}
          label={asking === "suspend" ? "Suspend it" : "Retire it"}
          harmful
          needsNoReason={asking === "retire"}
          mostCharacters={400}
          error={end.error}
          busy={end.isPending}
          submit={(why) => end.mutate(why)}
          close={() => {
            setAsking(null);
            end.reset();
          }}
        >
          Changes that wait for their run under it need approvals of their own again, and lose their booking.{" "}
          {asking === "suspend"
            ? "It comes back when a new version is approved."
            : "It does not come back; what ran under it stays on record."}
        </ReasonModal>
      )}
    </>
  );
}
