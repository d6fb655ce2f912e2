import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import type { Change } from "../api/types";
import { Glyph, type Shape } from "../ui/Glyph";
import { neighbours } from "./deviceOrder";

/** The tab for all devices at once. */
export const ALL = "";

/** More than these are not shown side by side: nobody finds one among them. */
const MOST_TABS = 16;

function targetShape(target: Change["targets"][number] | undefined): Shape {
  if (!target) {
    return "notyet";
  }
  if (!target.complete) {
    return "failed";
  }
  return target.commands === 0 ? "dot" : target.proven ? "done" : "blocked";
}

const inWords: Partial<Record<Shape, string>> = {
  notyet: "not saved yet",
  failed: "has errors",
  dot: "nothing to send",
  blocked: "way back not proven",
};

interface TabsProps {
  change: Change;
  devices: string[];
  picked: string;
  pick: (device: string) => void;
  /** What the tab for all devices at once is called; there is none for a single device. */
  all: string;
  /** Devices that were not looked at yet. */
  unopened?: Set<string>;
}

/** Which device is looked at: side by side while they are few, else one to be chosen. */
export function DeviceTabs(props: TabsProps) {
  const { devices, picked, pick, all } = props;
  const many = devices.length > MOST_TABS;
  return (
    <div className="device-tabs">
      <div className="tabs many" role="tablist" aria-label="Devices">
        {devices.length > 1 && (
          <button type="button" role="tab" aria-selected={picked === ALL} onClick={() => pick(ALL)}>
            {all}
          </button>
        )}
        {!many && devices.map((device) => <DeviceTab key={device} {...props} device={device} />)}
        {many && picked !== ALL && <DeviceTab {...props} device={picked} />}
      </div>
      {many && <OneOfMany {...props} />}
    </div>
  );
}

function DeviceTab({ change, picked, pick, unopened, device }: TabsProps & { device: string }) {
  return (
    <button type="button" role="tab" aria-selected={device === picked} onClick={() => pick(device)}>
      <Glyph shape={targetShape(change.targets.find((t) => t.device === device))} small />
      {device}
      {unopened?.has(device) && <small className="unopened"> unseen</small>}
    </button>
  );
}

/** All of them by name, with a way from each to the one before and behind it in the order of the run. */
function OneOfMany({ change, devices, picked, pick, unopened }: TabsProps) {
  const { before, behind, unseen } = neighbours(devices, picked, unopened);
  const targets = new Map(change.targets.map((t) => [t.device, t]));
  return (
    <div className="one-of-many">
      <Button variant="outline-primary" size="sm" disabled={!before} onClick={() => before && pick(before)}>
        Previous device
      </Button>
      <Form.Select
        size="sm"
        aria-label={`One of ${devices.length} devices`}
        value={picked}
        onChange={(e) => pick(e.target.value)}
      >
        <option value={ALL}>One of {devices.length} devices …</option>
        {[...devices].sort().map((device) => {
          const state = inWords[targetShape(targets.get(device))];
          return (
            <option key={device} value={device}>
              {device}
              {state && `, ${state}`}
              {unopened?.has(device) && ", unseen"}
            </option>
          );
        })}
      </Form.Select>
      <Button variant="outline-primary" size="sm" disabled={!behind} onClick={() => behind && pick(behind)}>
        Next device
      </Button>
      {unseen && (
        <Button variant="link" size="sm" onClick={() => pick(unseen)}>
          Next unseen
        </Button>
      )}
    </div>
  );
}
