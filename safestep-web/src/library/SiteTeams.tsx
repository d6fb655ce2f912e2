import { useQuery, useQueryClient } from "@tanstack/react-query";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import { useMayEverywhere } from "../session/session";
import { ErrorBlock } from "../ui/Messages";
import { useSave } from "../ui/useSave";
import { useTeams } from "./useHouseWords";

/** To which team each site belongs: it is asked by rules that speak of the teams of sites. */
export function SiteTeams() {
  const may = useMayEverywhere("WRITE_APPROVAL_RULES");
  const client = useQueryClient();
  const sites = useQuery({ queryKey: keys.siteTeams, queryFn: () => told(api.GET("/api/site-teams")) });
  const teams = useTeams();
  const save = useSave({
    mutationFn: ({ site, team }: { site: number; team: number | null }) =>
      told(api.PUT("/api/site-teams/{site}", { params: { path: { site } }, body: { team } })),
    onSuccess: (all) => {
      client.setQueryData(keys.siteTeams, all);
      void client.invalidateQueries({ queryKey: keys.approvalRules });
    },
  });
  if (!sites.data || sites.data.length === 0) {
    return null;
  }
  return (
    <section className="mt-4" aria-labelledby="site-teams">
      <h2 id="site-teams">Sites and their teams</h2>
      {teams.data?.length === 0 && <p className="soft">There is no team yet: teams are made under Settings.</p>}
      <table className="table">
        <tbody>
          {sites.data.map((s) => (
            <tr key={s.site}>
              <td>
                <label htmlFor={`site-team-${s.code}`}>{s.name}</label>
              </td>
              <td>
                <Form.Select
                  id={`site-team-${s.code}`}
                  size="sm"
                  disabled={!may || save.isPending}
                  value={s.team ?? ""}
                  onChange={(e) =>
                    save.mutate({ site: s.site, team: e.target.value === "" ? null : Number(e.target.value) })
                  }
                >
                  <option value="">no team</option>
                  {teams.data?.map((t) => (
                    <option key={t.id} value={t.id}>
                      {t.name}
                    </option>
                  ))}
                </Form.Select>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {save.error && <ErrorBlock error={save.error} />}
    </section>
  );
}
