import Form from "react-bootstrap/Form";
import vocabulary from "../api/vocabulary.json";
import { Field } from "../ui/Field";
import { moved, type PersonRole, rightsOf, roleNames } from "./people";

export function MailField(props: { value: string; error: string | undefined; set: (email: string) => void }) {
  return (
    <Field
      id="person-email"
      label="Mail address"
      error={props.error}
      hint="Where invitations and notices go. May be empty."
    >
      <Form.Control type="email" value={props.value} maxLength={200} onChange={(e) => props.set(e.target.value)} />
    </Field>
  );
}

interface RolesProps {
  /** Begins the names of its parts, where a page has several. */
  id?: string;
  /** Of which one can choose; all when left out. */
  among?: readonly PersonRole[];
  before: readonly PersonRole[];
  chosen: readonly PersonRole[];
  error: string | undefined;
  set: (roles: PersonRole[]) => void;
}

/** Which roles, and what that lets somebody do. */
export function Roles({ id = "", among = roleNames, before, chosen, error, set }: RolesProps) {
  const { gained, lost } = moved(before, chosen);
  const words = (rights: readonly (keyof typeof vocabulary.rights)[]) =>
    rights.map((r) => vocabulary.rights[r]).join("; ");
  return (
    <fieldset className="mb-3" aria-describedby={error ? `${id}roles-wrong` : undefined}>
      <legend className="h3">Roles</legend>
      {among.map((role) => (
        <Form.Check
          key={role}
          id={`${id}role-${role}`}
          label={vocabulary.personRoles[role].word}
          checked={chosen.includes(role)}
          onChange={(e) => set(e.target.checked ? [...chosen, role] : chosen.filter((r) => r !== role))}
        />
      ))}
      {error && (
        <div className="invalid-feedback d-block" id={`${id}roles-wrong`}>
          {error}
        </div>
      )}
      {before.length === 0 && chosen.length > 0 && <p className="soft mt-2 mb-0">May: {words(rightsOf(chosen))}.</p>}
      {before.length > 0 && gained.length > 0 && <p className="mt-2 mb-0">May then also: {words(gained)}.</p>}
      {before.length > 0 && lost.length > 0 && <p className="mt-2 mb-0">May no longer: {words(lost)}.</p>}
    </fieldset>
  );
}
