import { useQuery } from "@tanstack/react-query";
import Button from "react-bootstrap/Button";
import { Link } from "react-router";
import { api, told } from "../api/client";
import type { Backup } from "../api/types";
import { Difference } from "../lines/Difference";
import { ErrorBlock, Loading } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { keys } from "../api/keys";
import { kinds } from "../ui/words";

const words = (device: string, b: Backup, other: string) =>
  `${device === other ? "" : `${device}, `}${b.file ?? kinds[b.kind]} of ${dayAndTime(b.takenAt)}${b.label ? ` “${b.label}”` : ""}`;

const capital = (text: string) => text[0]!.toUpperCase() + text.slice(1);

/** What differs between two versions. */
export function VersionDifference({ from, to, close }: { from: number; to: number; close?: () => void }) {
  const difference = useQuery({
    queryKey: keys.backupDifference(from, to),
    queryFn: () => told(api.GET("/api/backups/difference", { params: { query: { from, to } } })),
  });
  if (difference.error) {
    return <ErrorBlock error={difference.error} />;
  }
  if (!difference.data) {
    return <Loading />;
  }
  const d = difference.data;
  const left = words(d.fromDevice, d.from, d.toDevice);
  const right = words(d.toDevice, d.to, d.fromDevice);
  return (
    <section aria-label="Comparison">
      <div className="head">
        <h2>
          {capital(left)} → {right}
        </h2>
        <span className="soft">{d.summary}</span>
        <div className="actions">
          {close && (
            <Button variant="link" onClick={close}>
              Close
            </Button>
          )}
        </div>
      </div>
      <Difference
        key={`${from}-${to}`}
        device={d.toDevice}
        rows={d.rows}
        sides={`Left: ${left}. Right: ${right}.`}
        empty="The two are the same; order that does not count aside."
      />
    </section>
  );
}

interface OutcomeProps {
  version: number;
  change: number;
  device: string;
}

/** What differs between a version and what a change leaves on a device. */
export function OutcomeDifference({ version, change, device }: OutcomeProps) {
  const difference = useQuery({
    queryKey: keys.outcomeDifference(change, device, version),
    queryFn: () =>
      told(
        api.GET("/api/changes/{number}/devices/{device}/difference/{version}", {
          params: { path: { number: change, device, version } },
        }),
      ),
    retry: false,
  });
  if (difference.error) {
    return <ErrorBlock error={difference.error} />;
  }
  if (!difference.data) {
    return <Loading />;
  }
  const d = difference.data;
  const left = words(d.fromDevice, d.from, d.device);
  const right = `${d.device} after CR-${change}`;
  return (
    <section aria-label="Comparison">
      <div className="head">
        <h2>
          {capital(left)} → {right}
        </h2>
        <span className="soft">{d.summary}</span>
        <div className="actions">
          <Link to={`/changes/${change}/build`}>Open CR-{change}</Link>
        </div>
      </div>
      <Difference
        key={`${version}-cr-${change}`}
        device={d.device}
        rows={d.rows}
        sides={`Left: ${left}. Right: ${right}.`}
        empty="The two are the same; order that does not count aside."
      />
    </section>
  );
}
