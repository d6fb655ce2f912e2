import { useQuery } from "@tanstack/react-query";
import { api, told } from "../api/client";
import { useMayEverywhere } from "../session/session";
import { ErrorBlock, Loading } from "../ui/Messages";
import { Status } from "../ui/Status";
import { count } from "../ui/words";
import { lookedFor, ruleInWords, standing } from "./configRules";
import { LibraryNav } from "./LibraryNav";
import { RuleBreaches } from "./RuleBreaches";
import { RuleForm } from "./RuleForm";
import { keys } from "../api/keys";
import { Beside } from "../ui/Beside";

/** What configurations must keep. */
export function RulesPage() {
  const may = useMayEverywhere("WRITE_LIBRARY");
  const rules = useQuery({
    queryKey: keys.rules,
    queryFn: () => told(api.GET("/api/rules")),
    refetchInterval: (query) => lookedFor(query.state.data ?? [], 10_000),
  });
  return (
    <>
      <LibraryNav />
      <Beside
        title="Rules"
        sentence="What configurations must keep; looked at with every new version and every change."
        path="/library/rules"
        list={rules}
        add={may ? "Write a rule" : null}
        none="There is no rule yet. A rule says, for example, that every gateway must use the time server of the house."
        choose="Choose a rule to see where it is broken."
        gone="There is no such rule any more."
        facts={(r) => (
          <>
            <div className="soft">
              {r.group ? `group ${r.group}` : `all ${r.platform}`}: {ruleInWords(r.content)}
            </div>
            {r.exceptions.some((e) => !e.over) && (
              <div className="soft">{count(r.exceptions.filter((e) => !e.over).length, "exception")}</div>
            )}
          </>
        )}
        aside={(r) => <Status state={standing(r)} />}
        blank={<RuleForm rule={null} />}
        form={(r) => <ChosenRule id={r.id} />}
      />
    </>
  );
}

/** With its versions and what breaks it, which the list does not say. */
function ChosenRule({ id }: { id: number }) {
  const rule = useQuery({
    queryKey: keys.rule(String(id)),
    queryFn: () => told(api.GET("/api/rules/{id}", { params: { path: { id } } })),
    refetchInterval: (query) => lookedFor(query.state.data ? [query.state.data] : [], 5_000),
  });
  if (!rule.data) {
    return rule.error ? <ErrorBlock error={rule.error} /> : <Loading />;
  }
  return (
    <>
      <RuleBreaches rule={rule.data} />
      <RuleForm key={rule.data.version} rule={rule.data} />
    </>
  );
}
