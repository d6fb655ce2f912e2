import { useSettled } from "../ui/useSettled";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { api, told } from "../api/client";
import type { Complaint, Template, TemplateProblem, Variable } from "../api/types";
import { LinesEditor } from "../lines/LinesEditor";
import { useMayEverywhere } from "../session/session";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { LibraryNav } from "./LibraryNav";
import { usePools } from "./queries";
import { TrialPane } from "./TrialPane";
import { VariableRows } from "./VariableRows";
import { problemsOf, undescribed, variableCalled } from "./variables";
import { keys, useMoved } from "../api/keys";
import { usePlatforms } from "../api/shared";
import { useSave } from "../ui/useSave";
import { Field } from "../ui/Field";

/** One template: its text, its variables, and what comes of it on a device. */
export function TemplatePage() {
  const { id = "" } = useParams();
  const [search] = useSearchParams();
  const number = search.get("version");
  const template = useQuery({
    queryKey: keys.template(id, number),
    queryFn: () =>
      told(
        api.GET("/api/templates/{id}", {
          params: { path: { id: Number(id) }, query: number ? { number: Number(number) } : {} },
        }),
      ),
    enabled: id !== "new",
  });
  return (
    <>
      <LibraryNav />
      {template.error && <ErrorBlock error={template.error} />}
      {id === "new" ? (
        <Editor key="new" template={null} />
      ) : template.data ? (
        <Editor key={template.data.versionId} template={template.data} />
      ) : (
        !template.error && <Loading />
      )}
    </>
  );
}

interface Draft {
  name: string;
  platform: string;
  description: string;
  text: string;
  undo: string;
  variables: Variable[];
  note: string;
}

const draftOf = (t: Template | null): Draft => ({
  name: t?.name ?? "",
  platform: t?.platform ?? "",
  description: t?.description ?? "",
  text: t?.text ?? "",
  undo: t?.undo ?? "",
  variables: t?.variables ?? [],
  note: "",
});

const contentOf = (d: Draft) => ({ text: d.text, undo: d.undo, variables: d.variables });

function Editor({ template }: { template: Template | null }) {
  const may = useMayEverywhere("WRITE_LIBRARY");
  const moved = useMoved();
  const navigate = useNavigate();
  const pools = usePools();
  const stored = draftOf(template);
  const [draft, setDraft] = useState(stored);
  const [undoOpen, setUndoOpen] = useState(!!stored.undo);
  const edit = (part: Partial<Draft>) => setDraft({ ...draft, ...part });
  const dirty = JSON.stringify(draft) !== JSON.stringify(stored);
  const look = useLook(draft);
  const newest = !template || template.number === template.newest;

  const save = useSave({
    mutationFn: () => {
      const body = {
        number: template?.newest ?? 0,
        name: draft.name,
        platform: draft.platform,
        description: draft.description,
        content: contentOf(draft),
        note: draft.note,
      };
      return template
        ? told(api.PUT("/api/templates/{id}", { params: { path: { id: template.id } }, body }))
        : told(api.POST("/api/templates", { body }));
    },
    onSuccess: async (saved) => {
      await moved.templates();
      navigate(`/library/templates/${saved.id}`);
    },
  });
  useEffect(() => {
    if (!dirty) {
      return;
    }
    const warn = (e: BeforeUnloadEvent) => e.preventDefault();
    window.addEventListener("beforeunload", warn);
    return () => window.removeEventListener("beforeunload", warn);
  }, [dirty]);

  const { problem } = save;
  const problems = look.data?.problems ?? [];
  const missing = undescribed(look.data?.names ?? [], draft.variables);
  return (
    <form
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate();
      }}
    >
      <div className="head">
        <h1>{template?.name ?? "A new template"}</h1>
        {template && <VersionChoice template={template} />}
        <div className="actions">
          {may && template && <Retirement template={template} />}
          {may && (
            <Button type="submit" disabled={save.isPending || !dirty || !draft.name.trim() || !draft.platform}>
              {template ? `Store as version ${template.newest + 1}` : "Store the template"}
            </Button>
          )}
        </div>
      </div>
      {template?.retired && (
        <Block>It is no longer offered for new changes. Changes that use it stay as they are.</Block>
      )}
      {!newest && (
        <Block>
          This is version {template.number} of {template.newest}. Storing makes its text the newest version again.
        </Block>
      )}
      {problem && (
        <Block tone="bad">
          {problem.message}
          {problem.errors.length > 1 && (
            <ul className="mb-0">
              {problem.errors.map((e) => (
                <li key={e.field + e.message}>{e.message}</li>
              ))}
            </ul>
          )}
        </Block>
      )}
      <fieldset disabled={!may}>
        <Names template={template} draft={draft} edit={edit} nameError={save.at("name")} />
        <div className="template-cols">
          <div className="text">
            <LinesEditor
              id="template-text"
              label="Lines"
              rows={14}
              value={draft.text}
              complaints={asComplaints(problemsOf(problems, "TEXT"), draft.text)}
              onChange={(text) => edit({ text })}
              placeholder={"interface vlan {{ vlan }}\n  description {{ purpose }}\n  address {{ address }}"}
              help={
                <>
                  <code className="mono">{"{{ name }}"}</code> is a variable,{" "}
                  <code className="mono">{"{% if name %}"}</code> a condition,{" "}
                  <code className="mono">{"{{ address|mask }}"}</code> a part of an address;{" "}
                  <code className="mono">{"{{ device.name }}"}</code>, <code className="mono">device.site</code>,{" "}
                  <code className="mono">device.role</code>, <code className="mono">device.partner</code> are known.
                </>
              }
            />
            {undoOpen ? (
              <div className="mt-3">
                <LinesEditor
                  id="template-undo"
                  label="Undo part"
                  rows={4}
                  value={draft.undo}
                  complaints={asComplaints(problemsOf(problems, "UNDO"), draft.undo)}
                  onChange={(undo) => edit({ undo })}
                  help="Used only where the way back can't be derived, for example for a secret that the device never shows."
                />
              </div>
            ) : (
              <Button variant="link" className="p-0 mt-2" onClick={() => setUndoOpen(true)}>
                Add an undo part
              </Button>
            )}
          </div>
          <section aria-label="Variables">
            <h2>Variables</h2>
            {draft.variables.length === 0 && missing.length === 0 && (
              <p className="soft">Names in the lines become variables here.</p>
            )}
            {missing.length > 0 && (
              <Block
                action={
                  <Button
                    variant="outline-primary"
                    onClick={() => edit({ variables: [...draft.variables, ...missing.map(variableCalled)] })}
                  >
                    {missing.length === 1 ? "Describe it" : "Describe them"}
                  </Button>
                }
              >
                Not described yet: <span className="mono">{missing.join(", ")}</span>
              </Block>
            )}
            <VariableRows
              variables={draft.variables}
              problems={problemsOf(problems, "VARIABLES")}
              unused={look.data?.unused ?? []}
              pools={pools.data ?? []}
              change={(variables) => edit({ variables })}
            />
          </section>
        </div>
        {may && template && dirty && (
          <Field id="template-note" label="What is different in this version" className="mb-3 mt-2">
            <Form.Control
              maxLength={400}
              value={draft.note}
              placeholder="Optional; those who use the template read it"
              onChange={(e) => edit({ note: e.target.value })}
            />
          </Field>
        )}
      </fieldset>
      {draft.platform && (
        <TrialPane platform={draft.platform} content={contentOf(draft)} ready={problems.length === 0} />
      )}
    </form>
  );
}

/** What is wrong with the template itself, asked while it is written. */
function useLook(draft: Draft) {
  const settled = useSettled(draft);
  return useQuery({
    queryKey: keys.templateTrial([settled.platform, contentOf(settled)]),
    queryFn: ({ signal }) =>
      told(
        api.POST("/api/changes/trial", {
          body: { platform: settled.platform || "none", content: contentOf(settled), device: null, values: {} },
          signal,
        }),
      ),
    enabled: !!settled.text.trim(),
    placeholderData: (old) => old,
  });
}

/** An empty text is not wrong before anybody has written in it. */
const asComplaints = (problems: TemplateProblem[], text: string): Complaint[] =>
  text.trim() ? problems.map((p) => ({ line: p.line, severity: "ERROR", reason: p.sentence })) : [];

interface NamesProps {
  template: Template | null;
  draft: Draft;
  edit: (part: Partial<Draft>) => void;
  nameError: string | undefined;
}

function Names({ template, draft, edit, nameError }: NamesProps) {
  const platforms = usePlatforms();
  return (
    <div className="template-names">
      <Field id="template-name" label="Name" error={nameError} className="">
        <Form.Control value={draft.name} maxLength={80} onChange={(e) => edit({ name: e.target.value })} />
      </Field>
      <Field id="template-platform" label="Platform" className="">
        <Form.Select value={draft.platform} disabled={!!template} onChange={(e) => edit({ platform: e.target.value })}>
          <option value="">Choose</option>
          {platforms.data?.map((p) => (
            <option key={p.name}>{p.name}</option>
          ))}
        </Form.Select>
      </Field>
      <Field id="template-description" label="What it is for" className="">
        <Form.Control
          value={draft.description}
          maxLength={400}
          onChange={(e) => edit({ description: e.target.value })}
        />
      </Field>
    </div>
  );
}

function VersionChoice({ template }: { template: Template }) {
  const navigate = useNavigate();
  if (template.versions.length < 2) {
    return (
      <span className="soft">
        version 1, {template.author}, {dayAndTime(template.createdAt)}
      </span>
    );
  }
  return (
    <Form.Select
      size="sm"
      className="w-auto"
      aria-label="Version"
      value={template.number}
      onChange={(e) => navigate(`/library/templates/${template.id}?version=${e.target.value}`)}
    >
      {template.versions.map((v) => (
        <option key={v.number} value={v.number}>
          version {v.number}, {v.author}, {dayAndTime(v.createdAt)}
          {v.note && `: ${v.note}`}
        </option>
      ))}
    </Form.Select>
  );
}

function Retirement({ template }: { template: Template }) {
  const moved = useMoved();
  const move = useMutation({
    mutationFn: () =>
      template.retired
        ? told(api.DELETE("/api/templates/{id}/retirement", { params: { path: { id: template.id } } }))
        : told(api.POST("/api/templates/{id}/retirement", { params: { path: { id: template.id } } })),
    onSettled: () => moved.templates(),
  });
  return (
    <>
      {move.error && <ErrorBlock error={move.error} />}
      <Button variant="link" disabled={move.isPending} onClick={() => move.mutate()}>
        {template.retired ? "Offer it again" : "No longer offer it"}
      </Button>
    </>
  );
}
