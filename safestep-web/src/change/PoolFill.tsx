import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import type { Pool, PoolKind, Variable, VariableType } from "../api/types";
import { usePools } from "../library/queries";
import { poolKindsFor } from "../library/variables";
import { ErrorBlock } from "../ui/Messages";
import { count } from "../ui/words";
import { type Common, withValue } from "./common";

/** How a value of a pool can be written into a column that says nothing about it. */
const writings: Record<PoolKind, { type: VariableType; words: string }[]> = {
  ADDRESS: [
    { type: "INTERFACE_ADDRESS", words: "address with length" },
    { type: "ADDRESS", words: "address" },
  ],
  PREFIX: [
    { type: "PREFIX", words: "prefix" },
    { type: "INTERFACE_ADDRESS", words: "end of a link" },
  ],
  VLAN: [{ type: "VLAN", words: "number" }],
  NUMBER: [{ type: "NUMBER", words: "number" }],
};

/** A column: a variable of a template, or a name of which nothing more is known. */
type Column = Pick<Variable, "name"> & Partial<Variable>;

interface Props {
  /** Of the change, which holds what is given. */
  number: number;
  common: Common;
  columns: Column[];
  change: (next: Common) => void;
}

/** Fills the empty cells of a column with the next free values of a pool. */
export function PoolFill({ number, common, columns, change }: Props) {
  const pools = usePools();
  const [name, setName] = useState("");
  const [poolName, setPoolName] = useState("");
  const [type, setType] = useState<VariableType | "">("");
  const column = columns.find((c) => c.name === name);
  const offered = (pools.data ?? []).filter((p) => !column?.type || poolKindsFor[column.type].includes(p.kind));
  const pool = offered.find((p) => p.name === (poolName || column?.pool));
  const options = pool ? writings[pool.kind] : [];
  const asked = column?.type && column.type !== "TEXT" ? column.type : type || options[0]?.type;
  const empty = common.devices.filter((_, i) => !common.values[name]?.[i]?.trim());
  const through = columns.find((c) => c.type === "INTERFACE")?.name;
  const ask = useMutation({
    mutationFn: () =>
      told(
        api.POST("/api/changes/{number}/allocations", {
          params: { path: { number } },
          body: {
            pool: pool!.name,
            wishes: empty.map((device) => ({
              device,
              variable: name,
              type: asked!,
              interfaceName: (through && common.values[through]?.[common.devices.indexOf(device)]) || null,
            })),
          },
        }),
      ),
    onSuccess: (given) => change(given.reduce((c, f) => withValue(c, name, f.device, f.value), common)),
  });
  const fillable = columns.filter((c) => !c.type || poolKindsFor[c.type].length > 0);
  if (!pools.data?.length || fillable.length === 0) {
    return null;
  }
  return (
    <>
      <div className="ways">
        <Form.Select
          size="sm"
          value={name}
          aria-label="Column to fill from a pool"
          onChange={(e) => {
            setName(e.target.value);
            setPoolName("");
            setType("");
          }}
        >
          <option value="">Fill a column from a pool</option>
          {fillable.map((c) => (
            <option key={c.name}>{c.name}</option>
          ))}
        </Form.Select>
        {column && (
          <Form.Select
            size="sm"
            value={pool?.name ?? ""}
            aria-label="Pool"
            onChange={(e) => {
              setPoolName(e.target.value);
              setType("");
            }}
          >
            <option value="">{offered.length ? "Choose a pool" : "No pool gives such values"}</option>
            {offered.map((p: Pool) => (
              <option key={p.id} value={p.name}>
                {p.name}, {p.free.toLocaleString("en")} free
              </option>
            ))}
          </Form.Select>
        )}
        {pool && (!column?.type || column.type === "TEXT") && options.length > 1 && (
          <Form.Select
            size="sm"
            value={asked}
            aria-label="How the value is written"
            onChange={(e) => setType(e.target.value as VariableType)}
          >
            {options.map((o) => (
              <option key={o.type} value={o.type}>
                {o.words}
              </option>
            ))}
          </Form.Select>
        )}
        {pool && (
          <Button
            size="sm"
            variant="outline-primary"
            disabled={ask.isPending || empty.length === 0}
            onClick={() => ask.mutate()}
          >
            {empty.length === 0 ? "No cell is empty" : `Next free for ${count(empty.length, "empty cell")}`}
          </Button>
        )}
      </div>
      {ask.error && <ErrorBlock error={ask.error} />}
    </>
  );
}
