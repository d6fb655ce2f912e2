import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { Link, useNavigate } from "react-router";
import { api, told } from "../api/client";
import type { Unsaved } from "../api/types";
import { useMay } from "../session/session";
import { type Column, DataList } from "../ui/DataList";
import { ErrorBlock, Loading } from "../ui/Messages";
import { Status } from "../ui/Status";
import { dayAndTime } from "../ui/time";
import { count } from "../ui/words";
import { DriftNav } from "./DriftNav";
import { keys } from "../api/keys";

const place = (u: Unsaved) => `/devices/${u.device}/backups?from=${u.startupId}&to=${u.runningId}`;

const columns: Column<Unsaved>[] = [
  {
    key: "device",
    title: "Device",
    width: "130px",
    text: (u) => u.device,
    show: (u) => (
      <Link className="mono" to={place(u)}>
        {u.device}
      </Link>
    ),
  },
  { key: "site", title: "Site", width: "140px", text: (u) => u.site },
  { key: "lost", title: "What a restart would lose", width: "minmax(300px, 1fr)", text: (u) => u.summary },
  {
    key: "running",
    title: "What runs",
    width: "180px",
    text: (u) => (u.matches ? "is the baseline" : "was changed outside"),
    show: (u) => (
      <Status
        state={
          u.matches ? { shape: "done", word: "is the baseline" } : { shape: "failed", word: "was changed outside" }
        }
      />
    ),
  },
  { key: "read", title: "Read", width: "140px", text: (u) => dayAndTime(u.readAt), order: (u) => u.readAt },
];

/** Devices whose running configuration a restart would lose. */
export function UnsavedPage() {
  const may = useMay("SAVE_DEVICES");
  const navigate = useNavigate();
  const [chosen, setChosen] = useState<Set<string>>(new Set());
  const unsaved = useQuery({
    queryKey: keys.unsaved,
    queryFn: () => told(api.GET("/api/drift/unsaved")),
    refetchInterval: 15_000,
  });
  const save = useMutation({
    mutationFn: (devices: string[]) =>
      told(api.POST("/api/rounds", { body: { action: "SAVE", argument: "", devices } })),
    onSuccess: (round) => navigate(`/rounds/${round.id}`),
  });
  const names = unsaved.data?.filter((u) => chosen.has(u.device)).map((u) => u.device) ?? [];
  return (
    <>
      <DriftNav />
      <div className="head">
        <h1>Unsaved</h1>
        <span className="soft">
          Running and startup differ: a restart would bring back what startup holds. Look at what it is before you save
          it.
        </span>
      </div>
      {(unsaved.error ?? save.error) && <ErrorBlock error={unsaved.error ?? save.error} />}
      {!unsaved.data && !unsaved.error && <Loading />}
      {names.length > 0 && (
        <div className="chosen-bar" role="region" aria-label="Chosen devices">
          <b>{count(names.length, "device")} chosen</b>
          <Button size="sm" variant="outline-primary" disabled={save.isPending} onClick={() => save.mutate(names)}>
            Save: copy running to startup
          </Button>
          <Button variant="link" className="ms-auto" onClick={() => setChosen(new Set())}>
            Choose none
          </Button>
        </div>
      )}
      {unsaved.data && (
        <DataList
          name="devices"
          rows={unsaved.data}
          columns={columns}
          id={(u) => u.device}
          link={place}
          chosen={may ? chosen : undefined}
          onChoose={may ? setChosen : undefined}
          mayChoose={(u) => u.managed}
          empty="Every device was saved when it was read last: startup holds what runs."
        />
      )}
    </>
  );
}
