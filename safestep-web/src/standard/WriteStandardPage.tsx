import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { useNavigate, useParams } from "react-router";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import type { StandardBounds, StandardRequest } from "../api/types";
import { LibraryNav } from "../library/LibraryNav";
import { useStandard, useTemplates, useTemplateVersion } from "../library/queries";
import { ValueFields } from "../library/ValueFields";
import { Field } from "../ui/Field";
import { ErrorBlock, Loading } from "../ui/Messages";
import { useSave } from "../ui/useSave";
import { BoundFields } from "./BoundFields";
import { StandardTrial } from "./StandardTrial";
import { blankStandard, requestOf } from "./standard";

/** Writing a standard change, or one anew. */
export function WriteStandardPage() {
  const { id } = useParams();
  const standard = useStandard(id === undefined ? null : Number(id));
  if (standard.error) {
    return <ErrorBlock error={standard.error} />;
  }
  return (
    <>
      <LibraryNav />
      <h1 className="mb-3">{standard.data ? `Write ${standard.data.name} anew` : "Write a standard change"}</h1>
      {id === undefined && <StandardForm id={null} first={blankStandard(new Date())} />}
      {id !== undefined &&
        (standard.data ? <StandardForm id={standard.data.id} first={requestOf(standard.data)} /> : <Loading />)}
    </>
  );
}

function StandardForm({ id, first }: { id: number | null; first: StandardRequest }) {
  const [wanted, setWanted] = useState(first);
  const client = useQueryClient();
  const navigate = useNavigate();
  const edit = (part: Partial<StandardRequest>) => setWanted({ ...wanted, ...part });
  const bounds = (part: Partial<StandardBounds>) => edit({ bounds: { ...wanted.bounds, ...part } });
  const templates = useTemplates().data ?? [];
  const used = useTemplateVersion(wanted.templateVersion || null);
  const offered = templates.filter((t) => !t.retired || t.id === used.data?.id);
  const windows = useQuery({ queryKey: keys.windows, queryFn: () => told(api.GET("/api/windows")) }).data ?? [];
  const save = useSave({
    mutationFn: () =>
      id === null
        ? told(api.POST("/api/standard-changes", { body: wanted }))
        : told(api.PUT("/api/standard-changes/{id}", { params: { path: { id } }, body: wanted })),
    onSuccess: async (saved) => {
      await client.invalidateQueries({ queryKey: keys.standards });
      navigate(`/library/standard/${saved.id}`);
    },
  });
  const of = save.problem?.errors.filter((e) => e.field === "bounds" || e.field === "examples") ?? [];
  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate();
  }
  return (
    <form onSubmit={submit} noValidate style={{ maxWidth: 860 }}>
      <Field id="standard-name" label="Name" error={save.at("name")}>
        <Form.Control
          maxLength={80}
          value={wanted.name}
          placeholder="What is done, in a few words"
          onChange={(e) => edit({ name: e.target.value })}
        />
      </Field>
      <Field id="standard-purpose" label="What it is for" error={save.at("purpose")}>
        <Form.Control
          as="textarea"
          rows={2}
          maxLength={2000}
          value={wanted.purpose}
          placeholder="Who approves it reads this, and so does who uses it."
          onChange={(e) => edit({ purpose: e.target.value })}
        />
      </Field>
      <Field id="standard-template" label="Template" error={save.at("templateVersion")}>
        <Form.Select
          value={used.data?.id ?? ""}
          onChange={(e) => {
            const chosen = offered.find((t) => String(t.id) === e.target.value);
            setWanted({
              ...wanted,
              templateVersion: chosen?.versionId ?? 0,
              examples: {},
              bounds: { ...wanted.bounds, values: {} },
            });
          }}
        >
          <option value="">Choose a template</option>
          {offered.map((t) => (
            <option key={t.id} value={t.id}>
              {t.name}, for {t.platform}
            </option>
          ))}
        </Form.Select>
      </Field>
      {used.data && (
        <>
          <BoundFields
            bounds={wanted.bounds}
            variables={used.data.variables}
            windows={windows}
            set={bounds}
            at={save.at}
          />
          <h2 className="mt-4">Example values</h2>
          <p className="soft mb-1">
            With these it is tried on every device within the bounds. It can be approved for those where they give right
            lines with a proven way back.
          </p>
          <ValueFields
            id="standard-example"
            device=""
            variables={used.data.variables.filter((v) => v.type !== "SECRET")}
            values={wanted.examples}
            problems={[]}
            set={(examples) => edit({ examples })}
          />
          <Field
            id="standard-until"
            label="Valid until the end of"
            error={save.at("validUntil")}
            hint="At most two years; then somebody looks at it once more."
            className="mt-3 mb-2"
          >
            <Form.Control
              type="date"
              style={{ maxWidth: 220 }}
              value={wanted.validUntil}
              onChange={(e) => edit({ validUntil: e.target.value })}
            />
          </Field>
          <StandardTrial id={id} wanted={wanted} />
        </>
      )}
      {of.map((e) => (
        <p key={e.message} className="harm mb-1" role="alert">
          {e.message}
        </p>
      ))}
      {save.refusal && <ErrorBlock error={save.refusal} />}
      <div className="save-bar">
        <Button type="submit" disabled={save.isPending || !used.data}>
          {id === null ? "Save it" : "Save it anew"}
        </Button>
        <Button
          variant="outline-primary"
          onClick={() => navigate(id === null ? "/library/standard" : `/library/standard/${id}`)}
        >
          Leave without saving
        </Button>
      </div>
    </form>
  );
}
