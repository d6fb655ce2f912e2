import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import type { BackupPolicy } from "../api/types";
import { useMayEverywhere } from "../session/session";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { count } from "../ui/words";
import { BackupsNav } from "./BackupsNav";
import { keys, useMoved } from "../api/keys";
import { useSave } from "../ui/useSave";

/** How long versions are kept, with what a rule would take away before it does. */
export function KeepingPage() {
  const policy = useQuery({ queryKey: keys.backupPolicy, queryFn: () => told(api.GET("/api/backups/policy")) });
  return (
    <>
      <BackupsNav />
      <div className="head">
        <h1>Keeping</h1>
        <span className="soft">When a backup counts as old, and which versions are kept.</span>
      </div>
      {policy.error && <ErrorBlock error={policy.error} />}
      {!policy.data && !policy.error && <Loading />}
      {policy.data && <PolicyForm key={JSON.stringify(policy.data)} policy={policy.data} />}
    </>
  );
}

type NumberField = "oldAfterHours" | "keepDays" | "keepVersions";

function PolicyForm({ policy }: { policy: BackupPolicy }) {
  const may = useMayEverywhere("WRITE_BACKUPS");
  const client = useQueryClient();
  const moved = useMoved();
  const [wanted, setWanted] = useState(policy);
  const plan = useQuery({
    queryKey: keys.retention(wanted.keepDays, wanted.keepVersions),
    queryFn: () =>
      told(
        api.GET("/api/backups/retention", {
          params: { query: { keepDays: wanted.keepDays, keepVersions: wanted.keepVersions } },
        }),
      ),
    enabled: wanted.keepVersions >= 1 && wanted.keepDays >= 0,
    placeholderData: (old) => old,
  });
  const save = useSave({
    mutationFn: () => told(api.PUT("/api/backups/policy", { body: wanted })),
    onSuccess: (saved) => client.setQueryData(keys.backupPolicy, saved),
  });
  const clear = useMutation({
    mutationFn: (seen: number) => told(api.POST("/api/backups/retention", { body: { seen } })),
    onSettled: () => {
      void moved.backups();
    },
  });
  const { problem } = save;
  const changed = JSON.stringify(wanted) !== JSON.stringify(policy);
  const field = (name: NumberField, before: string, after: string) => (
    <div className="policy-line">
      <label htmlFor={name}>{before}</label>
      <Form.Control
        id={name}
        type="number"
        min={name === "keepDays" ? 0 : 1}
        disabled={!may}
        value={wanted[name]}
        isInvalid={!!save.at(name)}
        onChange={(e) => setWanted({ ...wanted, [name]: Math.max(0, Math.trunc(Number(e.target.value))) })}
      />
      <span>{after}</span>
      {problem?.at(name).map((e) => (
        <span key={e.message} className="harm">
          {e.message}
        </span>
      ))}
    </div>
  );
  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate();
  }
  return (
    <div className="cols">
      <form onSubmit={submit} noValidate>
        <h2>Rules</h2>
        {field("oldAfterHours", "A backup counts as old after", "hours.")}
        {field("keepVersions", "Kept however old: the newest", "versions of each configuration.")}
        {field("keepDays", "Kept however many: versions in force within the last", "days.")}
        <Form.Check
          id="clearsDaily"
          className="my-2"
          label="Clear the rest once a day, without asking"
          disabled={!may}
          checked={wanted.clearsDaily}
          onChange={(e) => setWanted({ ...wanted, clearsDaily: e.target.checked })}
        />
        <p className="soft">
          Always kept: the newest version, the baseline, the reference, versions with a name, and those that belong to a
          change.
        </p>
        {save.refusal && <ErrorBlock error={save.refusal} />}
        {may && (
          <div className="d-flex gap-2">
            <Button type="submit" disabled={!changed || save.isPending}>
              Save the rules
            </Button>
            {changed && (
              <Button variant="link" onClick={() => setWanted(policy)}>
                As they were
              </Button>
            )}
          </div>
        )}
      </form>
      <section aria-live="polite">
        <h2>What {changed ? "they would" : "they"} clear now</h2>
        {plan.error && <ErrorBlock error={plan.error} />}
        {plan.data && (
          <>
            <p>
              {plan.data.versions === 0
                ? "Nothing: every version is to be kept."
                : `${count(plan.data.versions, "version")} of ${count(plan.data.deviceCount, "device")}, ${size(plan.data.characters)} of text.`}
            </p>
            {Object.entries(plan.data.kept).map(([why, n]) => (
              <p key={why} className="soft">
                {count(n, "more version")} would go by age and number, and {n === 1 ? "is" : "are"} kept because they{" "}
                {why}.
              </p>
            ))}
            {clear.isSuccess && <Block tone="good">{count(clear.data.versions, "version")} cleared.</Block>}
            {clear.error && <ErrorBlock error={clear.error} />}
            {may && plan.data.versions > 0 && (
              <Clearing
                versions={plan.data.versions}
                unsaved={changed}
                busy={clear.isPending}
                clear={() => clear.mutate(plan.data.versions)}
              />
            )}
            {plan.data.devices.length > 0 && (
              <table className="table mt-3">
                <thead>
                  <tr>
                    <th>Device</th>
                    <th>Versions that would go</th>
                  </tr>
                </thead>
                <tbody>
                  {plan.data.devices.map((d) => (
                    <tr key={d.device}>
                      <td className="mono">{d.device}</td>
                      <td>{d.versions}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </>
        )}
      </section>
    </div>
  );
}

function size(characters: number): string {
  return characters < 1_000_000 ? `${Math.ceil(characters / 1_000)} kB` : `${(characters / 1_000_000).toFixed(1)} MB`;
}

interface ClearingProps {
  versions: number;
  /** The rules on the page are not those by which it would be cleared. */
  unsaved: boolean;
  busy: boolean;
  clear: () => void;
}

/** What goes can't be brought back, so that it takes a second press. */
function Clearing({ versions, unsaved, busy, clear }: ClearingProps) {
  const [asking, setAsking] = useState(false);
  if (busy || !asking || unsaved) {
    return (
      <Button
        variant="outline-danger"
        disabled={unsaved || busy}
        title={unsaved ? "Save the rules first." : undefined}
        onClick={() => setAsking(true)}
      >
        {busy ? "Clearing …" : `Clear ${count(versions, "version")} …`}
      </Button>
    );
  }
  return (
    <Block>
      <p>What is cleared can't be brought back, unless it stands in an archive that somebody has exported.</p>
      <div className="d-flex flex-wrap gap-2">
        <Button
          variant="danger"
          onClick={() => {
            setAsking(false);
            clear();
          }}
        >
          Clear {count(versions, "version")} for good
        </Button>
        <Button variant="link" onClick={() => setAsking(false)}>
          Keep {versions === 1 ? "it" : "them"}
        </Button>
      </div>
    </Block>
  );
}
