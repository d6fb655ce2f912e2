import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import Button from "react-bootstrap/Button";
import { Link } from "react-router";
import { api, told } from "../api/client";
import type { Backup, DifferenceRow } from "../api/types";
import { Difference } from "../lines/Difference";
import { ErrorBlock, Loading } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { keys } from "../api/keys";
import { kinds } from "../ui/words";

const words = (device: string, b: Backup, other: string) =>
  `${device === other ? "" : `${device}, `}${b.file ?? kinds[b.kind]} of ${dayAndTime(b.takenAt)}${b.label ? ` “${b.label}”` : ""}`;

const capital = (text: string) => text[0]!.toUpperCase() + text.slice(1);

interface ComparedProps {
  left: string;
  right: string;
  summary: string;
  device: string;
  rows: DifferenceRow[];
  /** What can be done with it. */
  action?: ReactNode;
}

/** Two sides, beside each other. */
function Compared({ left, right, summary, device, rows, action }: ComparedProps) {
  return (
    <section aria-label="Comparison">
      <div className="head">
        <h2>
          {capital(left)} → {right}
        </h2>
        <span className="soft">{summary}</span>
        <div className="actions">{action}</div>
      </div>
      <Difference
        device={device}
        rows={rows}
        sides={`Left: ${left}. Right: ${right}.`}
        empty="The two are the same; order that does not count aside."
      />
    </section>
  );
}

/** What differs between two versions. */
export function VersionDifference({ from, to, close }: { from: number; to: number; close?: () => void }) {
  const difference = useQuery({
    queryKey: keys.backupDifference(from, to),
    queryFn: () => told(api.GET("/api/backups/difference", { params: { query: { from, to } } })),
  });
  if (!difference.data) {
    return difference.error ? <ErrorBlock error={difference.error} /> : <Loading />;
  }
  const d = difference.data;
  return (
    <Compared
      key={`${from}-${to}`}
      left={words(d.fromDevice, d.from, d.toDevice)}
      right={words(d.toDevice, d.to, d.fromDevice)}
      summary={d.summary}
      device={d.toDevice}
      rows={d.rows}
      action={
        close && (
          <Button variant="link" onClick={close}>
            Close
          </Button>
        )
      }
    />
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
  if (!difference.data) {
    return difference.error ? <ErrorBlock error={difference.error} /> : <Loading />;
  }
  const d = difference.data;
  return (
    <Compared
      key={`${version}-${change}-${device}`}
      left={words(d.fromDevice, d.from, d.device)}
      right={`${d.device} after CR-${change}`}
      summary={d.summary}
      device={d.device}
      rows={d.rows}
      action={<Link to={`/changes/${change}/build`}>Open CR-{change}</Link>}
    />
  );
}
