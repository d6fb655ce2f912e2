import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import { api, told, type Schemas } from "../api/client";
import type { LibraryCheck } from "../api/types";
import { CheckFields } from "../check/CheckFields";
import { blankCheck, checkRequest, draftOf } from "../check/checks";
import { CheckTrial } from "../check/CheckTrial";
import { useMayEverywhere } from "../session/session";
import { ErrorBlock } from "../ui/Messages";
import { Removal } from "../ui/Removal";
import { dayAndTime } from "../ui/time";
import { useReadable } from "./queries";
import { type Named, NamedFields } from "./NamedFields";
import { useKept } from "./useKept";
import { useDevices } from "../api/shared";
import { keys } from "../api/keys";

/** Writing a check of the library, and looking with it now. */
export function CheckForm({ check }: { check: LibraryCheck | null }) {
  const may = useMayEverywhere("WRITE_LIBRARY");
  const reads = useReadable().data ?? [];
  const devices = useDevices().data ?? [];
  const [named, setNamed] = useState<Named>({ name: check?.name ?? "", description: check?.description ?? "" });
  const [draft, setDraft] = useState(() =>
    check ? { ...draftOf(check.definition, null), name: "" } : { ...blankCheck, read: "neighbours" },
  );
  const { save, remove } = useKept({
    kept: check,
    key: keys.checks,
    page: "/library/checks",
    add: (body: Schemas["CheckLibraryCheckRequest"]) => told(api.POST("/api/checks", { body })),
    change: (id, body) => told(api.PUT("/api/checks/{id}", { params: { path: { id } }, body })),
    remove: (id) => told(api.DELETE("/api/checks/{id}", { params: { path: { id } } })),
  });
  const { at, refusal } = save;
  const fitting = devices.filter((d) => !check || check.platforms.includes(d.platform)).map((d) => d.name);

  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate({ ...named, check: checkRequest(draft) });
  }

  return (
    <form onSubmit={submit} noValidate>
      <h2>{check ? `What it says, version ${check.version}` : "A new check"}</h2>
      {refusal && <ErrorBlock error={refusal} />}
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
