import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link } from "react-router";
import { api, told } from "../api/client";
import type { Additions, DeviceRow, Search, SearchProposal } from "../api/types";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { count, roleWords } from "../ui/words";
import { keys, useMoved } from "../api/keys";
import { useDevices, useSites } from "../api/shared";
import { useSave } from "../ui/useSave";

interface Choice {
  name: string;
  siteCode: string;
  siteName: string;
  role: DeviceRow["role"];
  partner: string;
  groups: string[];
}

function proposed(p: SearchProposal): Choice {
  return {
    name: p.name,
    siteCode: p.site.value,
    siteName: "",
    role: p.role.value,
    partner: p.partner?.value ?? "",
    groups: p.groups.map((g) => g.value),
  };
}

/** What the new devices say of themselves, and what is proposed for each; a person accepts or corrects it. */
export function Accept({ search, chosen, close }: { search: Search; chosen: Set<string>; close: () => void }) {
  const moved = useMoved();
  const proposals = useQuery({
    queryKey: keys.proposals(search.id),
    queryFn: () => told(api.GET("/api/searches/{id}/proposals", { params: { path: { id: search.id } } })),
    staleTime: Infinity,
  });
  const results = useQuery({
    queryKey: keys.searchResults(search.id, "accept"),
    queryFn: () => told(api.GET("/api/searches/{id}/results", { params: { path: { id: search.id } } })),
  });
  const sites = useSites();
  const devices = useDevices();
  const [corrections, setCorrections] = useState<Record<number, Partial<Choice>>>({});
  const [leftOut, setLeftOut] = useState<Set<number>>(new Set());
  const wanted = proposals.data?.filter((p) => chosen.has(String(p.resultId))) ?? [];
  const choiceOf = (p: SearchProposal): Choice => ({ ...proposed(p), ...corrections[p.resultId] });
  const taken = wanted.filter((p) => !leftOut.has(p.resultId));
  const add = useSave({
    mutationFn: () =>
      told(
        api.POST("/api/searches/{id}/additions", {
          params: { path: { id: search.id } },
          body: {
            devices: taken.map((p) => {
              const c = choiceOf(p);
              return {
                resultId: p.resultId,
                name: c.name,
                siteCode: c.siteCode,
                siteName: c.siteName || null,
                role: c.role,
                partner: c.partner || null,
                labels: [],
                groups: c.groups,
              };
            }),
          },
        }),
      ),
    onSettled: () => moved.devices(),
  });
  if (add.data) {
    return <Done added={add.data} close={close} />;
  }
  if (!proposals.data || !results.data || !sites.data) {
    return proposals.error ? <ErrorBlock error={proposals.error} /> : <Loading />;
  }
  const known = new Set(sites.data.map((s) => s.code.toLowerCase()));
  const partners = [...(devices.data?.map((d) => d.name) ?? []), ...wanted.map((p) => choiceOf(p).name)];
  const { problem } = add;
  function submit(event: FormEvent) {
    event.preventDefault();
    add.mutate();
  }
  return (
    <form onSubmit={submit} noValidate>
      <p className="mb-2">
        Look whether each device is what you expect. Site, role, partner and groups are proposals from names and links;
        change what is wrong.
      </p>
      {problem && <ErrorBlock error={problem} />}
      <datalist id="partners">
        {partners.map((n) => (
          <option key={n} value={n} />
        ))}
      </datalist>
      <datalist id="site-codes">
        {sites.data.map((s) => (
          <option key={s.code} value={s.code}>
            {s.name}
          </option>
        ))}
      </datalist>
      <div className="accept" tabIndex={0} role="region" aria-label="New devices">
        <table className="table facts">
          <thead>
            <tr>
              <th>Add</th>
              <th>Name</th>
              <th>What it says of itself</th>
              <th>Site</th>
              <th>Role</th>
              <th>Partner</th>
              <th>Groups</th>
            </tr>
          </thead>
          <tbody>
            {wanted.map((p) => {
              const result = results.data.find((r) => r.id === p.resultId);
              const c = choiceOf(p);
              const set = (change: Partial<Choice>) =>
                setCorrections({ ...corrections, [p.resultId]: { ...corrections[p.resultId], ...change } });
              const newSite = !known.has(c.siteCode.toLowerCase());
              return (
                <tr key={p.resultId} className={leftOut.has(p.resultId) ? "dim" : ""}>
                  <td>
                    <Form.Check
                      aria-label={`Add ${p.name}`}
                      checked={!leftOut.has(p.resultId)}
                      onChange={() => {
                        const next = new Set(leftOut);
                        if (!next.delete(p.resultId)) {
                          next.add(p.resultId);
                        }
                        setLeftOut(next);
                      }}
                    />
                  </td>
                  <td>
                    <Form.Control
                      size="sm"
                      className="mono"
                      aria-label={`Name of ${p.name}`}
                      value={c.name}
                      maxLength={60}
                      onChange={(e) => set({ name: e.target.value })}
                    />
                    <div className="mono soft">{result?.address}</div>
                  </td>
                  <td>
                    {result?.maker} {result?.model}
                    <div className="mono">{result?.serial ?? "no serial number"}</div>
                    <div className="soft">
                      software {result?.software ?? "not said"} · {result?.platform}
                    </div>
                  </td>
                  <td>
                    <Form.Control
                      size="sm"
                      list="site-codes"
                      aria-label={`Site of ${p.name}`}
                      value={c.siteCode}
                      maxLength={10}
                      onChange={(e) => set({ siteCode: e.target.value })}
                    />
                    {newSite ? (
                      <Form.Control
                        size="sm"
                        className="mt-1"
                        aria-label={`Name of the new site ${c.siteCode}`}
                        placeholder="Name of the new site"
                        value={c.siteName}
                        maxLength={100}
                        onChange={(e) => set({ siteName: e.target.value })}
                      />
                    ) : (
                      <div className="soft">
                        {sites.data.find((s) => s.code.toLowerCase() === c.siteCode.toLowerCase())?.name}
                      </div>
                    )}
                    {c.siteCode === p.site.value && <div className="why">{p.site.reason}</div>}
                  </td>
                  <td>
                    <Form.Select
                      size="sm"
                      aria-label={`Role of ${p.name}`}
                      value={c.role}
                      onChange={(e) => set({ role: e.target.value as Choice["role"] })}
                    >
                      {Object.entries(roleWords).map(([role, word]) => (
                        <option key={role} value={role}>
                          {word}
                        </option>
                      ))}
                    </Form.Select>
                    {c.role === p.role.value && <div className="why">{p.role.reason}</div>}
                  </td>
                  <td>
                    <Form.Control
                      size="sm"
                      className="mono"
                      list="partners"
                      aria-label={`Partner of ${p.name}`}
                      placeholder="none"
                      value={c.partner}
                      maxLength={60}
                      onChange={(e) => set({ partner: e.target.value })}
                    />
                    {p.partner && c.partner === p.partner.value && <div className="why">{p.partner.reason}</div>}
                  </td>
                  <td>
                    {p.groups.length === 0 && <span className="soft">none proposed</span>}
                    {p.groups.map((g) => (
                      <Form.Check
                        key={g.value}
                        id={`group-${p.resultId}-${g.value}`}
                        label={
                          <>
                            {g.value} <span className="why">{g.reason}</span>
                          </>
                        }
                        checked={c.groups.includes(g.value)}
                        onChange={() =>
                          set({
                            groups: c.groups.includes(g.value)
                              ? c.groups.filter((x) => x !== g.value)
                              : [...c.groups, g.value],
                          })
                        }
                      />
                    ))}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      {wanted.length === 0 && <p className="empty">None of the chosen ones is new any more.</p>}
      <div className="d-flex gap-3 mt-3 align-items-center">
        <Button type="submit" disabled={add.isPending || taken.length === 0}>
          {add.isPending
            ? "Adding …"
            : `Add ${count(taken.length, "device")} and back ${taken.length === 1 ? "it" : "them"} up`}
        </Button>
        <Button variant="link" onClick={close}>
          Back to the results
        </Button>
        <span className="soft">They start in stance observe: Safe Step reads them and does not write to them.</span>
      </div>
    </form>
  );
}

function Done({ added, close }: { added: Additions; close: () => void }) {
  const good = added.outcomes.filter((o) => !o.problem);
  const bad = added.outcomes.filter((o) => o.problem);
  const alone = added.outcomes.filter((o) => o.missingPartner);
  return (
    <>
      {good.length > 0 && (
        <Block action={added.roundId ? <Link to={`/rounds/${added.roundId}`}>See the first backups</Link> : undefined}>
          {count(good.length, "device")} added in stance observe; the first backups are being taken.
        </Block>
      )}
      {alone.length > 0 && (
        <ul className="plain">
          {alone.map((o) => (
            <li key={o.resultId}>
              <Link to={`/devices/${o.name}`}>{o.name}</Link> has no partner yet:{" "}
              <span className="mono">{o.missingPartner}</span> was not added. Its record can be changed when it is.
            </li>
          ))}
        </ul>
      )}
      {bad.length > 0 && (
        <>
          <Block tone="bad">{count(bad.length, "device")} not added.</Block>
          <ul className="plain">
            {bad.map((o) => (
              <li key={o.resultId}>
                <span className="mono">{o.name}</span>: {o.problem}
              </li>
            ))}
          </ul>
        </>
      )}
      <Button variant="link" className="mt-2" onClick={close}>
        Back to the results
      </Button>
    </>
  );
}
