import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import { useNavigate, useSearchParams } from "react-router";
import { api, told } from "../api/client";
import type { LibraryCheck, Standard } from "../api/types";
import { draftOf } from "../check/checks";
import { useLibraryChecks, useStandard } from "../library/queries";
import { ErrorBlock, Loading } from "../ui/Messages";
import { type Content, linesFor, request } from "../draft/content";
import { usualOrder } from "../draft/order";
import { DescribeFields } from "./DescribeFields";
import { useMoved } from "../api/keys";
import { dayAndTime } from "../ui/time";
import { useSave } from "../ui/useSave";
import { useUnsaved } from "../ui/useUnsaved";

const blank: Content = {
  version: 0,
  title: "",
  reason: "",
  undoAccepted: false,
  restoresStartup: false,
  groups: [],
  targets: [],
  checks: [],
  sheets: [],
  order: usualOrder,
  emergencyReason: null,
  requestedBy: "",
  requesterMail: "",
  outsideReference: "",
  standard: null,
};

/** A link from a version says to what a device is to return. */
function startingWith(device: string | null, backup: string | null): Content {
  return device && backup
    ? {
        ...blank,
        title: `Return ${device} to an earlier version`,
        targets: [{ ...linesFor(device), way: "BACKUP", backup: Number(backup) }],
      }
    : blank;
}

/** A use of a standard change: called like it, with the checks that it asks for. */
const contentOfUse = (standard: Standard, checks: LibraryCheck[]): Content => ({
  ...blank,
  title: standard.name,
  reason: standard.inForce?.purpose ?? "",
  checks: checks
    .filter((c) => standard.inForce?.bounds.checks.includes(c.name))
    .map((c) => draftOf(c.definition, c.name)),
  standard: standard.id,
});

export function NewChangePage() {
  const [params] = useSearchParams();
  const id = params.get("standard");
  const standard = useStandard(id === null ? null : Number(id));
  const checks = useLibraryChecks();
  if (id === null) {
    const backup = params.get("backup");
    return (
      <NewChange
        first={startingWith(params.get("device"), backup)}
        place={backup === null ? "new-change" : `new-change-backup-${backup}`}
      />
    );
  }
  if (standard.error || checks.error) {
    return <ErrorBlock error={standard.error ?? checks.error} />;
  }
  return standard.data && checks.data ? (
    <NewChange first={contentOfUse(standard.data, checks.data)} place={`new-change-standard-${id}`} />
  ) : (
    <Loading />
  );
}

interface NewChangeProps {
  first: Content;
  /** Where it is kept while it is typed. */
  place: string;
}

function NewChange({ first, place }: NewChangeProps) {
  const [content, setContent] = useState(first);
  const begun = JSON.stringify(content) !== JSON.stringify(first);
  const unsaved = useUnsaved(place, begun ? content : null, setContent);
  const navigate = useNavigate();
  const moved = useMoved();
  const create = useSave({
    mutationFn: () => told(api.POST("/api/changes", { body: request(content) })),
    onSuccess: (change) => {
      unsaved.forget();
      void moved.changes();
      navigate(`/changes/${change.number}/build`);
    },
  });
  const { problem } = create;

  function submit(event: FormEvent) {
    event.preventDefault();
    create.mutate();
  }

  return (
    <form onSubmit={submit} noValidate style={{ maxWidth: 760 }}>
      <h1 className="mb-3">Start a change</h1>
      {create.refusal && <ErrorBlock error={create.refusal} />}
      <DescribeFields content={content} problem={problem} edit={(e) => setContent({ ...content, ...e })} />
      <div className="save-bar">
        <Button type="submit" disabled={create.isPending}>
          Save the draft and write lines
        </Button>
        <Button
          variant="outline-primary"
          onClick={() => {
            unsaved.forget();
            navigate("/changes");
          }}
        >
          Leave without saving
        </Button>
        {unsaved.from !== null && (
          <span className="soft" role="status">
            What you typed {dayAndTime(unsaved.from)} stands here again.
          </span>
        )}
      </div>
    </form>
  );
}
