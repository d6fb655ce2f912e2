import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Roles } from "../person/PersonFields";
import { rolesByGroup, rolesOf } from "../person/people";
import { ScopeField } from "../person/ScopeField";
import { Field } from "../ui/Field";
import { count } from "../ui/words";
import { blankRow, movedUp, type Row } from "./providers";

interface Props {
  rows: Row[];
  /** What is wrong with a part of a row, by its path. */
  at: (field: string) => string | undefined;
  set: (rows: Row[]) => void;
}

/** What each group of the provider is here. */
export function MappingRows({ rows, at, set }: Props) {
  const put = (index: number, row: Row) => set(rows.map((r, i) => (i === index ? row : r)));
  return (
    <>
      <h3 className="mt-3">What their groups are here</h3>
      <p className="soft">
        The first row that fits counts, and no other beside it. Who is in none of them does not come in. Administrators
        are made here alone.
      </p>
      {at("rows") && <p className="harm">{at("rows")}</p>}
      {rows.map((row, i) => (
        <MappingRow
          key={i}
          index={i}
          row={row}
          at={at}
          put={(r) => put(i, r)}
          up={i > 0 ? () => set(movedUp(rows, i)) : null}
          drop={() => set(rows.filter((_, other) => other !== i))}
        />
      ))}
      <Button variant="outline-primary" size="sm" onClick={() => set([...rows, blankRow])}>
        Add a group
      </Button>
    </>
  );
}

interface RowProps {
  index: number;
  row: Row;
  at: Props["at"];
  put: (row: Row) => void;
  up: (() => void) | null;
  drop: () => void;
}

function MappingRow({ index, row, at, put, up, drop }: RowProps) {
  const [open, setOpen] = useState(row.group === "");
  const part = (name: string) => at(`rows[${index}].${name}`);
  const id = `row-${index}-`;
  const wrong = part("roles") ?? part("scope");
  const places = row.scope.reading.sites.length + row.scope.reading.groups.length;
  return (
    <div className="mapping-row">
      <div className="d-flex gap-2 align-items-end">
        <Field id={`${id}group`} label={`${index + 1}. Group`} error={part("group")} className="flex-fill">
          <Form.Control
            className="mono"
            value={row.group}
            maxLength={200}
            onChange={(e) => put({ ...row, group: e.target.value })}
          />
        </Field>
        {up && (
          <Button variant="link" size="sm" onClick={up} aria-label={`Move row ${index + 1} up`}>
            Up
          </Button>
        )}
        <Button variant="link" size="sm" onClick={drop} aria-label={`Take row ${index + 1} out`}>
          Take out
        </Button>
      </div>
      {open || wrong ? (
        <>
          <Roles
            id={id}
            among={rolesByGroup}
            before={[]}
            chosen={row.roles}
            error={part("roles")}
            set={(roles) => put({ ...row, roles })}
          />
          <ScopeField id={id} scope={row.scope} error={part("scope")} set={(scope) => put({ ...row, scope })} />
        </>
      ) : (
        <p className="soft mb-0 mt-1">
          {row.roles.length === 0 ? "no role yet" : rolesOf(row.roles)} ·{" "}
          {row.scope.reading.everything ? "all devices" : count(places, "site or group", "sites and groups")}{" "}
          <Button variant="link" size="sm" className="p-0" onClick={() => setOpen(true)}>
            Show and change
          </Button>
        </p>
      )}
    </div>
  );
}
