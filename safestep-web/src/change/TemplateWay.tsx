import { useMutation } from "@tanstack/react-query";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link } from "react-router";
import { api, told } from "../api/client";
import type { Build, Template, Variable } from "../api/types";
import { useTemplates, useTemplateVersion } from "../library/queries";
import { ValueFields } from "../library/ValueFields";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import type { Target } from "../draft/content";
import { Complaints } from "../lines/LinesEditor";
import { useDevices } from "../api/shared";

interface Props {
  number: number;
  target: Target;
  build: Build | undefined;
  onChange: (target: Target) => void;
}

/** A template with the values of one device. */
export function TemplateWay({ number, target, build, onChange }: Props) {
  const templates = useTemplates();
  const devices = useDevices();
  const used = useTemplateVersion(target.template);
  const platform = devices.data?.find((d) => d.name === target.device)?.platform;
  if (templates.error || used.error) {
    return <ErrorBlock error={templates.error ?? used.error} />;
  }
  if (!templates.data || !platform) {
    return <Loading />;
  }
  const offered = templates.data.filter((t) => t.platform === platform && (!t.retired || t.id === used.data?.id));
  const others = build?.complaints.filter((c) => !build.problems.some((p) => c.reason.endsWith(p.sentence))) ?? [];
  return (
    <>
      <Form.Group controlId={`template-${target.device}`} className="mb-2">
        <Form.Label>
          Template for <span className="mono">{target.device}</span>
        </Form.Label>
        <Form.Select
          value={used.data?.id ?? ""}
          onChange={(e) => {
            const chosen = offered.find((t) => String(t.id) === e.target.value);
            onChange({ ...target, template: chosen?.versionId ?? null });
          }}
        >
          <option value="">{offered.length ? "Choose a template" : `No template is written for ${platform}`}</option>
          {offered.map((t) => (
            <option key={t.id} value={t.id}>
              {t.name}
              {t.description && `: ${t.description}`}
            </option>
          ))}
        </Form.Select>
        {offered.length === 0 && (
          <Form.Text>
            <Link to="/library/templates/new">Write one in the library</Link>, then choose it here.
          </Form.Text>
        )}
      </Form.Group>
      {used.data && (
        <>
          <NewerVersion used={used.data} take={(version) => onChange({ ...target, template: version })} />
          <ValueFields
            id={`value-${target.device}`}
            device={target.device}
            variables={used.data.variables}
            values={target.values}
            problems={build?.problems ?? []}
            set={(values) => onChange({ ...target, values })}
            beside={(v) =>
              v.pool && (
                <NextFree
                  number={number}
                  target={target}
                  variable={v}
                  variables={used.data.variables}
                  take={(value) => onChange({ ...target, values: { ...target.values, [v.name]: value } })}
                />
              )
            }
          />
          {build?.lines && (
            <>
              <h3 className="mt-3">Lines that come of it</h3>
              <pre tabIndex={0} aria-label={`Lines for ${target.device}`}>
                {build.lines}
              </pre>
            </>
          )}
          {others.length > 0 && <Complaints complaints={others} />}
        </>
      )}
    </>
  );
}

export function NewerVersion({ used, take }: { used: Template; take: (version: number) => void }) {
  const templates = useTemplates();
  const newest = templates.data?.find((t) => t.id === used.id);
  if (!newest || newest.number === used.number) {
    return null;
  }
  return (
    <Block
      action={
        <Button variant="outline-primary" onClick={() => take(newest.versionId)}>
          Take version {newest.number}
        </Button>
      }
    >
      {used.name} is used here in version {used.number}. Version {newest.number} is there
      {newest.note && `: ${newest.note}`}.
    </Block>
  );
}

interface NextFreeProps {
  number: number;
  target: Target;
  variable: Variable;
  variables: Variable[];
  take: (value: string) => void;
}

/** Asks for the next free value; from then on it is held for this change. */
function NextFree({ number, target, variable, variables, take }: NextFreeProps) {
  const through = variables.find((v) => v.type === "INTERFACE");
  const ask = useMutation({
    mutationFn: () =>
      told(
        api.POST("/api/changes/{number}/allocations", {
          params: { path: { number } },
          body: {
            pool: variable.pool,
            wishes: [
              {
                device: target.device,
                variable: variable.name,
                type: variable.type,
                interfaceName: (through && target.values[through.name]) || null,
              },
            ],
          },
        }),
      ),
    onSuccess: ([given]) => given && take(given.value),
  });
  return (
    <>
      <Button
        size="sm"
        variant="outline-primary"
        disabled={ask.isPending}
        aria-label={`Next free ${variable.name} from ${variable.pool}`}
        title={`From the pool ${variable.pool}; held for this change`}
        onClick={() => ask.mutate()}
      >
        Next free
      </Button>
      {ask.error && <ErrorBlock error={ask.error} />}
    </>
  );
}
