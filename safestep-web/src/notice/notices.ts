import type { NoticeKind, Pace } from "../api/types";
import type { Shape } from "../ui/Glyph";

export const noticeKinds: Record<NoticeKind, { shape: Shape; word: string }> = {
  FOUND_CHANGED: { shape: "failed", word: "changed outside" },
  UNSAVED: { shape: "blocked", word: "unsaved" },
  BACKUP_FAILED: { shape: "failed", word: "backup failed" },
  RULE_BROKEN: { shape: "failed", word: "rule broken" },
  RUN_WAITS: { shape: "blocked", word: "run waits for a person" },
  RUN_ENDED: { shape: "done", word: "your change has run" },
  DECISION_ASKED: { shape: "blocked", word: "asked to decide" },
  APPROVAL_BROKEN: { shape: "notyet", word: "approval broken" },
  DECIDED: { shape: "done", word: "your change was decided about" },
  EMERGENCY: { shape: "failed", word: "emergency" },
  SPOKEN_TO: { shape: "notyet", word: "spoken to" },
};

export const paces: Record<Pace, string> = {
  AT_ONCE: "at once",
  DAILY: "once a day, at 07:00",
  NEVER: "not at all",
};
