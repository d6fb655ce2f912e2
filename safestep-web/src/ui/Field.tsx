import { cloneElement, type ReactElement, type ReactNode } from "react";
import Form from "react-bootstrap/Form";

interface Props {
  id: string;
  label: ReactNode;
  /** What is wrong with what stands there. */
  error?: string | null;
  /** What helps to fill it. */
  hint?: ReactNode;
  className?: string;
  /** One control. */
  children: ReactElement<{ isInvalid?: boolean; "aria-describedby"?: string }>;
}

/** A control with its label, and with what is wrong with it: said to those who don't see it, too. */
export function Field({ id, label, error, hint, className = "mb-2", children }: Props) {
  const described = [error && `${id}-wrong`, hint && `${id}-hint`].filter(Boolean).join(" ");
  return (
    <Form.Group className={className} controlId={id}>
      <Form.Label>{label}</Form.Label>
      {cloneElement(children, { isInvalid: !!error, "aria-describedby": described || undefined })}
      {error && (
        <div className="invalid-feedback d-block" id={`${id}-wrong`}>
          {error}
        </div>
      )}
      {hint && (
        <Form.Text className="d-block" id={`${id}-hint`}>
          {hint}
        </Form.Text>
      )}
    </Form.Group>
  );
}
