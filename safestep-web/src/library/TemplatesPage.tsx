import { Link } from "react-router";
import type { Template } from "../api/types";
import { useMayEverywhere } from "../session/session";
import { type Column, DataList } from "../ui/DataList";
import { ErrorBlock, Loading } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { LibraryNav } from "./LibraryNav";
import { useTemplates } from "./queries";

const columns: Column<Template>[] = [
  { key: "name", title: "Name", width: "minmax(0, 2fr)", text: (t) => t.name },
  {
    key: "what",
    title: "What it is for",
    width: "minmax(0, 3fr)",
    text: (t) => (t.retired ? "retired" : t.description),
    show: (t) => (t.retired ? <span className="soft">no longer offered. {t.description}</span> : t.description),
  },
  {
    key: "platform",
    title: "Platform",
    width: "150px",
    text: (t) => t.platform,
    show: (t) => <span className="mono">{t.platform}</span>,
  },
  {
    key: "variables",
    title: "Variables",
    width: "minmax(0, 2fr)",
    text: (t) => t.variables.map((v) => v.name).join(", "),
    show: (t) => <span className="mono">{t.variables.map((v) => v.name).join(", ")}</span>,
  },
  { key: "version", title: "Version", width: "80px", text: (t) => String(t.number), order: (t) => t.number },
  {
    key: "written",
    title: "Written",
    width: "200px",
    text: (t) => `${dayAndTime(t.createdAt)}, ${t.author}`,
    order: (t) => t.createdAt,
  },
];

export function TemplatesPage() {
  const may = useMayEverywhere("WRITE_LIBRARY");
  const templates = useTemplates();
  return (
    <>
      <LibraryNav />
      <div className="head">
        <h1>Templates</h1>
        <span className="soft">Lines with variables, written once and used in many changes.</span>
        <div className="actions">
          {may && (
            <Link to="/library/templates/new" className="btn btn-primary">
              Write a template
            </Link>
          )}
        </div>
      </div>
      {templates.error && <ErrorBlock error={templates.error} />}
      {!templates.data && !templates.error && <Loading />}
      {templates.data && (
        <DataList
          name="templates"
          rows={templates.data}
          columns={columns}
          id={(t) => String(t.id)}
          link={(t) => `/library/templates/${t.id}`}
          empty={
            <>
              There is no template yet.{" "}
              {may ? <Link to="/library/templates/new">Write the first one.</Link> : "Engineers write them."}
            </>
          }
        />
      )}
    </>
  );
}
