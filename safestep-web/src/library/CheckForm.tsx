import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { asProblem } from "../api/client";
import type { LibraryCheck } from "../api/types";
import { CheckFields } from "../change/CheckFields";
import { blankCheck, checkRequest, draftOf } from "../change/checks";
import { CheckTrial } from "../change/CheckTrial";
import { useMay } from "../session/session";
import { ErrorBlock } from "../ui/Messages";
import { Removal } from "../ui/Removal";
import { dayAndTime } from "../ui/time";
import { useDevices, useReadable } from "./queries";
import { useKept } from "./useKept";

/** Writing a check of the library, and looking with it now. */
export function CheckForm({ check }: { check: LibraryCheck | null }) {
  const may = useMay("WRITE_LIBRARY");
  const reads = useReadable().data ?? [];
  const devices = useDevices().data ?? [];
  const [name, setName] = useState(check?.name ?? "");
  const [description, setDescription] = useState(check?.description ?? "");
  const [draft, setDraft] = useState(() =>
    check ? { ...draftOf(check.definition, null), name: "" } : { ...blankCheck, read: "neighbours" },
  );
  const { save, remove } = useKept("/api/checks", "checks", "/library/checks", check);
  const problem = save.error ? asProblem(save.error) : null;
  const at = (field: string) => problem?.at(field)[0]?.message;
  const fitting = devices.filter((d) => !check || check.platforms.includes(d.platform)).map((d) => d.name);

  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate({ name, description, check: checkRequest(draft) } as { name: string });
  }

  return (
    <form onSubmit={submit} noValidate>
      <h2>{check ? `What it says, version ${check.version}` : "A new check"}</h2>
      {problem && problem.errors.length === 0 && <ErrorBlock error={problem} />}
      <Form.Group className="mb-2" controlId="check-name">
        <Form.Label>Name</Form.Label>
        <Form.Control
          maxLength={80}
          disabled={!may}
          value={name}
          isInvalid={!!at("name")}
          onChange={(e) => setName(e.target.value)}
        />
        <Form.Control.Feedback type="invalid">{at("name")}</Form.Control.Feedback>
      </Form.Group>
      <Form.Group className="mb-2" controlId="check-description">
        <Form.Label>What it is good for</Form.Label>
        <Form.Control
          maxLength={1000}
          disabled={!may}
          value={description}
          onChange={(e) => setDescription(e.target.value)}
        />
      </Form.Group>
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
          <Button type="submit" disabled={save.isPending || !name.trim()}>
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
