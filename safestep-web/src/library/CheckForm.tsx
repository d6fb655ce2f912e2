import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import { asProblem } from "../api/client";
import type { LibraryCheck } from "../api/types";
import { CheckFields } from "../check/CheckFields";
import { blankCheck, checkRequest, draftOf } from "../check/checks";
import { CheckTrial } from "../check/CheckTrial";
import { useMay } from "../session/session";
import { ErrorBlock } from "../ui/Messages";
import { Removal } from "../ui/Removal";
import { dayAndTime } from "../ui/time";
import { useDevices, useReadable } from "./queries";
import { type Named, NamedFields } from "./NamedFields";
import { useKept } from "./useKept";

/** Writing a check of the library, and looking with it now. */
export function CheckForm({ check }: { check: LibraryCheck | null }) {
  const may = useMay("WRITE_LIBRARY");
  const reads = useReadable().data ?? [];
  const devices = useDevices().data ?? [];
  const [named, setNamed] = useState<Named>({ name: check?.name ?? "", description: check?.description ?? "" });
  const [draft, setDraft] = useState(() =>
    check ? { ...draftOf(check.definition, null), name: "" } : { ...blankCheck, read: "neighbours" },
  );
  const { save, remove } = useKept("/api/checks", "checks", "/library/checks", check);
  const problem = save.error ? asProblem(save.error) : null;
  const at = (field: string) => problem?.at(field)[0]?.message;
  const fitting = devices.filter((d) => !check || check.platforms.includes(d.platform)).map((d) => d.name);

  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate({ ...named, check: checkRequest(draft) });
  }

  return (
    <form onSubmit={submit} noValidate>
      <h2>{check ? `What it says, version ${check.version}` : "A new check"}</h2>
      {problem && problem.errors.length === 0 && <ErrorBlock error={problem} />}
      <NamedFields
        of="check"
        named={named}
        set={setNamed}
        disabled={!may}
        nameError={at("name")}
        descriptionLabel="What it is good for"
      />
      <CheckFields
        check={draft}
        reads={reads}
        error={(field) => at(`check.${field}`)}
        onChange={setDraft}
        disabled={!may}
      />
      <CheckTrial check={draft} devices={fitting} />
      {may && (
        <div className="d-flex gap-2 mt-3 mb-2">
          <Button type="submit" disabled={save.isPending || !named.name.trim()}>
            {check ? "Save" : "Add the check"}
          </Button>
          {check && (
            <span className="ms-auto">
              <Removal name={check.name} busy={remove.isPending} remove={() => remove.mutate()} />
            </span>
          )}
        </div>
      )}
      {remove.error && <ErrorBlock error={remove.error} />}
      {check && (
        <p className="soft">
          Written by {check.writtenBy} {dayAndTime(check.writtenAt)}. Changes that have taken it keep it as it was then.
        </p>
      )}
    </form>
  );
}
