import { useMutation } from "@tanstack/react-query";
import Button from "react-bootstrap/Button";
import { useNavigate } from "react-router";
import { api, asProblem, told } from "../api/client";
import { useMoved } from "../api/keys";
import type { Change } from "../api/types";
import { useMayOnWhole } from "../session/session";

/** Writes the same once more, as a draft of one's own: also what failed, with what was noted about it. */
export function CopyChange({ change }: { change: Change }) {
  const may = useMayOnWhole("WRITE_CHANGES");
  const navigate = useNavigate();
  const moved = useMoved();
  const copy = useMutation({
    mutationFn: () => told(api.POST("/api/changes/{number}/copy", { params: { path: { number: change.number } } })),
    onSuccess: async (draft) => {
      await moved.change(draft.number);
      navigate(`/changes/${draft.number}/describe`);
    },
  });
  if (!may) {
    return null;
  }
  return (
    <>
      <Button variant="link" size="sm" className="p-0" disabled={copy.isPending} onClick={() => copy.mutate()}>
        Copy into a new draft
      </Button>
      {copy.error && (
        <span className="harm" role="alert">
          {" "}
          {asProblem(copy.error).message}
        </span>
      )}
    </>
  );
}
