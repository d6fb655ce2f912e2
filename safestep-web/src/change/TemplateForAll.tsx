import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { useTemplates } from "../library/queries";
import { count } from "../ui/words";
import { type Target, templateFor } from "../draft/content";
import { useDevices } from "../api/shared";

/** Lets all devices of a platform use one template. */
export function TemplateForAll({ targets, edit }: { targets: Target[]; edit: (targets: Target[]) => void }) {
  const templates = useTemplates();
  const devices = useDevices();
  const [chosen, setChosen] = useState("");
  const platforms = new Map(devices.data?.map((d) => [d.name, d.platform]));
  const offered = (templates.data ?? []).filter(
    (t) => !t.retired && targets.some((target) => platforms.get(target.device) === t.platform),
  );
  const template = offered.find((t) => String(t.id) === chosen);
  const fitting = targets.filter((t) => template && platforms.get(t.device) === template.platform);
  const written = fitting.filter((t) => t.lines.trim() || (t.way === "TEMPLATE" && t.template !== null));
  if (offered.length === 0) {
    return null;
  }
  return (
    <div className="ways">
      <Form.Select
        size="sm"
        value={chosen}
        aria-label="Template for all devices of its platform"
        onChange={(e) => setChosen(e.target.value)}
      >
        <option value="">Use a template for all</option>
        {offered.map((t) => (
          <option key={t.id} value={t.id}>
            {t.name} ({t.platform})
          </option>
        ))}
      </Form.Select>
      {template && (
        <>
          <Button
            size="sm"
            variant="outline-primary"
            onClick={() => {
              edit(fitting.map((t) => templateFor(t.device, template.versionId, t.values)));
              setChosen("");
            }}
          >
            Use it for {count(fitting.length, "device")}
          </Button>
          {written.length > 0 && (
            <small className="warn-text">
              It takes the place of what is written for {count(written.length, "device")}.
            </small>
          )}
        </>
      )}
    </div>
  );
}
