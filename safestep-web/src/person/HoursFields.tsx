import Form from "react-bootstrap/Form";
import type { WorkingHours } from "../api/types";
import { Field } from "../ui/Field";
import { halfHours, weekday, zonePlace } from "../ui/time";
import { toggled } from "../ui/words";
import { clockOf, usualHours, week } from "./hours";

interface Props {
  hours: WorkingHours | null;
  set: (hours: WorkingHours | null) => void;
  at: (field: string) => string | null | undefined;
}

/** When a team is at work. */
export function HoursFields({ hours, set, at }: Props) {
  return (
    <fieldset className="mb-3">
      <legend className="h3">When they are at work</legend>
      <Form.Check
        type="switch"
        id="team-hours"
        label="Time to answer counts only while they are at work"
        checked={hours !== null}
        onChange={(e) => set(e.target.checked ? usualHours : null)}
      />
      {hours && (
        <>
          <div className="d-flex gap-3 flex-wrap my-2">
            {week.map((day, i) => (
              <Form.Check
                key={day}
                id={`team-day-${day}`}
                label={weekday(i)}
                checked={hours.days.includes(day)}
                onChange={() => set({ ...hours, days: toggled(hours.days, day) })}
              />
            ))}
          </div>
          {at("hours.days") && <div className="invalid-feedback d-block">{at("hours.days")}</div>}
          <div className="d-flex gap-3">
            <Field id="team-from" label="From" error={at("hours.from")}>
              <Form.Select value={clockOf(hours.from)} onChange={(e) => set({ ...hours, from: e.target.value })}>
                {halfHours.map((t) => (
                  <option key={t}>{t}</option>
                ))}
              </Form.Select>
            </Field>
            <Field id="team-until" label="Until" error={at("hours.until")}>
              <Form.Select
                value={clockOf(hours.until, true)}
                onChange={(e) => set({ ...hours, until: e.target.value === "24:00" ? "00:00" : e.target.value })}
              >
                {[...halfHours.slice(1), "24:00"].map((t) => (
                  <option key={t}>{t}</option>
                ))}
              </Form.Select>
            </Field>
          </div>
          <p className="soft">Times of {zonePlace()}. A change keeps those under which it was submitted.</p>
        </>
      )}
    </fieldset>
  );
}
