import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { useNavigate } from "react-router";
import { api, told } from "../api/client";
import type { Pool, PoolKind } from "../api/types";
import { useMayEverywhere } from "../session/session";
import { ErrorBlock } from "../ui/Messages";
import { Removal } from "../ui/Removal";
import { poolKinds } from "./variables";
import { useMoved } from "../api/keys";
import { useSave } from "../ui/useSave";
import { Field } from "../ui/Field";

const examples: Record<PoolKind, string> = {
  ADDRESS: "10.77.40.0/24\n10.77.60.10-10.77.60.99",
  PREFIX: "10.77.192.0/20",
  VLAN: "200-299",
  NUMBER: "1000-1999",
};

/** Ranges as they are typed: one a line, or with commas between. */
const rangesIn = (text: string) =>
  text
    .split(/[\n,]/)
    .map((r) => r.trim())
    .filter(Boolean);

export function PoolForm({ pool }: { pool: Pool | null }) {
  const may = useMayEverywhere("WRITE_LIBRARY");
  const moved = useMoved();
  const navigate = useNavigate();
  const [name, setName] = useState(pool?.name ?? "");
  const [kind, setKind] = useState<PoolKind>(pool?.kind ?? "ADDRESS");
  const [description, setDescription] = useState(pool?.description ?? "");
  const [ranges, setRanges] = useState(pool?.ranges.join("\n") ?? "");
  const [exclusions, setExclusions] = useState(pool?.exclusions.join("\n") ?? "");
  const [length, setLength] = useState(String(pool?.length ?? 24));
  const [numberPlace, setNumberPlace] = useState(pool?.numberPlace ?? "");
  const save = useSave({
    mutationFn: () => {
      const body = {
        name,
        kind,
        description,
        ranges: rangesIn(ranges),
        exclusions: rangesIn(exclusions),
        length: kind === "ADDRESS" || kind === "PREFIX" ? Number(length) || 0 : 0,
        numberPlace: kind === "NUMBER" ? numberPlace : "",
      };
      return pool
        ? told(api.PUT("/api/pools/{id}", { params: { path: { id: pool.id } }, body }))
        : told(api.POST("/api/pools", { body }));
    },
    onSuccess: async (saved) => {
      await moved.pools();
      navigate(`/library/pools/${saved.id}`);
    },
  });
  const remove = useMutation({
    mutationFn: () => told(api.DELETE("/api/pools/{id}", { params: { path: { id: pool!.id } } })),
    onSuccess: async () => {
      await moved.pools();
      navigate("/library/pools");
    },
  });

  const error = (field: string) => save.at(field);
  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate();
  }
  return (
    <form onSubmit={submit} noValidate>
      <fieldset disabled={!may}>
        <legend className="h2">{pool ? pool.name : "A new pool"}</legend>
        <div className="two-fields">
          <Field id="pool-name" label="Name" error={error("name")} className="">
            <Form.Control value={name} maxLength={60} onChange={(e) => setName(e.target.value)} />
          </Field>
          <Field id="pool-kind" label="Gives" className="">
            <Form.Select value={kind} disabled={!!pool} onChange={(e) => setKind(e.target.value as PoolKind)}>
              {(Object.keys(poolKinds) as PoolKind[]).map((k) => (
                <option key={k} value={k}>
                  {poolKinds[k]}
                </option>
              ))}
            </Form.Select>
          </Field>
        </div>
        <Field id="pool-description" label="What it is for">
          <Form.Control value={description} maxLength={400} onChange={(e) => setDescription(e.target.value)} />
        </Field>
        <div className="two-fields">
          <Field id="pool-ranges" label="Ranges, one a line" error={error("ranges")} className="">
            <Form.Control
              as="textarea"
              rows={3}
              className="mono"
              value={ranges}
              placeholder={examples[kind]}
              onChange={(e) => setRanges(e.target.value)}
            />
          </Field>
          <Field id="pool-exclusions" label="Never given" className="">
            <Form.Control
              as="textarea"
              rows={3}
              className="mono"
              value={exclusions}
              onChange={(e) => setExclusions(e.target.value)}
            />
          </Field>
        </div>
        {(kind === "ADDRESS" || kind === "PREFIX") && (
          <Field
            id="pool-length"
            label={
              kind === "PREFIX"
                ? "Length of each prefix; 30 or 31 for the two ends of a link"
                : "Length behind an address of an interface"
            }
            error={error("length")}
          >
            <Form.Control
              className="mono short"
              inputMode="numeric"
              value={length}
              onChange={(e) => setLength(e.target.value)}
            />
          </Field>
        )}
        {kind === "NUMBER" && (
          <Field
            id="pool-place"
            label="Where the number stands in configurations"
            error={error("numberPlace")}
            hint="So that numbers which devices have already are never given. Without it nothing tells them."
          >
            <Form.Control
              className="mono"
              value={numberPlace}
              maxLength={100}
              placeholder="gateway-group {n}"
              onChange={(e) => setNumberPlace(e.target.value)}
            />
          </Field>
        )}
      </fieldset>
      {save.refusal && <ErrorBlock error={save.refusal} />}
      {remove.error && <ErrorBlock error={remove.error} />}
      {may && (
        <div className="d-flex gap-3 align-items-center mt-2">
          <Button type="submit" disabled={save.isPending || !name.trim() || rangesIn(ranges).length === 0}>
            {pool ? "Save the pool" : "Make the pool"}
          </Button>
          {pool && <Removal name={pool.name} busy={remove.isPending} remove={() => remove.mutate()} />}
        </div>
      )}
    </form>
  );
}
