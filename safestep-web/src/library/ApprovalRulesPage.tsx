import { useQuery } from "@tanstack/react-query";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import { useMayEverywhere } from "../session/session";
import { Beside } from "../ui/Beside";
import { ApprovalRuleForm } from "./ApprovalRuleForm";
import { ruleSentence, termsWords } from "./approvalRules";
import { LibraryNav } from "./LibraryNav";
import { SiteTeams } from "./SiteTeams";
import { useHouseWords } from "./useHouseWords";

/** When a change needs whose approval. */
export function ApprovalRulesPage() {
  const may = useMayEverywhere("WRITE_APPROVAL_RULES");
  const house = useHouseWords();
  const rules = useQuery({ queryKey: keys.approvalRules, queryFn: () => told(api.GET("/api/approval-rules")) });
  return (
    <>
      <LibraryNav />
      <Beside
        title="Approvals"
        sentence="When a change needs whose approval. Several rules add up; without any, one other person is enough."
        path="/library/approvals"
        list={rules}
        add={may ? "Write a rule" : null}
        none="There is no rule yet: every change needs one person who has not written it. A rule says, for example, that the core takes an approval of the network leads."
        choose="Choose a rule to see what it says, and what it was before."
        gone="There is no such rule any more."
        facts={(r) => (
          <div className="soft">
            {ruleSentence(r.definition, house)}
            {termsWords(r.definition.terms, house) && <div>{termsWords(r.definition.terms, house)}</div>}
          </div>
        )}
        aside={(r) => (r.active ? "" : "switched off")}
        blank={<ApprovalRuleForm rule={null} />}
        form={(r) => <ApprovalRuleForm key={r.version} rule={r} />}
        below={<SiteTeams />}
      />
    </>
  );
}
