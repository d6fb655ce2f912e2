import { type ReactNode, useRef } from "react";
import type { Complaint } from "../api/types";

interface Props {
  id: string;
  label: ReactNode;
  value: string;
  complaints: Complaint[];
  onChange: (text: string) => void;
  help: ReactNode;
  placeholder?: string;
  rows?: number;
}

/** Lines that a person writes, with their numbers and what is wrong with them. */
export function LinesEditor({ id, label, value, complaints, onChange, help, placeholder, rows = 10 }: Props) {
  const numbers = useRef<HTMLDivElement>(null);
  const wrong = new Map(complaints.map((c) => [c.line, c.severity === "ERROR" ? "wrong" : "doubtful"]));
  const errors = complaints.filter((c) => c.severity === "ERROR");
  const lines = Math.max(rows, value.split("\n").length);
  return (
    <>
      <label className="form-label" htmlFor={id}>
        {label}
      </label>
      <div className={`lines-editor ${errors.length ? "is-invalid" : ""}`}>
        <div className="numbers" ref={numbers} aria-hidden="true">
          {Array.from({ length: lines }, (_, i) => (
            <div key={i} className={wrong.get(i + 1) ?? ""}>
              {i + 1}
            </div>
          ))}
        </div>
        <textarea
          id={id}
          rows={rows}
          value={value}
          spellCheck={false}
          autoCapitalize="off"
          autoComplete="off"
          wrap="off"
          aria-invalid={errors.length > 0}
          aria-describedby={`${id}-help`}
          placeholder={placeholder}
          onChange={(e) => onChange(e.target.value)}
          onScroll={(e) => {
            if (numbers.current) {
              numbers.current.scrollTop = e.currentTarget.scrollTop;
            }
          }}
        />
      </div>
      <div id={`${id}-help`}>
        {complaints.length > 0 ? <Complaints complaints={complaints} /> : <small className="soft">{help}</small>}
      </div>
    </>
  );
}

/** What is wrong with lines; what may be meant is told apart from what has to be mended. */
export function Complaints({ complaints }: { complaints: Complaint[] }) {
  return (
    <div role="alert">
      <ul className="complaints">
        {complaints.map((c) => (
          <li key={`${c.line}${c.reason}`} className={c.severity === "ERROR" ? "" : "doubtful"}>
            {c.line > 0 && <b>line {c.line} </b>}
            {c.severity === "ERROR" ? "" : "Is this meant? "}
            {c.reason}
          </li>
        ))}
      </ul>
    </div>
  );
}
