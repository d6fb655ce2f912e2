import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import type { PersonEntry, Shift } from "../api/types";
import { Field } from "../ui/Field";
import { calendarDay, dayName, halfHours, zonedDay, zonePlace } from "../ui/time";
import { useNow } from "../ui/useNow";
import { toggled } from "../ui/words";
import { clockOf } from "./hours";
import { anotherShift, firstDays, shiftRules } from "./shifts";

interface Props {
  shifts: Shift[];
  set: (shifts: Shift[]) => void;
  /** Those of the team. */
  members: PersonEntry[];
  at: (field: string) => string | null | undefined;
}

/** Who of a team is on watch when. */
export function ShiftFields({ shifts, set, members, at }: Props) {
  const today = calendarDay(useNow());
  return (
    <fieldset className="mb-3">
      <legend className="h3">Shifts</legend>
      <p className="soft">
        While somebody of a team is on watch, they alone are told what the team is asked. Others of it find it where
        they look, may give it too, and are told when it is past its time. Times of {zonePlace()}.
      </p>
      {shifts.map((shift, i) => (
        <OneShift
          key={i}
          index={i}
          shift={shift}
          today={today}
          members={members}
          set={(changed) => set(shifts.map((s, j) => (j === i ? changed : s)))}
          remove={() => set(shifts.filter((_, j) => j !== i))}
          at={at}
        />
      ))}
      <Button
        variant="outline-primary"
        disabled={members.length === 0}
        onClick={() => set([...shifts, anotherShift(shifts, today)])}
      >
        Add a shift
      </Button>
      {members.length === 0 && <span className="soft ms-2">Choose who is in the team first.</span>}
    </fieldset>
  );
}

interface OneProps {
  index: number;
  shift: Shift;
  today: string;
  members: PersonEntry[];
  set: (shift: Shift) => void;
  remove: () => void;
  at: (field: string) => string | null | undefined;
}

function OneShift({ index, shift, today, members, set, remove, at }: OneProps) {
  const id = (field: string) => `shift-${index}-${field}`;
  const wrong = (field: string) => at(`shifts[${index}].${field}`);
  const rules =
    shift.recurrence && !shiftRules[shift.recurrence]
      ? { ...shiftRules, [shift.recurrence]: shift.recurrence }
      : shiftRules;
  return (
    <div className="mb-3 pb-2 border-bottom">
      <div className="d-flex gap-3 flex-wrap">
        <Field id={id("name")} label="Shift" error={wrong("name")}>
          <Form.Control value={shift.name} maxLength={60} onChange={(e) => set({ ...shift, name: e.target.value })} />
        </Field>
        <Field id={id("from")} label="From" error={wrong("from")}>
          <Form.Select value={clockOf(shift.from)} onChange={(e) => set({ ...shift, from: e.target.value })}>
            {halfHours.map((t) => (
              <option key={t}>{t}</option>
            ))}
          </Form.Select>
        </Field>
        <Field id={id("until")} label="Until" error={wrong("until")}>
          <Form.Select value={clockOf(shift.until)} onChange={(e) => set({ ...shift, until: e.target.value })}>
            {halfHours.map((t) => (
              <option key={t} value={t}>
                {t}
                {t <= clockOf(shift.from) && ", the next day"}
              </option>
            ))}
          </Form.Select>
        </Field>
        <Field id={id("first")} label="First on" error={wrong("firstDay")}>
          <Form.Select value={shift.firstDay} onChange={(e) => set({ ...shift, firstDay: e.target.value })}>
            {firstDays(today, shift.firstDay).map((day) => (
              <option key={day} value={day}>
                {dayName(zonedDay(day))}
              </option>
            ))}
          </Form.Select>
        </Field>
        <Field id={id("again")} label="Again" error={wrong("recurrence")}>
          <Form.Select
            value={shift.recurrence ?? ""}
            onChange={(e) => set({ ...shift, recurrence: e.target.value || null })}
          >
            <option value="">once</option>
            {Object.entries(rules).map(([rule, words]) => (
              <option key={rule} value={rule}>
                {words}
              </option>
            ))}
          </Form.Select>
        </Field>
      </div>
      <div
        className="d-flex gap-3 flex-wrap align-items-center"
        role="group"
        aria-label={`On watch, shift ${index + 1}`}
      >
        {members.map((p) => (
          <Form.Check
            key={p.login}
            id={id(`on-${p.login}`)}
            label={p.name}
            checked={shift.people.includes(p.login)}
            onChange={() => set({ ...shift, people: toggled(shift.people, p.login) })}
          />
        ))}
        <Button variant="link" className="ms-auto" onClick={remove}>
          Remove
        </Button>
      </div>
      {wrong("people") && <div className="invalid-feedback d-block">{wrong("people")}</div>}
    </div>
  );
}
