import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import Form from "react-bootstrap/Form";
import { Link, useSearchParams } from "react-router";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import type { MeetingChange, RiskLevel } from "../api/types";
import vocabulary from "../api/vocabulary.json";
import { useTeams } from "../library/useHouseWords";
import { Field } from "../ui/Field";
import { Glyph } from "../ui/Glyph";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { clock, dayAndTime, halfHours, zonedTime } from "../ui/time";
import { count } from "../ui/words";
import { ApproveRung } from "./ApproveRung";
import { type Choice, chosenOf, everything, stepTo, tomorrow } from "./meeting";
import { useChange } from "./queries";

/** Changes that are decided together: one after the other, by key, with the decision below each. */
export function MeetingPage() {
  const [params, setParams] = useSearchParams();
  const [choice, setChoice] = useState<Choice>(everything);
  const waiting = useQuery({
    queryKey: keys.meeting,
    queryFn: () => told(api.GET("/api/meeting")),
    refetchInterval: 15_000,
  });
  const said = Number(params.get("change"));
  const chosen = chosenOf(waiting.data ?? [], choice);
  const numbers = chosen.map((c) => c.number);
  // What was decided just now is no longer in the list, and stays on the page until somebody goes on.
  const shown = said || numbers[0];
  useEffect(() => {
    function onKey(e: KeyboardEvent) {
      const typing = e.target instanceof HTMLElement && e.target.closest("input, textarea, select");
      if (!typing && !e.ctrlKey && !e.metaKey && !e.altKey && (e.key === "." || e.key === ",")) {
        const to = stepTo(numbers, shown, e.key === "." ? 1 : -1);
        if (to !== undefined) {
          setParams({ change: String(to) });
        }
      }
    }
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  });
  if (waiting.error) {
    return <ErrorBlock error={waiting.error} />;
  }
  if (!waiting.data) {
    return <Loading />;
  }
  return (
    <>
      <div className="head">
        <h1>Decide together</h1>
        <span className="soft">
          {count(chosen.length, "change")} to be decided. <kbd>.</kbd> next, <kbd>,</kbd> back.
        </span>
      </div>
      {waiting.data.length === 0 && !shown ? (
        <p className="empty">
          No change that you see waits for a decision. <Link to="/changes">All changes</Link>
        </p>
      ) : (
        <>
          <ChoiceFields all={waiting.data} choice={choice} set={setChoice} />
          <Handouts numbers={numbers} />
          <div className="ladder-cols mt-3">
            <nav className="ladder" aria-label="Changes to be decided">
              {chosen.map((c) => (
                <Link
                  key={c.number}
                  to={`?change=${c.number}`}
                  className={c.number === shown ? "active" : ""}
                  aria-current={c.number === shown}
                >
                  <Glyph shape="blocked" />
                  <span>
                    <b>
                      CR-{c.number} {c.title}
                    </b>
                    <small>
                      {c.emergency && <b className="harm">emergency · </b>}
                      {c.yours && <b>yours to give · </b>}
                      risk {vocabulary.riskLevels[c.risk]}
                      {c.fits && ` · fits ${dayAndTime(c.fits)}`}
                    </small>
                  </span>
                </Link>
              ))}
              {chosen.length === 0 && <p className="empty">Nothing of this choice waits.</p>}
            </nav>
            <div className="pane">
              {shown ? <OnePage key={shown} number={shown} waits={numbers.includes(shown)} /> : null}
            </div>
          </div>
        </>
      )}
    </>
  );
}

interface ChoiceProps {
  all: MeetingChange[];
  choice: Choice;
  set: (choice: Choice) => void;
}

/** Which of them: by whom they are decided, how risky they are, when they could run. */
function ChoiceFields({ all, choice, set }: ChoiceProps) {
  const teams = (useTeams().data ?? []).filter((t) => all.some((c) => c.teams.includes(t.id)));
  const openings = [...new Set(all.map((c) => c.fits).filter((f) => f !== null))].sort();
  return (
    <div className="requester">
      <Field id="meeting-team" label="Asked of" className="">
        <Form.Select
          size="sm"
          value={choice.team ?? ""}
          onChange={(e) => set({ ...choice, team: e.target.value === "" ? null : Number(e.target.value) })}
        >
          <option value="">anybody</option>
          {teams.map((t) => (
            <option key={t.id} value={t.id}>
              team {t.name}
            </option>
          ))}
        </Form.Select>
      </Field>
      <Field id="meeting-risk" label="Risk" className="">
        <Form.Select
          size="sm"
          value={choice.risk}
          onChange={(e) => set({ ...choice, risk: e.target.value as RiskLevel })}
        >
          <option value="LOW">any</option>
          <option value="RAISED">{vocabulary.riskLevels.RAISED} or more</option>
          <option value="HIGH">{vocabulary.riskLevels.HIGH}</option>
        </Form.Select>
      </Field>
      <Field id="meeting-fits" label="Fits first into the window" className="">
        <Form.Select
          size="sm"
          value={choice.fits ?? ""}
          onChange={(e) => set({ ...choice, fits: e.target.value || null })}
        >
          <option value="">any</option>
          {openings.map((o) => (
            <option key={o} value={o}>
              {dayAndTime(o)}
            </option>
          ))}
        </Form.Select>
      </Field>
    </div>
  );
}

/** The list on paper, and the invitation to it. */
function Handouts({ numbers }: { numbers: number[] }) {
  const [day, setDay] = useState(() => tomorrow(new Date()));
  const [time, setTime] = useState("10:00");
  if (numbers.length === 0) {
    return null;
  }
  const which = numbers.map((n) => `changes=${n}`).join("&");
  const begins = day && time ? zonedTime(day, time) : "";
  return (
    <div className="d-flex gap-3 align-items-end flex-wrap mt-2">
      <a className="btn btn-outline-primary btn-sm" href={`/api/meeting/pages?${which}`} download>
        As a PDF
      </a>
      <Field id="meeting-day" label="Meeting on" className="">
        <Form.Control size="sm" type="date" value={day} onChange={(e) => setDay(e.target.value)} />
      </Field>
      <Field id="meeting-time" label="at" className="">
        <Form.Select size="sm" value={time} onChange={(e) => setTime(e.target.value)}>
          {halfHours.map((t) => (
            <option key={t}>{t}</option>
          ))}
        </Form.Select>
      </Field>
      {begins && (
        <a
          className="btn btn-outline-primary btn-sm"
          href={`/api/meeting/invitation?${which}&begins=${encodeURIComponent(begins)}&minutes=60`}
          download
        >
          Invitation for {clock(begins)}, one hour
        </a>
      )}
    </div>
  );
}

/** One change with all that is decided about it, and the decision at the end. */
function OnePage({ number, waits }: { number: number; waits: boolean }) {
  const change = useChange(String(number));
  if (change.error) {
    return <ErrorBlock error={change.error} />;
  }
  if (!change.data) {
    return <Loading />;
  }
  return (
    <>
      <h2>
        <Link to={`/changes/${number}/approve`}>CR-{number}</Link> {change.data.title}
      </h2>
      {!waits && (
        <Block>
          It is {vocabulary.changeStates[change.data.state]} now. <kbd>.</kbd> goes to what still waits.
        </Block>
      )}
      <ApproveRung change={change.data} />
    </>
  );
}
