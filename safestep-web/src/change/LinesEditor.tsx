import { useRef } from "react";
import type { Build } from "../api/types";

interface Props {
  device: string;
  value: string;
  complaints: Build["complaints"];
  onChange: (text: string) => void;
}

/** The lines of an engineer, with their numbers and what is wrong with them. */
export function LinesEditor({ device, value, complaints, onChange }: Props) {
  const numbers = useRef<HTMLDivElement>(null);
  const wrong = new Set(complaints.map((c) => c.line));
  const lines = Math.max(10, value.split("\n").length);
  const id = `lines-${device}`;
  return (
    <>
      <label className="form-label" htmlFor={id}>
        Lines for <span className="mono">{device}</span>
      </label>
      <div className={`lines-editor ${complaints.length ? "is-invalid" : ""}`}>
        <div className="numbers" ref={numbers} aria-hidden="true">
          {Array.from({ length: lines }, (_, i) => (
            <div key={i} className={wrong.has(i + 1) ? "wrong" : ""}>
              {i + 1}
            </div>
          ))}
        </div>
        <textarea
          id={id}
          rows={10}
          value={value}
          spellCheck={false}
          autoCapitalize="off"
          autoComplete="off"
          wrap="off"
          aria-invalid={complaints.length > 0}
          aria-describedby={`${id}-help`}
          placeholder={"interface vlan 40\n  address 10.77.40.2/24\n  no description"}
          onChange={(e) => onChange(e.target.value)}
          onScroll={(e) => {
            if (numbers.current) {
              numbers.current.scrollTop = e.currentTarget.scrollTop;
            }
          }}
        />
      </div>
      <div id={`${id}-help`}>
        {complaints.length > 0 ? (
          <div role="alert">
            <ul className="complaints">
              {complaints.map((c) => (
                <li key={`${c.line}${c.reason}`}>
                  <b>line {c.line}</b> {c.reason}
                </li>
              ))}
            </ul>
          </div>
        ) : (
          <small className="soft">
            As you would type them in configuration mode; indent what stands inside a block.{" "}
            <code className="mono">no</code> before a line removes it.
          </small>
        )}
      </div>
    </>
  );
}
