import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import Button from "react-bootstrap/Button";
import { Link, useSearchParams } from "react-router";
import { api } from "../api/client";
import type { Backup, DeviceRow } from "../api/types";
import { useMay } from "../session/session";
import { ErrorBlock, Loading } from "../ui/Messages";
import { download } from "../ui/csv";
import { dayAndTime } from "../ui/time";

/** The backups of a device, and one of them as text. */
export function DeviceBackups({ device }: { device: DeviceRow }) {
  const may = useMay("READ_DEVICES");
  const client = useQueryClient();
  const [params, setParams] = useSearchParams();
  const shown = params.get("backup");
  const path = `/api/devices/${device.name}/backups`;
  const backups = useQuery({ queryKey: ["backups", device.name], queryFn: () => api.get<Backup[]>(path) });
  const take = useMutation({
    mutationFn: () => api.post<Backup[]>(path),
    onSettled: () => {
      void client.invalidateQueries({ queryKey: ["backups", device.name] });
      void client.invalidateQueries({ queryKey: ["devices"] });
    },
  });
  return (
    <>
      <div className="head">
        <h2>Backups</h2>
        <div className="actions">
          {may && (
            <Button variant="outline-primary" size="sm" disabled={take.isPending} onClick={() => take.mutate()}>
              {take.isPending ? "Backing up …" : "Back up now"}
            </Button>
          )}
        </div>
      </div>
      {take.error && <ErrorBlock error={take.error} />}
      {backups.data?.length === 0 && (
        <p className="empty">There is no backup yet. Take one, so that changes can be built.</p>
      )}
      <div style={{ maxHeight: shown ? 190 : 520, overflow: "auto" }} tabIndex={0} role="region" aria-label="Backups">
        <table className="table">
          <thead>
            <tr>
              <th>Taken</th>
              <th>Kind</th>
              <th>Cause</th>
              <th>Hash</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {backups.data?.map((b) => (
              <tr key={b.id}>
                <td>{dayAndTime(b.takenAt)}</td>
                <td>
                  {b.kind}
                  {b.id === device.baselineBackupId && " · baseline"}
                </td>
                <td>
                  {b.cause}
                  {b.changeNumber && (
                    <>
                      {" "}
                      <Link to={`/changes/${b.changeNumber}`}>CR-{b.changeNumber}</Link>
                    </>
                  )}
                </td>
                <td className="mono">{b.hash.slice(0, 8)}</td>
                <td>
                  <Button
                    variant="link"
                    aria-label={`Show the ${b.kind} backup of ${dayAndTime(b.takenAt)}`}
                    onClick={() => setParams(String(b.id) === shown ? {} : { backup: String(b.id) })}
                  >
                    {String(b.id) === shown ? "Hide" : "Show"}
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {shown && <BackupText key={shown} device={device.name} id={shown} line={Number(params.get("line"))} />}
    </>
  );
}

function BackupText({ device, id, line }: { device: string; id: string; line: number }) {
  const text = useQuery({
    queryKey: ["backup-text", device, id],
    queryFn: () => api.text(`/api/devices/${device}/backups/${id}`),
    staleTime: Infinity,
  });
  const mark = useRef<HTMLElement>(null);
  useEffect(() => mark.current?.scrollIntoView({ block: "center" }), [text.data]);
  if (text.error) {
    return <ErrorBlock error={text.error} />;
  }
  if (!text.data) {
    return <Loading />;
  }
  return (
    <>
      <div className="d-flex justify-content-between mt-3">
        <h3>Backup {id}, secrets masked</h3>
        <Button variant="link" onClick={() => download(`${device}-${id}.txt`, text.data, "text/plain")}>
          Download
        </Button>
      </div>
      <pre tabIndex={0} aria-label={`Backup ${id}`} style={{ maxHeight: 420, overflow: "auto" }}>
        {text.data.split("\n").map((l, i) =>
          i + 1 === line ? (
            <mark key={i} ref={mark}>
              {l + "\n"}
            </mark>
          ) : (
            l + "\n"
          ),
        )}
      </pre>
    </>
  );
}
