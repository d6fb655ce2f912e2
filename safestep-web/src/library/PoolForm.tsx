import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { useNavigate } from "react-router";
import { api, asProblem } from "../api/client";
import type { Pool, PoolKind } from "../api/types";
import { useMay } from "../session/session";
import { ErrorBlock } from "../ui/Messages";
import { Removal } from "../ui/Removal";
import { poolKinds } from "./variables";

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
  const may = useMay("WRITE_LIBRARY");
  const client = useQueryClient();
  const navigate = useNavigate();
  const [name, setName] = useState(pool?.name ?? "");
  const [kind, setKind] = useState<PoolKind>(pool?.kind ?? "ADDRESS");
  const [description, setDescription] = useState(pool?.description ?? "");
  const [ranges, setRanges] = useState(pool?.ranges.join("\n") ?? "");
  const [exclusions, setExclusions] = useState(pool?.exclusions.join("\n") ?? "");
  const [length, setLength] = useState(String(pool?.length ?? 24));
  const [numberPlace, setNumberPlace] = useState(pool?.numberPlace ?? "");
  const save = useMutation({
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
      return pool ? api.put<Pool>(`/api/pools/${pool.id}`, body) : api.post<Pool>("/api/pools", body);
    },
    onSuccess: async (saved) => {
      await client.invalidateQueries();
      navigate(`/library/pools/${saved.id}`);
    },
  });
  const remove = useMutation({
    mutationFn: () => api.delete(`/api/pools/${pool!.id}`),
    onSuccess: async () => {
      await client.invalidateQueries();
      navigate("/library/pools");
    },
  });
  const problem = save.error ? asProblem(save.error) : null;
  const error = (field: string) => problem?.at(field)[0]?.message;
  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate();
  }
  return (
    <form onSubmit={submit} noValidate>
      <fieldset disabled={!may}>
        <legend className="h2">{pool ? pool.name : "A new pool"}</legend>
        <div className="two-fields">
          <Form.Group controlId="pool-name">
            <Form.Label>Name</Form.Label>
            <Form.Control
              value={name}
              maxLength={60}
              isInvalid={!!error("name")}
              onChange={(e) => setName(e.target.value)}
            />
            <Form.Control.Feedback type="invalid">{error("name")}</Form.Control.Feedback>
          </Form.Group>
          <Form.Group controlId="pool-kind">
            <Form.Label>Gives</Form.Label>
            <Form.Select value={kind} disabled={!!pool} onChange={(e) => setKind(e.target.value as PoolKind)}>
              {(Object.keys(poolKinds) as PoolKind[]).map((k) => (
                <option key={k} value={k}>
                  {poolKinds[k]}
                </option>
              ))}
            </Form.Select>
          </Form.Group>
        </div>
        <Form.Group className="mb-2" controlId="pool-description">
          <Form.Label>What it is for</Form.Label>
          <Form.Control value={description} maxLength={400} onChange={(e) => setDescription(e.target.value)} />
        </Form.Group>
        <div className="two-fields">
          <Form.Group controlId="pool-ranges">
            <Form.Label>Ranges, one a line</Form.Label>
            <Form.Control
              as="textarea"
              rows={3}
              className="mono"
              value={ranges}
              placeholder={examples[kind]}
              isInvalid={!!error("ranges")}
              onChange={(e) => setRanges(e.target.value)}
            />
            <Form.Control.Feedback type="invalid">{error("ranges")}</Form.Control.Feedback>
          </Form.Group>
          <Form.Group controlId="pool-exclusions">
            <Form.Label>Never given</Form.Label>
            <Form.Control
              as="textarea"
              rows={3}
              className="mono"
              value={exclusions}
              onChange={(e) => setExclusions(e.target.value)}
            />
          </Form.Group>
        </div>
        {(kind === "ADDRESS" || kind === "PREFIX") && (
          <Form.Group className="mb-2" controlId="pool-length">
            <Form.Label>
              {kind === "PREFIX"
                ? "Length of each prefix; 30 or 31 for the two ends of a link"
                : "Length behind an address of an interface"}
            </Form.Label>
            <Form.Control
              className="mono short"
              inputMode="numeric"
              value={length}
              isInvalid={!!error("length")}
              onChange={(e) => setLength(e.target.value)}
            />
            <Form.Control.Feedback type="invalid">{error("length")}</Form.Control.Feedback>
          </Form.Group>
        )}
        {kind === "NUMBER" && (
          <Form.Group className="mb-2" controlId="pool-place">
            <Form.Label>Where the number stands in configurations</Form.Label>
            <Form.Control
              className="mono"
              value={numberPlace}
              maxLength={100}
              placeholder="gateway-group {n}"
              isInvalid={!!error("numberPlace")}
              onChange={(e) => setNumberPlace(e.target.value)}
            />
            <Form.Control.Feedback type="invalid">{error("numberPlace")}</Form.Control.Feedback>
            <Form.Text>
              So that numbers which devices have already are never given. Without it nothing tells them.
            </Form.Text>
          </Form.Group>
        )}
      </fieldset>
      {problem && problem.errors.length === 0 && <ErrorBlock error={problem} />}
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
