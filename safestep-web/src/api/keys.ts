import { type QueryClient, type QueryKey, useQueryClient } from "@tanstack/react-query";
import { useMemo } from "react";

const change = (number: number | string) => ["change", String(number)] as const;

/** Under which name each answer of the server is kept. One beneath another is asked for again together with it. */
export const keys = {
  session: ["session"],
  welcome: (token: string) => ["welcome", token],
  now: ["now"],
  found: (asked: string) => ["search", asked],
  notices: ["notices"],
  noticeChoices: ["notice-choices"],
  record: ["record"],
  recordOf: (subject: string) => ["record", "of", subject],
  recordChosen: (asked: string) => ["record", "chosen", asked],
  recordChoices: ["record", "choices"],
  report: (from: string, to: string) => ["record", "report", from, to],
  recordHeads: ["record-heads"],
  looks: (person: string, subject: string) => ["looks", person, subject],

  devices: ["devices"],
  device: (name: string | undefined) => ["devices", name],
  computedStates: ["device-state"],
  computedState: (name: string) => ["device-state", name],
  reads: (device: string | undefined) => ["reads", device],
  cables: ["cables"],
  sites: ["sites"],
  platforms: ["platforms"],
  views: (page: string) => ["views", page],
  groups: ["groups"],
  groupPreview: (asked: unknown) => ["group-preview", asked],
  credentials: ["credentials"],
  programOfTeam: (team: number) => ["program-of-team", team],
  teams: ["teams"],
  people: ["people"],
  accounts: ["accounts"],
  ownSessions: ["own-sessions"],
  ownDevices: ["own-devices"],
  leaves: ["leaves"],
  leavesOf: (login: string | null) => ["leaves", login],
  openWork: (login: string) => ["open-work", login],
  secondFactor: ["second-factor"],
  network: ["network"],
  installation: (part: string) => ["installation", part],
  passkeys: ["passkeys"],
  ownIdentities: ["own-identities"],
  identityProviders: ["identity-providers"],
  tokens: ["tokens"],
  tokensOf: (owner: string | null) => ["tokens", owner],
  tokenRecord: (owner: string | null, id: number) => ["tokens", owner, id],

  searches: ["searches"],
  search: (id: string | undefined) => ["searches", id],
  searchSize: (asked: unknown) => ["search-size", asked],
  searchResults: (id: number, as: string) => ["search-results", id, as],
  proposals: (id: number) => ["proposals", id],
  rounds: ["rounds"],
  round: (id: string | undefined) => ["rounds", id],
  regular: ["regular"],
  regularEstimate: (asked: unknown) => ["regular-estimate", asked],

  coverage: ["coverage"],
  backups: ["backups"],
  backupsOf: (device: string) => ["backups", device],
  backupText: (device: string, id: number) => ["backup-text", device, id],
  /** What a change leaves moves with its lines and with the baseline: it is asked for anew each time. */
  outcomeDifference: (number: number, device: string, version: number) => [
    "changes",
    "difference",
    number,
    device,
    version,
  ],
  backupDifference: (from: number, to: number) => ["backup-difference", from, to],
  backupPolicy: ["backup-policy"],
  retentions: ["retention"],
  retention: (keepDays: number, keepVersions: number) => ["retention", keepDays, keepVersions],
  lines: (q: string, pattern: boolean, every: boolean) => ["lines", q, pattern, every],

  findings: ["findings"],
  findingList: (ended: boolean) => ["findings", ended],
  finding: (id: string | undefined) => ["findings", "one", id],
  driftPolicies: ["drift-policies"],
  unsaved: ["unsaved"],
  changed: (stretch: unknown) => ["changed", stretch],

  checks: ["checks"],
  checkSets: ["check-sets"],
  checkWords: (checks: unknown) => ["check-words", checks],
  readable: ["readable"],
  services: ["services"],
  templates: ["templates"],
  template: (id: string, number: string | null) => ["templates", id, number],
  templateVersion: (id: number | null) => ["template-version", id],
  templateTrial: (asked: unknown) => ["trial", asked],
  pools: ["pools"],
  pool: (id: string | undefined) => ["pools", id],
  approvalRules: ["approval-rules"],
  approvalRuleEffect: (asked: unknown) => ["approval-rules", "effect", asked],
  meeting: ["changes", "meeting"],
  standards: ["standard-changes"],
  standard: (id: number | null) => ["standard-changes", id],
  standardExample: (id: number, seal: string | null, device: string) => [
    "standard-changes",
    id,
    "example",
    seal,
    device,
  ],
  standardTrial: (asked: unknown) => ["standard-trial", asked],
  siteTeams: ["site-teams"],
  riskWeights: ["risk-weights"],
  rules: ["config-rules"],
  rule: (id: string | undefined) => ["config-rules", id],

  changes: ["changes"],
  endedChanges: ["changes", "ended"],
  changesOfDevice: (device: string) => ["changes", "of", device],
  everyChange: ["change"],
  change,
  nextOf: (number: number) => [...change(number), "next"],
  approvalsOf: (number: number) => [...change(number), "approvals"],
  movedOf: (number: number, seal: string | null) => [...change(number), "moved", seal],
  openedOf: (number: number, seal: string | null) => [...change(number), "opened", seal],
  needsOf: (number: number) => [...change(number), "needs"],
  needsOfTrial: (asked: unknown) => ["needs-trial", asked],
  bookingOf: (number: number) => [...change(number), "booking"],
  runsOf: (number: number) => [...change(number), "runs"],
  commentsOf: (number: number) => [...change(number), "comments"],
  buildOf: (number: number, device: string | undefined, version: number) => [
    ...change(number),
    "build",
    device,
    version,
  ],
  ofVersion: (number: number, what: "summaries" | "scripts" | "check-proposals", version: number) => [
    ...change(number),
    what,
    version,
  ],
  preview: (asked: unknown) => ["preview", asked],
  previews: (asked: unknown) => ["previews", asked],
  takeover: (device: string, from: string | null) => ["takeover", device, from],

  runChecks: (run: number) => ["run-checks", run],
  runChecksUntil: (run: number, endedAt: string | null) => ["run-checks", run, endedAt],
  runCheck: (run: number, check: number, device: string, looks: unknown, undone: boolean) => [
    "run-checks",
    run,
    check,
    device,
    looks,
    undone,
  ],
  linesBack: (run: number, device: string) => ["lines-back", run, device],

  schedule: ["schedule"],
  scheduleIn: (from: string, to?: string) => ["schedule", from, to],
  frozen: ["frozen"],
  frozenIn: (from: string, to?: string) => ["frozen", from, to],
  windows: ["windows"],
  freezes: ["freezes"],

  practice: ["practice"],
} satisfies Record<string, QueryKey | ((...of: never[]) => QueryKey)>;

/** Has everything asked for again that something which moved is seen in. */
export function useMoved() {
  const client = useQueryClient();
  return useMemo(() => movedIn(client), [client]);
}

function movedIn(client: QueryClient) {
  const again = (...moved: QueryKey[]) => Promise.all(moved.map((queryKey) => client.invalidateQueries({ queryKey })));
  return {
    /** A change: decided, booked, run, closed. */
    change: (number: number) => again(keys.change(number), keys.changes, keys.now, keys.schedule, keys.record),
    changes: () => again(keys.everyChange, keys.changes, keys.now, keys.schedule, keys.record),
    /** When changes may run: that moves where each of them fits. */
    calendar: () =>
      again(keys.windows, keys.freezes, keys.frozen, keys.schedule, keys.everyChange, keys.changes, keys.now),
    /** Which devices there are, or what is on record of them. */
    devices: () =>
      again(
        keys.devices,
        keys.computedStates,
        keys.cables,
        keys.sites,
        keys.groups,
        keys.credentials,
        keys.coverage,
        keys.backups,
        keys.findings,
        keys.now,
      ),
    /** What is stored of devices. */
    backups: () =>
      again(keys.backups, keys.coverage, keys.retentions, keys.devices, keys.findings, keys.unsaved, keys.now),
    recordHeads: () => again(keys.recordHeads, keys.record),
    groups: () => again(keys.groups, keys.devices, keys.driftPolicies, keys.rules, keys.freezes, keys.regular),
    credentials: () => again(keys.credentials, keys.devices, keys.groups),
    templates: () => again(keys.templates),
    pools: () => again(keys.pools),
    rules: () => again(keys.rules, keys.now),
    /** What was decided about drift: a decision may open a change, and takes or keeps versions. */
    findings: () =>
      again(keys.findings, keys.devices, keys.backups, keys.coverage, keys.changes, keys.driftPolicies, keys.now),
    regular: () => again(keys.regular),
    rounds: () => again(keys.rounds),
    /** What the network is called, and in which zone times are: they stand on every page. */
    network: () => again(keys.network, keys.session, keys.now, keys.schedule, keys.record),
    /** By which server mail leaves the house. */
    mail: () => again(keys.installation("mail"), keys.now, keys.record),
    /** Which identity providers are believed: some people have a way in fewer without one. */
    identityProviders: () => again(keys.identityProviders, keys.accounts, keys.session, keys.record),
    /** Who there is, or what somebody is: what they may do themselves may have moved, too. */
    people: () => again(keys.accounts, keys.people, keys.teams, keys.session, keys.record),
  };
}
