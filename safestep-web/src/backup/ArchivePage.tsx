import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { useSearchParams } from "react-router";
import { api, told, asFile } from "../api/client";
import { useMay, useMayEverywhere } from "../session/session";
import { save } from "../ui/csv";
import { Block, ErrorBlock } from "../ui/Messages";
import { count } from "../ui/words";
import { BackupsNav } from "./BackupsNav";
import { useDevices, useGroups } from "../api/shared";
import { useMoved } from "../api/keys";

/** Backups out of Safe Step and in again, as a ZIP that can be checked without it. */
export function ArchivePage() {
  return (
    <>
      <BackupsNav />
      <div className="head">
        <h1>Archive</h1>
        <span className="soft">
          Backups as a ZIP file, with checksums that <code className="mono">sha256sum -c</code> reads.
        </span>
      </div>
      <div className="cols">
        <Export />
        <Import />
      </div>
    </>
  );
}

function Export() {
  const maySecrets = useMay("READ_SECRETS");
  const [params] = useSearchParams();
  const given = params.get("devices")?.split(",").filter(Boolean) ?? [];
  const [group, setGroup] = useState(given.length > 0 ? "given" : "all");
  const [every, setEvery] = useState(false);
  const [secrets, setSecrets] = useState(false);
  const devices = useDevices();
  const groups = useGroups();
  const names =
    group === "given"
      ? given
      : group === "all"
        ? (devices.data?.map((d) => d.name) ?? [])
        : (groups.data?.find((g) => g.name === group)?.devices ?? []);
  const write = useMutation({
    mutationFn: async () =>
      save(
        "backups.zip",
        await told(api.POST("/api/backups/archive", { body: { devices: names, every, secrets }, parseAs: "blob" })),
      ),
  });
  return (
    <section>
      <h2>Export</h2>
      <Form.Label htmlFor="of">Of which devices</Form.Label>
      <Form.Select id="of" value={group} onChange={(e) => setGroup(e.target.value)}>
        {given.length > 0 && <option value="given">The {count(given.length, "device")} that you chose</option>}
        <option value="all">All devices</option>
        {groups.data?.map((g) => (
          <option key={g.name} value={g.name}>
            Group {g.name}, {count(g.devices.length, "device")}
          </option>
        ))}
      </Form.Select>
      <Form.Check
        id="every-version"
        className="mt-2"
        label="Every version, not only the newest"
        checked={every}
        onChange={(e) => setEvery(e.target.checked)}
      />
      <Form.Check
        id="secrets"
        label="Secrets in clear"
        disabled={!maySecrets}
        checked={secrets}
        onChange={(e) => setSecrets(e.target.checked)}
      />
      <p className="soft">
        {maySecrets
          ? "Only an archive with secrets in clear can be imported again. Keep it where nobody else gets at it; the record notes who made it."
          : "An archive that can be imported again holds secrets in clear. An administrator can make one."}
      </p>
      {write.error && <ErrorBlock error={write.error} />}
      <Button disabled={names.length === 0 || write.isPending} onClick={() => write.mutate()}>
        {write.isPending ? "Writing …" : `Export ${count(names.length, "device")}`}
      </Button>
    </section>
  );
}

function Import() {
  const may = useMayEverywhere("WRITE_DEVICES");
  const moved = useMoved();
  const [file, setFile] = useState<File | null>(null);
  const look = useMutation({
    mutationFn: (chosen: File) => told(api.POST("/api/backups/archive/dry-run", { ...asFile(chosen) })),
  });
  const run = useMutation({
    mutationFn: () => told(api.POST("/api/backups/archive/import", { ...asFile(file!) })),
    onSettled: () => moved.devices(),
  });
  const seen = look.data;
  return (
    <section>
      <h2>Import</h2>
      {!may && <p className="soft">Importing takes the role of an administrator.</p>}
      {may && (
        <Form.Control
          type="file"
          accept=".zip,application/zip"
          aria-label="The archive to import"
          onChange={(e) => {
            const chosen = (e.target as HTMLInputElement).files?.[0] ?? null;
            setFile(chosen);
            run.reset();
            look.reset();
            if (chosen) {
              look.mutate(chosen);
            }
          }}
        />
      )}
      {look.isPending && <p className="empty">Looking at {file?.name} …</p>}
      {(look.error ?? run.error) && <ErrorBlock error={look.error ?? run.error} />}
      {seen && seen.problems.length > 0 && (
        <>
          <Block tone="bad">Nothing can be imported from {file?.name} as it is.</Block>
          <ul>
            {seen.problems.map((p) => (
              <li key={p}>{p}</li>
            ))}
          </ul>
        </>
      )}
      {seen && seen.problems.length === 0 && !run.data && (
        <>
          <p className="mt-2">
            Checksums are right. {count(seen.versions, "version")} would be added; {count(seen.known, "version")}{" "}
            {seen.known === 1 ? "is" : "are"} here already.
            {seen.newDevices.length > 0 &&
              ` ${count(seen.newDevices.length, "device")} would be added too, in stance observe: ${seen.newDevices.join(", ")}.`}
          </p>
          <Button disabled={seen.versions === 0 || run.isPending} onClick={() => run.mutate()}>
            {run.isPending ? "Importing …" : `Import ${count(seen.versions, "version")}`}
          </Button>
        </>
      )}
      {run.data && <Block tone="good">{count(run.data.versions, "version")} imported.</Block>}
      <h3 className="mt-4">When a device is lost and the database too</h3>
      <ol className="soft">
        <li>Import the last archive here. Devices that are not known are added, with their partners and labels.</li>
        <li>Give Safe Step an account for the device, set it to managed, and back it up as it is now.</li>
        <li>
          On the page of the device, under Backups, choose the version from the archive and{" "}
          <em>Return to this version</em>.
        </li>
      </ol>
    </section>
  );
}
