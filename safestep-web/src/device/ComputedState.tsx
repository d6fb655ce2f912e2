import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link } from "react-router";
import { api, told } from "../api/client";
import type { DeviceState } from "../api/types";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { Status } from "../ui/Status";
import { csv, download } from "../ui/csv";
import { dayAndTime } from "../ui/time";
import { adjacency, gatewayRole, hiddenRoutes, interfaceState, routeSources, sessionState, summary } from "./computed";
import { keys } from "../api/keys";

/** What the network model computes of a device: nothing here was asked of the device itself. */
export function ComputedState({ device }: { device: string }) {
  const state = useQuery({
    queryKey: keys.computedState(device),
    queryFn: () => told(api.GET("/api/devices/{name}/state", { params: { path: { name: device } } })),
  });
  if (state.error) {
    return <ErrorBlock error={state.error} />;
  }
  if (!state.data) {
    return <Loading />;
  }
  const s = state.data;
  if (!s.takenAt) {
    return (
      <Block action={<Link to={`/devices/${device}`}>Back it up</Link>}>
        {s.gap} Take a backup of its configuration, then look here again.
      </Block>
    );
  }
  return (
    <>
      <p className="mb-2">
        <b>{summary(s)}</b>{" "}
        <span className="soft">
          Computed from the configurations that were read, this one on {dayAndTime(s.takenAt)}. The devices were not
          asked.
        </span>
      </p>
      {s.gap && <Block>{s.gap}</Block>}
      <div className="cols">
        <section>
          <Interfaces state={s} />
          <Gateways state={s} />
          <NotModelled state={s} />
          <OpenInTheNetwork state={s} />
        </section>
        <section>
          <Neighbours state={s} />
          <Sessions state={s} />
          <Routes state={s} />
        </section>
      </div>
    </>
  );
}

function Table({ head, children, label }: { head: string[]; children: ReactNode; label: string }) {
  return (
    <table className="table facts" aria-label={label}>
      <thead>
        <tr>
          {head.map((h) => (
            <th key={h}>{h}</th>
          ))}
        </tr>
      </thead>
      <tbody>{children}</tbody>
    </table>
  );
}

function DeviceLink({ name }: { name: string | null | undefined }) {
  return name ? (
    <Link to={`/devices/${name}/network`} className="mono">
      {name}
    </Link>
  ) : (
    <span className="soft">not one of ours</span>
  );
}

function Why({ reason }: { reason: string | null | undefined }) {
  return reason ? <div className="soft small">{reason}</div> : null;
}

function Interfaces({ state }: { state: DeviceState }) {
  return (
    <>
      <h2>Interfaces</h2>
      <Table head={["Interface", "State", "Addresses", "Other end"]} label="Interfaces">
        {state.interfaces.map((i) => (
          <tr key={i.name}>
            <td className="mono">
              {i.name}
              {i.vlans && <div className="soft small">VLAN {i.vlans}</div>}
            </td>
            <td>
              <Status state={interfaceState(i)} />
              <Why reason={i.reason} />
            </td>
            <td className="mono">
              {i.addresses.map((a) => (
                <div key={a}>{a}</div>
              ))}
              {i.mtu !== 1500 && <div className="soft small">MTU {i.mtu}</div>}
            </td>
            <td>{i.far ?? (i.kind === "PORT" ? <span className="soft">no cable known</span> : "")}</td>
          </tr>
        ))}
      </Table>
    </>
  );
}

function Gateways({ state }: { state: DeviceState }) {
  if (state.gateways.length === 0) {
    return null;
  }
  return (
    <>
      <h2 className="mt-3">Shared gateways</h2>
      <Table head={["Interface", "Shared address", "Role", "Priority"]} label="Shared gateways">
        {state.gateways.map((g) => (
          <tr key={`${g.name} ${g.group}`}>
            <td className="mono">
              {g.name} <span className="soft">group {g.group}</span>
            </td>
            <td className="mono">{g.shared.join(", ")}</td>
            <td>
              <Status state={gatewayRole(g)} />
              {g.role === "STANDBY" && g.activeDevice && <Why reason={`${g.activeDevice} is active.`} />}
              <Why reason={g.note} />
            </td>
            <td>{g.priority}</td>
          </tr>
        ))}
      </Table>
    </>
  );
}

function Neighbours({ state }: { state: DeviceState }) {
  return (
    <>
      <h2>OSPF neighbours</h2>
      {state.neighbours.length === 0 ? (
        <p className="empty">None, and none that might be one.</p>
      ) : (
        <Table head={["Over", "Neighbour", "Area", "State"]} label="OSPF neighbours">
          {state.neighbours.map((n) => (
            <tr key={`${n.name} ${n.device} ${n.address}`}>
              <td className="mono">{n.name}</td>
              <td>
                <DeviceLink name={n.device} /> <span className="mono soft">{n.address}</span>
              </td>
              <td>{n.area}</td>
              <td>
                <Status state={adjacency(n)} />
                <Why reason={n.reason} />
              </td>
            </tr>
          ))}
        </Table>
      )}
    </>
  );
}

function Sessions({ state }: { state: DeviceState }) {
  if (state.sessions.length === 0) {
    return null;
  }
  return (
    <>
      <h2 className="mt-3">BGP sessions</h2>
      <Table head={["Neighbour", "AS", "State"]} label="BGP sessions">
        {state.sessions.map((b) => (
          <tr key={b.neighbour}>
            <td>
              <span className="mono">{b.neighbour}</span> <DeviceLink name={b.device} />
            </td>
            <td>
              {b.as} <span className="soft">{b.kind}</span>
            </td>
            <td>
              <Status state={sessionState(b)} />
              <Why reason={b.reason} />
            </td>
          </tr>
        ))}
      </Table>
    </>
  );
}

const FEW = 14;

function Routes({ state }: { state: DeviceState }) {
  const [filter, setFilter] = useState("");
  const [all, setAll] = useState(false);
  const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
  const found = state.routes.filter((r) => {
    const text = `${r.prefix} ${routeSources[r.source]} ${r.hops.join(" ")}`.toLowerCase();
    return words.every((w) => text.includes(w));
  });
  const shown = all || words.length > 0 ? found : found.slice(0, FEW);
  return (
    <>
      <div className="head mt-3">
        <h2>Routes</h2>
        <div className="actions">
          <Button
            variant="link"
            onClick={() =>
              download(
                `${state.device}-routes.csv`,
                csv(
                  ["prefix", "source", "distance", "metric", "next hops"],
                  found.map((r) => [
                    r.prefix,
                    routeSources[r.source],
                    String(r.distance),
                    String(r.metric),
                    r.hops.join("; "),
                  ]),
                ),
              )
            }
          >
            Export as CSV
          </Button>
        </div>
      </div>
      <Form.Control
        type="search"
        size="sm"
        className="mb-1"
        value={filter}
        placeholder={`Filter ${state.routes.length} routes`}
        aria-label="Filter routes"
        onChange={(e) => setFilter(e.target.value)}
      />
      {found.length === 0 && (
        <p className="empty">{state.routes.length ? `No route fits “${filter}”.` : "It has no routes."}</p>
      )}
      {found.length > 0 && (
        <Table head={["Prefix", "From", "Next hop"]} label="Routes">
          {shown.map((r) => (
            <tr key={r.prefix}>
              <td className="mono">{r.prefix}</td>
              <td>
                {routeSources[r.source]}{" "}
                <span className="soft small">
                  {r.distance}/{r.metric}
                </span>
              </td>
              <td className="mono">
                {r.hops.map((h) => (
                  <div key={h}>{h}</div>
                ))}
              </td>
            </tr>
          ))}
        </Table>
      )}
      {hiddenRoutes(found.length, shown.length) && (
        <Button variant="link" onClick={() => setAll(true)}>
          {hiddenRoutes(found.length, shown.length)}
        </Button>
      )}
    </>
  );
}

function NotModelled({ state }: { state: DeviceState }) {
  return (
    <>
      <h2 className="mt-3">Not modelled</h2>
      {state.notModelled.length === 0 ? (
        <p className="soft">Every line of its configuration is taken into account.</p>
      ) : (
        <Table head={["Line", "In the configuration", "Why"]} label="Lines that are not modelled">
          {state.notModelled.map((l) => (
            <tr key={`${l.line} ${l.path}`}>
              <td>{l.line}</td>
              <td className="mono">{l.path}</td>
              <td className="soft">{l.why}</td>
            </tr>
          ))}
        </Table>
      )}
    </>
  );
}

/** What is contradictory or not known in the network as a whole, so that what stands here may not be all. */
function OpenInTheNetwork({ state }: { state: DeviceState }) {
  if (state.problems.length === 0) {
    return null;
  }
  return (
    <>
      <h2 className="mt-3">Open in the network as a whole</h2>
      <ul className="soft ps-3">
        {state.problems.map((p) => (
          <li key={p}>{p}</li>
        ))}
      </ul>
    </>
  );
}
