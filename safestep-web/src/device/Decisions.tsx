import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, asProblem, told } from "../api/client";
import type { DeviceDetail, DeviceRow } from "../api/types";
import { useMayOn } from "../session/session";
import { useMoved } from "../api/keys";
import { useSave } from "../ui/useSave";

/** A device shows another host key than before: everything waits until a person has found out why. */
export function HostKeyDecision({
  device,
  offered,
}: {
  device: DeviceDetail;
  offered: { key: string; fingerprint: string };
}) {
  const may = useMayOn("WRITE_DEVICES", device.row.name);
  const moved = useMoved();
  const [reason, setReason] = useState("");
  const decide = useSave({
    mutationFn: (accept: boolean) =>
      told(
        api.POST("/api/devices/{name}/host-key", {
          params: { path: { name: device.row.name } },
          body: { offered: offered.key, accept, reason },
        }),
      ),
    onSettled: () => moved.devices(),
  });
  const { problem } = decide;
  return (
    <section className="block bad decision" role="alert">
      <div>
        <b>{device.row.name} shows another host key than before.</b> Nothing is sent to it until somebody has decided.
        Compare the new key with what the device itself says, at its console.
        <dl className="fact-list">
          <dt>Trusted so far</dt>
          <dd className="mono key">{device.hostKey}</dd>
          <dt>Shown now</dt>
          <dd className="mono key">{offered.fingerprint}</dd>
        </dl>
        {may ? (
          <>
            <Form.Control
              size="sm"
              value={reason}
              maxLength={500}
              aria-label="How you found out"
              placeholder="How you found out, such as: the supervisor module was exchanged, key compared at the console"
              isInvalid={!!problem}
              onChange={(e) => setReason(e.target.value)}
            />
            {problem && <p className="harm mb-0">{problem.message}</p>}
            <div className="d-flex gap-3 mt-2">
              <Button
                variant="danger"
                size="sm"
                disabled={decide.isPending || !reason.trim()}
                onClick={() => decide.mutate(true)}
              >
                Trust the new key
              </Button>
              <Button
                variant="outline-primary"
                size="sm"
                disabled={decide.isPending || !reason.trim()}
                onClick={() => decide.mutate(false)}
              >
                Keep the old key
              </Button>
            </div>
          </>
        ) : (
          <p className="mb-0">An administrator decides about it.</p>
        )}
      </div>
    </section>
  );
}

/** Another box answers than the one on record. */
export function SerialDecision({ device, seen }: { device: DeviceRow; seen: string }) {
  const may = useMayOn("WRITE_DEVICES", device.name);
  const moved = useMoved();
  const accept = useMutation({
    mutationFn: () =>
      told(api.POST("/api/devices/{name}/serial", { params: { path: { name: device.name } }, body: { seen } })),
    onSettled: () => moved.devices(),
  });
  return (
    <section className="block bad decision" role="alert">
      <div>
        <b>Another box answers here.</b> On record is serial number <span className="mono">{device.serial}</span>, seen
        was <span className="mono">{seen}</span>. The record was not overwritten.
        {accept.error && <p className="harm mb-0">{asProblem(accept.error).message}</p>}
      </div>
      {may && (
        <Button variant="outline-primary" size="sm" disabled={accept.isPending} onClick={() => accept.mutate()}>
          The box was exchanged: take the new number
        </Button>
      )}
    </section>
  );
}
