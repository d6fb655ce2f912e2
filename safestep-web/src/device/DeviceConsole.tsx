import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import type { DeviceRow } from "../api/types";
import { useMay } from "../session/session";
import { keys, useMoved } from "../api/keys";
import { useSave } from "../ui/useSave";

/** Asks the device itself, with the read commands that its platform profile names. */
export function DeviceConsole({ device }: { device: DeviceRow }) {
  const may = useMay("READ_DEVICES");
  const reads = useQuery({
    queryKey: keys.reads(device.name),
    queryFn: () => told(api.GET("/api/devices/{name}/reads", { params: { path: { name: device.name } } })),
  });
  const [read, setRead] = useState("interfaces");
  const [given, give] = useState<Record<string, string>>({});
  const ask = useSave({
    mutationFn: () =>
      told(
        api.POST("/api/devices/{name}/reads", {
          params: { path: { name: device.name } },
          body: {
            read,
            arguments: given,
          },
        }),
      ),
  });
  const moved = useMoved();
  if (!may) {
    return null;
  }
  const wanted = reads.data?.find((r) => r.name === read);
  const { problem } = ask;
  function submit(event: FormEvent) {
    event.preventDefault();
    ask.mutate(undefined, { onSettled: () => moved.devices() });
  }
  return (
    <>
      <h2 className="mt-4">Ask the device</h2>
      <form onSubmit={submit} className="d-flex gap-2" noValidate>
        <Form.Select aria-label="Read command" value={read} onChange={(e) => setRead(e.target.value)}>
          {reads.data?.map((r) => (
            <option key={r.name} value={r.name}>
              {r.title}
            </option>
          ))}
        </Form.Select>
        {wanted?.arguments.map((name) => (
          <Form.Control
            key={name}
            aria-label={name}
            placeholder={name}
            className="mono"
            value={given[name] ?? ""}
            isInvalid={!!ask.at(name)}
            onChange={(e) => give({ ...given, [name]: e.target.value })}
          />
        ))}
        <Button type="submit" variant="outline-primary" disabled={ask.isPending}>
          {ask.isPending ? "Asking …" : "Ask"}
        </Button>
      </form>
      {problem && (
        <p className="harm mt-1" role="alert">
          {problem.message}
        </p>
      )}
      {ask.data && (
        <pre tabIndex={0} aria-label="Answer of the device" style={{ overflow: "auto", whiteSpace: "pre" }}>
          {`> ${ask.data.command}\n${ask.data.output}`}
        </pre>
      )}
    </>
  );
}
