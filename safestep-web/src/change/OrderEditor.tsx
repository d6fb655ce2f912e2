import Form from "react-bootstrap/Form";
import type { Problem } from "../api/client";
import type { Change, FailureRule } from "../api/types";
import { duration } from "../ui/time";
import { failureRules, numberOrUsual, type OrderDraft, placed, placesOf } from "../draft/order";
import { Field } from "../ui/Field";

interface EditorProps {
  change: Change;
  devices: string[];
  order: OrderDraft;
  problem: Problem | null;
  onChange: (order: OrderDraft) => void;
}

/** In which order devices are changed, and what happens when something fails. */
export function OrderEditor({ change, devices, order, problem, onChange }: EditorProps) {
  const set = (part: Partial<OrderDraft>) => onChange({ ...order, ...part });
  return (
    <section aria-labelledby="order-head" className="mt-4">
      <h2 id="order-head">Order, and what happens when something fails</h2>
      <div className="field-row">
        <Field id="failure-rule" label="When something fails" className="">
          <Form.Select value={order.failureRule} onChange={(e) => set({ failureRule: e.target.value as FailureRule })}>
            {(Object.keys(failureRules) as FailureRule[]).map((rule) => (
              <option key={rule} value={rule}>
                {failureRules[rule].title}
              </option>
            ))}
          </Form.Select>
        </Field>
        <NumberBox id="wave-first" label="First wave at most" value={order.first} set={(first) => set({ first })} />
        <NumberBox id="wave-most" label="Any wave at most" value={order.most} set={(most) => set({ most })} />
        <Field id="wave-pause" label="Pause between waves, s" className="">
          <Form.Control
            type="number"
            min={0}
            max={86_400}
            value={order.pauseSeconds}
            onChange={(e) => set({ pauseSeconds: numberOrUsual(e.target.value) ?? 0 })}
          />
        </Field>
      </div>
      <p className="soft mb-2">{failureRules[order.failureRule].sentence}</p>
      {problem?.at("order").map((e) => (
        <p key={e.message} className="harm" role="alert">
          {e.message}
        </p>
      ))}
      <Form.Check
        id="outside-windows"
        label="To run outside the usual windows, those that open again and again"
        checked={order.outsideWindows}
        onChange={(e) => set({ outsideWindows: e.target.checked })}
      />
      {devices.length > 1 && (
        <Form.Check
          id="waves-by-hand"
          label="Place the devices by hand"
          checked={order.waves !== null}
          onChange={(e) => set({ waves: e.target.checked ? placesOf(change) : null })}
        />
      )}
      {order.waves ? (
        <ByHand devices={devices} waves={order.waves} set={(waves) => set({ waves })} />
      ) : (
        <Waves change={change} />
      )}
      <Objections change={change} />
    </section>
  );
}

interface NumberBoxProps {
  id: string;
  label: string;
  value: number | null;
  set: (value: number | null) => void;
}

function NumberBox({ id, label, value, set }: NumberBoxProps) {
  return (
    <Field id={id} label={label} className="">
      <Form.Control
        type="number"
        min={0}
        max={200}
        placeholder="as usual"
        value={value ?? ""}
        onChange={(e) => set(numberOrUsual(e.target.value))}
      />
    </Field>
  );
}

interface ByHandProps {
  devices: string[];
  waves: Record<string, number>;
  set: (waves: Record<string, number>) => void;
}

function ByHand({ devices, waves, set }: ByHandProps) {
  const now = placed(devices, waves);
  return (
    <table className="table compact mt-2">
      <thead>
        <tr>
          <th>Device</th>
          <th>Wave</th>
        </tr>
      </thead>
      <tbody>
        {now.flatMap((wave, index) =>
          wave.map((device) => (
            <tr key={device}>
              <td className="mono">{device}</td>
              <td>
                <Form.Select
                  size="sm"
                  aria-label={`Wave of ${device}`}
                  value={index + 1}
                  onChange={(e) => {
                    const places = Object.fromEntries(now.flatMap((w, i) => w.map((d) => [d, (i + 1) * 2] as const)));
                    set({ ...places, [device]: Number(e.target.value) });
                  }}
                >
                  {now.map((_, i) => (
                    <option key={i} value={i === index ? i + 1 : (i + 1) * 2}>
                      {i + 1}
                    </option>
                  ))}
                  {wave.length > 1 && <option value={index * 2 + 1}>alone before the others</option>}
                  {wave.length > 1 && <option value={index * 2 + 3}>alone after the others</option>}
                </Form.Select>
              </td>
            </tr>
          )),
        )}
      </tbody>
    </table>
  );
}

/** The waves as they were saved last, with the reason for each. */
function Waves({ change }: { change: Change }) {
  if (change.order.waves.length === 0) {
    return null;
  }
  return (
    <ol className="waves">
      {change.order.waves.map((wave) => (
        <li key={wave.number}>
          <span className="mono">{wave.devices.join(", ")}</span> <span className="soft">{wave.why}</span>
        </li>
      ))}
    </ol>
  );
}

function Objections({ change }: { change: Change }) {
  return (
    <>
      {change.order.objections.map((o) => (
        <p key={o.sentence} className={o.forbidden ? "harm mb-1" : "attention mb-1"}>
          {o.sentence}
        </p>
      ))}
    </>
  );
}

/** The same, as everybody else sees it. */
export function OrderReview({ change }: { change: Change }) {
  const { order } = change;
  return (
    <>
      <h2 className="mt-4">Order</h2>
      <Waves change={change} />
      <Objections change={change} />
      <p className="mb-1">
        {order.byHand ? "The devices were placed by hand." : "The order follows from the network: the far end first."}
        {order.pauseSeconds > 0 && ` Between two waves it waits ${duration(order.pauseSeconds)}.`}
        {order.outsideWindows && " It is to run outside the usual windows."}
      </p>
      <p className="soft">{failureRules[order.failureRule].sentence}</p>
    </>
  );
}
