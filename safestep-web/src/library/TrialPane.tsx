import { useSettled } from "../ui/useSettled";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import type { Variable } from "../api/types";
import { BuildViews } from "../lines/BuildViews";
import { Complaints } from "../lines/LinesEditor";
import { ErrorBlock, Loading } from "../ui/Messages";
import { ValueFields } from "./ValueFields";
import { problemsOf } from "./variables";
import { keys } from "../api/keys";
import { useDevices } from "../api/shared";

interface Props {
  platform: string;
  content: { text: string; undo: string; variables: Variable[] };
  /** Whether the template is right in itself. */
  ready: boolean;
}

/** What would come of a template on a device, with values that are stored nowhere. */
export function TrialPane({ platform, content, ready }: Props) {
  const devices = useDevices();
  const fitting = devices.data?.filter((d) => d.platform === platform) ?? [];
  const [device, setDevice] = useState("");
  const [values, setValues] = useState<Record<string, string>>({});
  const settled = useSettled({ platform, content, device, values: known(values, content.variables) });
  const trial = useQuery({
    queryKey: keys.templateTrial(settled),
    queryFn: ({ signal }) => told(api.POST("/api/changes/trial", { body: settled, signal })),
    enabled: !!settled.device && ready,
    placeholderData: (old) => old,
  });
  const wrong = trial.data?.problems ?? [];
  const others = wrong.filter((p) => p.part !== "VALUES");
  return (
    <section className="trial" aria-label="Try it out">
      <div className="ways">
        <h2>Try it out</h2>
        <Form.Select
          size="sm"
          value={device}
          aria-label="Device on which to try the template"
          onChange={(e) => setDevice(e.target.value)}
        >
          <option value="">{fitting.length ? "Choose a device" : `No device is ${platform}`}</option>
          {fitting.map((d) => (
            <option key={d.name}>{d.name}</option>
          ))}
        </Form.Select>
        <small className="soft">Nothing is stored, nothing is sent.</small>
      </div>
      {device && (
        <div className="template-cols">
          <ValueFields
            id="trial"
            device={device}
            variables={content.variables}
            values={values}
            problems={problemsOf(wrong, "VALUES")}
            set={setValues}
          />
          <div className="text">
            {trial.error && <ErrorBlock error={trial.error} />}
            {!ready && <p className="soft">First mend what is wrong with the template above.</p>}
            {ready && !trial.data && !trial.error && <Loading />}
            {ready && wrong.length > 0 && others.length === 0 && (
              <p className="soft">Fill in the values to see what would be sent to {device}.</p>
            )}
            {others.map((p) => (
              <p key={p.sentence} className="harm" role="alert">
                {p.line > 0 && `Line ${p.line}: `}
                {p.sentence}
              </p>
            ))}
            {ready && trial.data?.build && (
              <>
                <h3>Lines for {device}</h3>
                <pre tabIndex={0} aria-label={`Lines for ${device}`}>
                  {trial.data.build.lines}
                </pre>
                {trial.data.build.complaints.length > 0 && <Complaints complaints={trial.data.build.complaints} />}
                <BuildViews build={trial.data.build} />
                {trial.data.undo && (
                  <>
                    <h3>Undo part</h3>
                    <pre tabIndex={0} aria-label="Undo part">
                      {trial.data.undo}
                    </pre>
                  </>
                )}
              </>
            )}
          </div>
        </div>
      )}
    </section>
  );
}

/** Values of variables that are no longer there are left out. */
function known(values: Record<string, string>, variables: Variable[]): Record<string, string> {
  return Object.fromEntries(
    Object.entries(values).filter(([name, value]) => value && variables.some((v) => v.name === name)),
  );
}
