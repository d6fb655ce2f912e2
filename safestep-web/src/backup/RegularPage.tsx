import { useSettled } from "../ui/useSettled";
import { useMutation, useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link } from "react-router";
import { api, told } from "../api/client";
import { useMayEverywhere } from "../session/session";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { Status } from "../ui/Status";
import { calendarDay, dayAndTime, zoneName } from "../ui/time";
import { BackupsNav } from "./BackupsNav";
import { costs, inWords, usualRules } from "./recurrence";
import { keys, useMoved } from "../api/keys";
import { useGroups } from "../api/shared";
import { useSave } from "../ui/useSave";
import { Field } from "../ui/Field";

interface Wanted {
  name: string;
  action: string;
  group: string | null;
  firstDay: string;
  at: string;
  recurrence: string;
  zone: string | null;
  spreadMinutes: number;
  active: boolean;
}

const blank = (): Wanted => ({
  name: "",
  action: "BACK_UP",
  group: null,
  firstDay: calendarDay(new Date()),
  at: "02:30",
  recurrence: "FREQ=DAILY",
  zone: null,
  spreadMinutes: 0,
  active: true,
});

const actions: Record<string, string> = { BACK_UP: "Back up", DRIFT: "Look for drift" };

/** What is done by itself, again and again. */
export function RegularPage() {
  const may = useMayEverywhere("WRITE_BACKUPS");
  const [shown, setShown] = useState<number | "new" | null>(null);
  const rounds = useQuery({
    queryKey: keys.regular,
    queryFn: () => told(api.GET("/api/regular-rounds")),
    refetchInterval: 10_000,
  });
  const chosen = rounds.data?.find((r) => r.id === shown);
  return (
    <>
      <BackupsNav />
      <div className="head">
        <h1>Regular rounds</h1>
        <span className="soft">Backups and looks for drift that begin by themselves.</span>
        <div className="actions">{may && <Button onClick={() => setShown("new")}>Add a regular round</Button>}</div>
      </div>
      {rounds.error && <ErrorBlock error={rounds.error} />}
      {!rounds.data && !rounds.error && <Loading />}
      {rounds.data && (
        <div className="cols">
          <section>
            {rounds.data.length === 0 && (
              <p className="empty">
                Nothing begins by itself yet. A backup every night and a look for drift every hour are a good beginning.
              </p>
            )}
            {rounds.data.map((r) => (
              <div key={r.id} className={`item${r.id === shown ? " chosen" : ""}`}>
                <div>
                  <Button variant="link" className="p-0" onClick={() => setShown(r.id)}>
                    {r.name}
                  </Button>
                  <div className="soft">
                    {actions[r.action]}, {r.group ? `group ${r.group}` : "all devices"}, {inWords(r.recurrence, r.at)}
                    {r.zone !== zoneName() && ` ${r.zone}`}
                    {r.spreadMinutes > 0 && `, over ${r.spreadMinutes} min`}
                  </div>
                  {r.lastWords && (
                    <div className="soft">
                      {r.lastRoundId && r.lastWords.startsWith("Round") ? (
                        <Link to={`/rounds/${r.lastRoundId}`}>{r.lastWords}</Link>
                      ) : (
                        r.lastWords
                      )}
                    </div>
                  )}
                </div>
                <span className="when">
                  {r.active ? (
                    r.nextAt ? (
                      dayAndTime(r.nextAt)
                    ) : (
                      "no next time"
                    )
                  ) : (
                    <Status state={{ shape: "dot", word: "not active" }} />
                  )}
                </span>
              </div>
            ))}
          </section>
          <section>
            {shown === "new" && <RegularForm key="new" id={null} initial={blank()} done={() => setShown(null)} />}
            {chosen && (
              <RegularForm
                key={chosen.id}
                id={chosen.id}
                initial={{ ...chosen, at: chosen.at.slice(0, 5) }}
                done={() => setShown(null)}
              />
            )}
            {shown === null && rounds.data.length > 0 && <p className="empty">Choose one to see or change it.</p>}
          </section>
        </div>
      )}
    </>
  );
}

function RegularForm({ id, initial, done }: { id: number | null; initial: Wanted; done: () => void }) {
  const may = useMayEverywhere("WRITE_BACKUPS");
  const moved = useMoved();
  const [wanted, setWanted] = useState<Wanted>(initial);
  const [own, setOwn] = useState(!(initial.recurrence in usualRules));
  const edit = (change: Partial<Wanted>) => setWanted({ ...wanted, ...change });
  const groups = useGroups();
  const request = {
    name: wanted.name,
    action: wanted.action,
    group: wanted.group,
    firstDay: wanted.firstDay,
    at: wanted.at,
    recurrence: wanted.recurrence,
    zone: wanted.zone,
    spreadMinutes: wanted.spreadMinutes,
    active: wanted.active,
  };
  const save = useSave({
    mutationFn: () =>
      id === null
        ? told(api.POST("/api/regular-rounds", { body: request }))
        : told(api.PUT("/api/regular-rounds/{id}", { params: { path: { id } }, body: request })),
    onSuccess: () => {
      void moved.regular();
      done();
    },
  });
  const remove = useMutation({
    mutationFn: () => told(api.DELETE("/api/regular-rounds/{id}", { params: { path: { id: id! } } })),
    onSuccess: () => {
      void moved.regular();
      done();
    },
  });
  const { at } = save;
  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate();
  }
  const text = (field: "name" | "firstDay" | "at", label: string, type: string) => (
    <Form.Group className="mb-2">
      <Form.Label htmlFor={field}>{label}</Form.Label>
      <Form.Control
        id={field}
        type={type}
        disabled={!may}
        maxLength={60}
        value={wanted[field]}
        isInvalid={!!at(field)}
        onChange={(e) => edit({ [field]: e.target.value })}
      />
      <Form.Control.Feedback type="invalid">{at(field)}</Form.Control.Feedback>
    </Form.Group>
  );
  return (
    <form onSubmit={submit} noValidate>
      <h2>{id === null ? "A new regular round" : initial.name}</h2>
      {text("name", "Name", "text")}
      <Field id="action" label="What">
        <Form.Select
          disabled={!may || id !== null}
          value={wanted.action}
          onChange={(e) => edit({ action: e.target.value })}
        >
          {Object.entries(actions).map(([name, title]) => (
            <option key={name} value={name}>
              {title}
            </option>
          ))}
        </Form.Select>
      </Field>
      <Field id="group" label="Of which devices" error={at("group")}>
        <Form.Select
          disabled={!may}
          value={wanted.group ?? ""}
          onChange={(e) => edit({ group: e.target.value || null })}
        >
          <option value="">All devices</option>
          {groups.data?.map((g) => (
            <option key={g.name} value={g.name}>
              Group {g.name}
            </option>
          ))}
        </Form.Select>
      </Field>
      <Form.Group className="mb-2">
        <Form.Label htmlFor="often">How often</Form.Label>
        <Form.Select
          id="often"
          disabled={!may}
          value={own ? "own" : wanted.recurrence}
          onChange={(e) => {
            setOwn(e.target.value === "own");
            if (e.target.value !== "own") {
              edit({ recurrence: e.target.value });
            }
          }}
        >
          {Object.entries(usualRules).map(([rule, words]) => (
            <option key={rule} value={rule}>
              {words}
            </option>
          ))}
          <option value="own">by a rule of my own (RFC 5545)</option>
        </Form.Select>
        {own && (
          <Form.Control
            className="mono mt-1"
            aria-label="The rule"
            disabled={!may}
            maxLength={200}
            placeholder="FREQ=WEEKLY;BYDAY=SA,SU"
            value={wanted.recurrence}
            isInvalid={!!at("recurrence")}
            onChange={(e) => edit({ recurrence: e.target.value })}
          />
        )}
        {at("recurrence") && <div className="harm">{at("recurrence")}</div>}
      </Form.Group>
      <div className="d-flex gap-3">
        {text("firstDay", "From", "date")}
        {text("at", `At (${wanted.zone ?? zoneName()})`, "time")}
        <Field id="spread" label="Spread over (min)" error={at("spreadMinutes")}>
          <Form.Control
            type="number"
            min={0}
            max={720}
            disabled={!may}
            value={wanted.spreadMinutes}
            onChange={(e) => edit({ spreadMinutes: Math.max(0, Math.trunc(Number(e.target.value))) })}
          />
        </Field>
      </div>
      <Form.Check
        id="active"
        className="mb-2"
        label="Active"
        disabled={!may}
        checked={wanted.active}
        onChange={(e) => edit({ active: e.target.checked })}
      />
      {may && <Costs request={request} />}
      {save.refusal && <ErrorBlock error={save.refusal} />}
      {remove.error && <ErrorBlock error={remove.error} />}
      {may && (
        <div className="d-flex gap-2">
          <Button type="submit" disabled={save.isPending || !wanted.name.trim()}>
            {id === null ? "Add it" : "Save"}
          </Button>
          <Button variant="link" onClick={done}>
            Cancel
          </Button>
          {id !== null && (
            <Button
              variant="outline-danger"
              className="ms-auto"
              disabled={remove.isPending}
              onClick={() => remove.mutate()}
            >
              Remove
            </Button>
          )}
        </div>
      )}
    </form>
  );
}

/** The cost of an interval, before it is set. */
function Costs({ request }: { request: Wanted }) {
  const settled = useSettled(request);
  const estimate = useQuery({
    queryKey: keys.regularEstimate(settled),
    queryFn: ({ signal }) =>
      told(api.POST("/api/regular-rounds/estimate", { body: { ...settled, name: settled.name || "x" }, signal })),
    retry: false,
    placeholderData: (old) => old,
  });
  if (!estimate.data || estimate.isError) {
    return null;
  }
  return (
    <div aria-live="polite">
      {estimate.data.warning ? (
        <Block>{estimate.data.warning}</Block>
      ) : (
        <p className="soft">
          {costs(estimate.data)} {estimate.data.nextAt && `The next time is ${dayAndTime(estimate.data.nextAt)}.`}
        </p>
      )}
    </div>
  );
}
