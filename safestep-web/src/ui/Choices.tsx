import Form from "react-bootstrap/Form";
import { toggled } from "./words";

interface Props<K extends string | number> {
  legend: string;
  all: readonly (readonly [K, string])[];
  chosen: readonly K[];
  set: (chosen: K[]) => void;
  wrong?: string | undefined;
  /** What nothing chosen means. */
  none?: string;
}

/** Some of several; nothing is there when there is nothing to choose from. */
export function Choices<K extends string | number>(props: Props<K>) {
  const { legend, all, chosen, set, wrong, none = "any" } = props;
  if (all.length === 0) {
    return null;
  }
  return (
    <fieldset className="mb-2">
      <legend className="form-label fs-6 mb-0">
        {legend} <span className="soft">{chosen.length === 0 && none}</span>
      </legend>
      <div className="choices">
        {all.map(([key, words]) => (
          <Form.Check
            key={key}
            id={`${legend}-${key}`}
            label={words}
            checked={chosen.includes(key)}
            onChange={() => set(toggled(chosen, key))}
          />
        ))}
      </div>
      {wrong && <div className="invalid-feedback d-block">{wrong}</div>}
    </fieldset>
  );
}
