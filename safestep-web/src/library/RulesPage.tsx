import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { api } from "../api/client";
import type { ConfigRule } from "../api/types";
import { useMay } from "../session/session";
import { ErrorBlock, Loading } from "../ui/Messages";
import { Status } from "../ui/Status";
import { count } from "../ui/words";
import { lookedFor, ruleInWords, standing } from "./configRules";
import { LibraryNav } from "./LibraryNav";
import { RuleBreaches } from "./RuleBreaches";
import { RuleForm } from "./RuleForm";

/** What configurations must keep. */
export function RulesPage() {
  const { id } = useParams();
  const may = useMay("WRITE_LIBRARY");
  const rules = useQuery({
    queryKey: ["config-rules"],
    queryFn: () => api.get<ConfigRule[]>("/api/rules"),
    refetchInterval: (query) => lookedFor(query.state.data ?? [], 10_000),
  });
  const shown = useQuery({
    queryKey: ["config-rules", id],
    queryFn: () => api.get<ConfigRule>(`/api/rules/${id}`),
    enabled: !!id && id !== "new",
    refetchInterval: (query) => lookedFor(query.state.data ? [query.state.data] : [], 5_000),
  });
  return (
    <>
      <LibraryNav />
      <div className="head">
        <h1>Rules</h1>
        <span className="soft">What configurations must keep; looked at with every new version and every change.</span>
        <div className="actions">
          {may && (
            <Link to="/library/rules/new" className="btn btn-primary">
              Write a rule
            </Link>
          )}
        </div>
      </div>
      {rules.error && <ErrorBlock error={rules.error} />}
      {!rules.data && !rules.error && <Loading />}
      {rules.data && (
        <div className="cols">
          <section>
            {rules.data.length === 0 && (
              <p className="empty">
                There is no rule yet. A rule says, for example, that every gateway must use the time server of the
                house.
              </p>
            )}
            {rules.data.map((r) => (
              <div key={r.id} className={`item${String(r.id) === id ? " chosen" : ""}`}>
                <div>
                  <Link to={`/library/rules/${r.id}`}>{r.name}</Link>
                  <div className="soft">
                    {r.group ? `group ${r.group}` : `all ${r.platform}`}: {ruleInWords(r.content)}
                  </div>
                  {r.exceptions.some((e) => !e.over) && (
                    <div className="soft">{count(r.exceptions.filter((e) => !e.over).length, "exception")}</div>
                  )}
                </div>
                <span className="when">
                  <Status state={standing(r)} />
                </span>
              </div>
            ))}
          </section>
          <section>
            {id === "new" && <RuleForm key="new" rule={null} />}
            {shown.error && <ErrorBlock error={shown.error} />}
            {shown.data && id !== "new" && (
              <>
                <RuleBreaches rule={shown.data} />
                <RuleForm key={`${shown.data.id}-${shown.data.version}`} rule={shown.data} />
              </>
            )}
            {!id && rules.data.length > 0 && <p className="empty">Choose a rule to see where it is broken.</p>}
          </section>
        </div>
      )}
    </>
  );
}
