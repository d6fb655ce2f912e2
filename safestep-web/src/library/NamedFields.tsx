import Form from "react-bootstrap/Form";
import { Field } from "../ui/Field";

export interface Named {
  name: string;
  description: string;
}

interface Props {
  /** What the fields belong to, for their ids. */
  of: string;
  named: Named;
  set: (named: Named) => void;
  disabled: boolean;
  /** What is wrong with the name; undefined when nothing is. */
  nameError: string | undefined;
  /** What the description tells. */
  descriptionLabel: string;
  placeholder?: string;
}

/** Name and description of something in the library. */
export function NamedFields({ of, named, set, disabled, nameError, descriptionLabel, placeholder }: Props) {
  return (
    <>
      <Field id={`${of}-name`} label="Name" error={nameError}>
        <Form.Control
          maxLength={80}
          placeholder={placeholder}
          disabled={disabled}
          value={named.name}
          onChange={(e) => set({ ...named, name: e.target.value })}
        />
      </Field>
      <Field id={`${of}-description`} label={descriptionLabel}>
        <Form.Control
          maxLength={1000}
          disabled={disabled}
          value={named.description}
          onChange={(e) => set({ ...named, description: e.target.value })}
        />
      </Field>
    </>
  );
}
