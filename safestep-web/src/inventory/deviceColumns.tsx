import vocabulary from "../api/vocabulary.json";
import { looks, roleWords, stanceWords, type Look } from "../ui/words";
import type { DeviceRow } from "../api/types";
import type { Column } from "../ui/DataList";
import type { Shape } from "../ui/Glyph";
import { Status } from "../ui/Status";
import { dayAndTime } from "../ui/time";

/** Whether one can get in, and if not why, in one state. */
export function reachability(d: DeviceRow): { shape: Shape; word: string } {
  if (d.otherHostKey) {
    return { shape: "blocked", word: "other host key" };
  }
  if (d.seenSerial) {
    return { shape: "failed", word: "other serial number" };
  }
  if (d.lastProblem) {
    return { shape: "failed", word: "did not answer as expected" };
  }
  return d.lastSeenAt
    ? { shape: "done", word: `answered ${dayAndTime(d.lastSeenAt)}` }
    : { shape: "notyet", word: "not asked yet" };
}

const savedLooks = looks<DeviceRow["saved"]>(vocabulary.saved, {
  SAVED: "done",
  UNSAVED: "failed",
  NOT_KNOWN: "notyet",
});

export const saved = (d: { saved: DeviceRow["saved"] }): Look => savedLooks[d.saved];

const matchLooks = looks<DeviceRow["match"]>(vocabulary.matches, {
  MATCHES: "done",
  DIFFERS: "failed",
  NOT_KNOWN: "notyet",
});

export const match = (d: DeviceRow): Look =>
  d.baselineBackupId === null ? { shape: "notyet", word: "no baseline" } : matchLooks[d.match];

const mono = (text: string | null) => <span className="mono">{text}</span>;

export const deviceColumns: Column<DeviceRow>[] = [
  { key: "name", title: "Device", width: "minmax(105px, 1fr)", text: (d) => d.name, show: (d) => mono(d.name) },
  { key: "address", title: "Address", width: "120px", text: (d) => d.address, show: (d) => mono(d.address) },
  { key: "site", title: "Site", width: "minmax(110px, 1fr)", text: (d) => d.site },
  { key: "role", title: "Role", width: "100px", text: (d) => roleWords[d.role] },
  { key: "stance", title: "Stance", width: "90px", text: (d) => stanceWords[d.stance] },
  {
    key: "partner",
    title: "Partner",
    width: "minmax(90px, 1fr)",
    text: (d) => d.partner ?? "",
    show: (d) => mono(d.partner),
  },
  { key: "labels", title: "Labels", width: "minmax(90px, 1fr)", text: (d) => d.labels.join(", ") },
  { key: "groups", title: "Groups", width: "minmax(110px, 1fr)", text: (d) => d.groups.join(", "), hidden: true },
  { key: "platform", title: "Platform", width: "130px", text: (d) => d.platform, hidden: true },
  { key: "maker", title: "Maker", width: "90px", text: (d) => d.maker, hidden: true },
  { key: "model", title: "Model", width: "90px", text: (d) => d.model ?? "", hidden: true },
  {
    key: "serial",
    title: "Serial number",
    width: "140px",
    text: (d) => d.serial ?? "",
    show: (d) => mono(d.serial),
    hidden: true,
  },
  { key: "software", title: "Software", width: "110px", text: (d) => d.software ?? "", hidden: true },
  { key: "credential", title: "Credential", width: "130px", text: (d) => d.credential ?? "none", hidden: true },
  {
    key: "saved",
    title: "Saved",
    width: "112px",
    text: (d) => saved(d).word,
    show: (d) => <Status state={saved(d)} />,
  },
  {
    key: "match",
    title: "Baseline",
    width: "110px",
    text: (d) => match(d).word,
    show: (d) => <Status state={match(d)} />,
    hidden: true,
  },
  {
    key: "backup",
    title: "Last backup",
    width: "130px",
    text: (d) => (d.backedUpAt ? dayAndTime(d.backedUpAt) : "never"),
    order: (d) => d.backedUpAt ?? "",
    hidden: true,
  },
  {
    key: "reachable",
    title: "Reachable",
    width: "230px",
    text: (d) => reachability(d).word,
    show: (d) => <Status state={reachability(d)} />,
    order: (d) => `${reachability(d).shape === "done" ? 1 : 0} ${d.lastSeenAt ?? ""}`,
  },
  { key: "problem", title: "Problem", width: "minmax(200px, 2fr)", text: (d) => d.lastProblem ?? "", hidden: true },
  {
    key: "added",
    title: "Added",
    width: "130px",
    text: (d) => dayAndTime(d.addedAt),
    order: (d) => d.addedAt,
    hidden: true,
  },
];
