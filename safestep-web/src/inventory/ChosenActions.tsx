import { useMutation, useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Dropdown from "react-bootstrap/Dropdown";
import Form from "react-bootstrap/Form";
import Modal from "react-bootstrap/Modal";
import { useNavigate } from "react-router";
import { api, asProblem, told } from "../api/client";
import { useMay } from "../session/session";
import { save } from "../ui/csv";
import { ErrorBlock } from "../ui/Messages";
import { count } from "../ui/words";
import { keys } from "../api/keys";
import { sheetOf } from "./sheets";

interface Action {
  name: string;
  /** What the button says, for example "Add a label …". */
  title: string;
  right: string;
  ask?: "stance" | "label" | "group" | "credential";
}

const actions: Action[] = [
  { name: "SET_STANCE", title: "Set the stance …", right: "WRITE_DEVICES", ask: "stance" },
  { name: "ADD_LABEL", title: "Add a label …", right: "WRITE_DEVICES", ask: "label" },
  { name: "REMOVE_LABEL", title: "Remove a label …", right: "WRITE_DEVICES", ask: "label" },
  { name: "PUT_INTO_GROUP", title: "Put into a group …", right: "WRITE_DEVICES", ask: "group" },
  { name: "TAKE_OUT_OF_GROUP", title: "Take out of a group …", right: "WRITE_DEVICES", ask: "group" },
  { name: "USE_CREDENTIAL", title: "Use a credential …", right: "WRITE_CREDENTIALS", ask: "credential" },
];

/** What can be done with the chosen devices; each leads to a round with a result for each device. */
export function ChosenActions({ devices, labels, clear }: { devices: string[]; labels: string[]; clear: () => void }) {
  const navigate = useNavigate();
  const mayRead = useMay("READ_DEVICES");
  const mayWrite = useMay("WRITE_DEVICES");
  const mayCredentials = useMay("WRITE_CREDENTIALS");
  const [asking, setAsking] = useState<Action | null>(null);
  const start = useMutation({
    mutationFn: ({ action, argument }: { action: string; argument: string }) =>
      told(api.POST("/api/rounds", { body: { action, argument, devices } })),
    onSuccess: (round) => navigate(`/rounds/${round.id}`),
  });
  const file = useMutation({
    mutationFn: async (what: "CSV" | "XLSX" | "handover") =>
      what === "handover"
        ? save("hand-over.xlsx", await told(api.POST("/api/devices/handover", { body: { devices }, parseAs: "blob" })))
        : save(`devices.${what.toLowerCase()}`, await sheetOf(devices, what)),
  });
  const may: Record<string, boolean> = { WRITE_DEVICES: mayWrite, WRITE_CREDENTIALS: mayCredentials };
  const possible = actions.filter((a) => may[a.right]);
  const problem = start.error ?? file.error;
  return (
    <>
      <div className="chosen-bar" role="region" aria-label="Chosen devices">
        <b>{count(devices.length, "device")} chosen</b>
        {mayRead && (
          <>
            <Button
              size="sm"
              variant="outline-primary"
              disabled={start.isPending}
              onClick={() => start.mutate({ action: "TEST_CONNECTION", argument: "" })}
            >
              Test the connection
            </Button>
            <Button
              size="sm"
              variant="outline-primary"
              disabled={start.isPending}
              onClick={() => start.mutate({ action: "BACK_UP", argument: "" })}
            >
              Back up
            </Button>
          </>
        )}
        {possible.length > 0 && (
          <Dropdown>
            <Dropdown.Toggle size="sm" variant="outline-primary">
              Change
            </Dropdown.Toggle>
            <Dropdown.Menu>
              {possible.map((a) => (
                <Dropdown.Item key={a.name} as="button" onClick={() => setAsking(a)}>
                  {a.title}
                </Dropdown.Item>
              ))}
            </Dropdown.Menu>
          </Dropdown>
        )}
        <Dropdown>
          <Dropdown.Toggle size="sm" variant="outline-primary" disabled={file.isPending}>
            {file.isPending ? "Writing …" : "As a file"}
          </Dropdown.Toggle>
          <Dropdown.Menu>
            <Dropdown.Item as="button" onClick={() => file.mutate("CSV")}>
              CSV, to be imported again
            </Dropdown.Item>
            <Dropdown.Item as="button" onClick={() => file.mutate("XLSX")}>
              XLSX, to be imported again
            </Dropdown.Item>
            <Dropdown.Item as="button" onClick={() => file.mutate("handover")}>
              Hand-over sheet of an installation
            </Dropdown.Item>
          </Dropdown.Menu>
        </Dropdown>
        <Button variant="link" className="ms-auto" onClick={clear}>
          Choose none
        </Button>
      </div>
      {problem && !asking && <ErrorBlock error={problem} />}
      {asking && (
        <Ask
          action={asking}
          devices={devices.length}
          labels={labels}
          pending={start.isPending}
          error={start.error}
          close={() => {
            start.reset();
            setAsking(null);
          }}
          go={(argument) => start.mutate({ action: asking.name, argument })}
        />
      )}
    </>
  );
}

function Ask({
  action,
  devices,
  labels,
  pending,
  error,
  close,
  go,
}: {
  action: Action;
  devices: number;
  labels: string[];
  pending: boolean;
  error: unknown;
  close: () => void;
  go: (argument: string) => void;
}) {
  const groups = useQuery({
    queryKey: keys.groups,
    queryFn: () => told(api.GET("/api/groups")),
    enabled: action.ask === "group",
  });
  const credentials = useQuery({
    queryKey: keys.credentials,
    queryFn: () => told(api.GET("/api/credentials")),
    enabled: action.ask === "credential",
  });
  const [argument, setArgument] = useState(action.ask === "stance" ? "managed" : "");
  const choices: Record<string, string[]> = {
    stance: ["managed", "observe"],
    group: groups.data?.filter((g) => !g.rule).map((g) => g.name) ?? [],
    credential: credentials.data?.map((c) => c.name) ?? [],
  };
  const problem = error ? asProblem(error) : null;
  function submit(event: FormEvent) {
    event.preventDefault();
    go(argument.trim());
  }
  const title = action.title.replace(" …", "");
  return (
    <Modal show onHide={close} centered aria-labelledby="ask-title">
      <form onSubmit={submit} noValidate>
        <Modal.Header closeButton>
          <Modal.Title id="ask-title" as="h2">
            {title}, {count(devices, "device")}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          {action.ask === "label" ? (
            <>
              <Form.Label htmlFor="argument">Label</Form.Label>
              <Form.Control
                id="argument"
                autoFocus
                list="labels"
                maxLength={40}
                value={argument}
                isInvalid={!!problem}
                onChange={(e) => setArgument(e.target.value)}
              />
              <datalist id="labels">
                {labels.map((l) => (
                  <option key={l} value={l} />
                ))}
              </datalist>
            </>
          ) : (
            <>
              <Form.Label htmlFor="argument">
                {{ stance: "Stance", group: "Group", credential: "Credential" }[action.ask!]}
              </Form.Label>
              <Form.Select
                id="argument"
                autoFocus
                value={argument}
                isInvalid={!!problem}
                onChange={(e) => setArgument(e.target.value)}
              >
                {action.ask !== "stance" && <option value="">Choose …</option>}
                {choices[action.ask!]!.map((c) => (
                  <option key={c}>{c}</option>
                ))}
              </Form.Select>
              {action.ask === "stance" && (
                <Form.Text>
                  Managed: Safe Step may write to them when a change runs. Observe: it reads them only.
                </Form.Text>
              )}
              {action.ask === "group" && groups.data && choices.group!.length === 0 && (
                <Form.Text>There is no group with a fixed list yet. Make one on the page Groups.</Form.Text>
              )}
            </>
          )}
          {problem && (
            <p className="harm mt-2 mb-0" role="alert">
              {problem.message}
            </p>
          )}
        </Modal.Body>
        <Modal.Footer>
          <Button variant="link" onClick={close}>
            Cancel
          </Button>
          <Button type="submit" disabled={pending || !argument.trim()}>
            {title}
          </Button>
        </Modal.Footer>
      </form>
    </Modal>
  );
}
