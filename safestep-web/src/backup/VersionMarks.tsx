import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link } from "react-router";
import { api, asProblem, told } from "../api/client";
import type { Backup } from "../api/types";
import { useMayOn } from "../session/session";
import { dayAndTime } from "../ui/time";
import { useMoved } from "../api/keys";

/** What people say of a version: its name, and whether it is the reference. */
export function VersionMarks({ device, version }: { device: string; version: Backup }) {
  const may = useMayOn("WRITE_BACKUPS", device);
  const mayChange = useMayOn("WRITE_CHANGES", device);
  const moved = useMoved();
  const [asking, setAsking] = useState<"label" | "reference" | null>(null);
  const [text, setText] = useState("");
  const done = () => {
    setAsking(null);
    return moved.backups();
  };
  const label = useMutation({
    mutationFn: (name: string) =>
      told(
        api.PUT("/api/devices/{name}/backups/{id}/label", {
          params: { path: { name: device, id: version.id } },
          body: { label: name },
        }),
      ),
    onSuccess: done,
  });
  const make = useMutation({
    mutationFn: (reason: string) =>
      told(
        api.PUT("/api/devices/{name}/backups/{id}/reference", {
          params: { path: { name: device, id: version.id } },
          body: { reason },
        }),
      ),
    onSuccess: done,
  });
  const end = useMutation({
    mutationFn: () =>
      told(
        api.DELETE("/api/devices/{name}/backups/{id}/reference", {
          params: { path: { name: device, id: version.id } },
        }),
      ),
    onSuccess: done,
  });
  const problem = label.error ?? make.error ?? end.error;
  function submit(event: FormEvent) {
    event.preventDefault();
    (asking === "label" ? label : make).mutate(text.trim());
  }
  return (
    <div className="version-marks">
      <div className="line">
        <h2>
          {version.file ? `File ${version.file}` : version.kind === "STARTUP" ? "Startup" : "Running"} of{" "}
          {dayAndTime(version.takenAt)}
          {version.label && <> “{version.label}”</>}
        </h2>
        {version.reference && (
          <span>
            Reference since {dayAndTime(version.reference.at)}: {version.reference.reason}{" "}
            <span className="soft">({version.reference.by})</span>
          </span>
        )}
        <span className="actions">
          {mayChange && version.kind === "RUNNING" && (
            <Link className="btn btn-link" to={`/changes/new?device=${device}&backup=${version.id}`}>
              Return to this version …
            </Link>
          )}
          {may && (
            <Button
              variant="link"
              onClick={() => {
                setText(version.label);
                setAsking("label");
              }}
            >
              {version.label ? "Change the name" : "Give it a name"}
            </Button>
          )}
          {may && version.kind === "RUNNING" && !version.reference && (
            <Button
              variant="link"
              onClick={() => {
                setText("");
                setAsking("reference");
              }}
            >
              Make it the reference
            </Button>
          )}
          {may && version.reference && (
            <Button variant="link" disabled={end.isPending} onClick={() => end.mutate()}>
              No longer the reference
            </Button>
          )}
        </span>
      </div>
      {asking && (
        <form className="line" onSubmit={submit}>
          <Form.Label htmlFor="mark-text">
            {asking === "label" ? "Name" : "Why is this version the reference?"}
          </Form.Label>
          <Form.Control
            id="mark-text"
            size="sm"
            autoFocus
            maxLength={asking === "label" ? 80 : 300}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          <Button type="submit" size="sm" disabled={label.isPending || make.isPending}>
            {asking === "label" ? "Name it" : "Make it the reference"}
          </Button>
          <Button variant="link" onClick={() => setAsking(null)}>
            Cancel
          </Button>
        </form>
      )}
      {problem && (
        <p className="harm" role="alert">
          {asProblem(problem).message}
        </p>
      )}
    </div>
  );
}
