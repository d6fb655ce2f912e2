import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import type { RiskFactor, RiskWeights } from "../api/types";
import vocabulary from "../api/vocabulary.json";
import { useMayEverywhere } from "../session/session";
import { Field } from "../ui/Field";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { useSave } from "../ui/useSave";
import { LibraryNav } from "./LibraryNav";

const factors = Object.entries(vocabulary.riskFactors) as [
  RiskFactor,
  { words: string; usual: number; most: number },
][];

/** How much each thing counts for the risk of a change. */
export function RiskPage() {
  const weights = useQuery({ queryKey: keys.riskWeights, queryFn: () => told(api.GET("/api/risk-weights")) });
  return (
    <>
      <LibraryNav />
      <div className="head">
        <h1>Risk</h1>
        <span className="soft">A sum of facts about a change, always shown with what gave it.</span>
      </div>
      {weights.error && <ErrorBlock error={weights.error} />}
      {!weights.data && !weights.error && <Loading />}
      {weights.data && <WeightsForm key={weights.data.version} given={weights.data} />}
    </>
  );
}

function WeightsForm({ given }: { given: RiskWeights }) {
  const may = useMayEverywhere("WRITE_APPROVAL_RULES");
  const client = useQueryClient();
  const [points, setPoints] = useState<Record<string, number>>(given.weights.points);
  const [raisedFrom, setRaised] = useState(given.weights.raisedFrom);
  const [highFrom, setHigh] = useState(given.weights.highFrom);
  const save = useSave({
    mutationFn: () =>
      told(api.PUT("/api/risk-weights", { body: { points, raisedFrom, highFrom, version: given.version } })),
    onSuccess: (saved) => client.setQueryData(keys.riskWeights, saved),
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate();
  }
  const number = (value: number, set: (value: number) => void, most: number) => ({
    type: "number",
    min: 0,
    max: most,
    value,
    onChange: (e: { target: { value: string } }) => set(Number(e.target.value)),
  });
  return (
    <form onSubmit={submit} noValidate className="narrow">
      <fieldset disabled={!may}>
        <table className="table">
          <thead>
            <tr>
              <th scope="col">What counts</th>
              <th scope="col">Points</th>
              <th scope="col">At most</th>
            </tr>
          </thead>
          <tbody>
            {factors.map(([factor, { words, usual, most }]) => (
              <tr key={factor}>
                <td>
                  <label htmlFor={`risk-${factor}`}>{words}</label>
                </td>
                <td>
                  <Form.Control
                    id={`risk-${factor}`}
                    size="sm"
                    {...number(points[factor] ?? usual, (value) => setPoints({ ...points, [factor]: value }), 20)}
                    isInvalid={!!save.at(`points[${factor}]`)}
                  />
                </td>
                <td className="soft">{most === 1 ? "once" : `${most} times`}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <div className="d-flex gap-3 mt-3">
          <Field id="risk-raised" label={`Called ${vocabulary.riskLevels.RAISED} from`} error={save.at("raisedFrom")}>
            <Form.Control {...number(raisedFrom, setRaised, 100)} />
          </Field>
          <Field id="risk-high" label={`Called ${vocabulary.riskLevels.HIGH} from`} error={save.at("highFrom")}>
            <Form.Control {...number(highFrom, setHigh, 100)} />
          </Field>
        </div>
      </fieldset>
      {save.problem && save.problem.errors.some((e) => e.field.startsWith("points")) && (
        <Block tone="bad">Each counts 0 to 20 points.</Block>
      )}
      {save.refusal && <ErrorBlock error={save.refusal} />}
      {may ? (
        <div className="d-flex gap-3 align-items-center">
          <Button type="submit" disabled={save.isPending}>
            Save
          </Button>
          {given.version > 0 && !save.isPending && <span className="soft">Version {given.version}</span>}
        </div>
      ) : (
        <Block>Changing the weights takes the role of an administrator, for all devices.</Block>
      )}
    </form>
  );
}
