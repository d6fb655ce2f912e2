import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type ReactNode, useEffect, useState } from "react";
import Button from "react-bootstrap/Button";
import { Link, Navigate, NavLink, useNavigate, useParams } from "react-router";
import { api, asProblem, type Problem } from "../api/client";
import type { Change, Placement, Run } from "../api/types";
import { RunRung } from "../run/RunRung";
import { useMay, usePerson } from "../session/session";
import { Glyph } from "../ui/Glyph";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { clock, dayAndTime } from "../ui/time";
import { changeStates, count } from "../ui/words";
import { ApproveRung } from "./ApproveRung";
import { BookRung } from "./BookRung";
import { BuildEdit, BuildReview } from "./BuildRung";
import { CloseRung } from "./CloseRung";
import { type Content, contentOf, differs, request } from "./content";
import { DescribeFields } from "./DescribeFields";
import { currentRung, ladderOf, type RungName, rungs } from "./ladder";
import { useApprovals, useChange, usePlacement, useRuns } from "./queries";

/** One change: what blocks the way at the top, a ladder down the left, the picked rung beside it. */
export function ChangePage() {
  const { number = "", rung } = useParams();
  const change = useChange(number);
  if (change.error && !change.data) {
    return (
      <>
        <ErrorBlock error={change.error} />
        <Link to="/changes">All changes</Link>
      </>
    );
  }
  if (change.data && !rungs.some((r) => r === rung)) {
    // The rung is chosen once, by the state on arrival: a page must not jump away under somebody's hand.
    return <Navigate replace to={`/changes/${number}/${currentRung(change.data)}`} />;
  }
  // The page keeps what is written in it as long as it shows the same change.
  return change.data ? <Loaded key={change.data.number} change={change.data} /> : <Loading />;
}

function Loaded({ change }: { change: Change }) {
  const params = useParams();
  const rung = rungs.find((r) => r === params.rung) ?? currentRung(change);
  const approvals = useApprovals(change.number);
  const placement = usePlacement(change.number);
  const runs = useRuns(change.number);
  const run = runs.data?.[0];
  const editor = useEditor(change);
  const client = useQueryClient();

  useEffect(() => {
    // When the change moves, whatever hangs on it is asked for again.
    void client.invalidateQueries({ queryKey: ["change", String(change.number)] });
    void client.invalidateQueries({ queryKey: ["now"] });
    void client.invalidateQueries({ queryKey: ["schedule"] });
    void client.invalidateQueries({ queryKey: ["changes"] });
    void client.invalidateQueries({ queryKey: ["record"] });
  }, [client, change.number, change.state, change.version]);

  return (
    <>
      <div className="change-head">
        <span className="id">{change.subject}</span>
        <h1>{editor.content.title || change.title}</h1>
        <p className="facts">
          {change.category} · {changeStates[change.state].word} · by {change.authorName} · for{" "}
          {count(change.targets.length, "device")}
          {change.sealBrief && (
            <>
              {" "}
              · seal <span className="mono">{change.sealBrief}</span>
            </>
          )}
        </p>
      </div>
      <WayOn change={change} placement={placement.data} run={run} editor={editor} rung={rung} />
      <MovedGroups change={change} />
      <div className="ladder-cols">
        <nav className="ladder" aria-label="Steps of the change">
          {ladderOf(change, approvals.data ?? [], placement.data, run, editor.dirty).map((r) => (
            <NavLink
              key={r.name}
              to={`/changes/${change.number}/${r.name}`}
              className={r.name === rung ? "active" : ""}
            >
              <Glyph shape={r.shape} />
              <span>
                <b>{r.title}</b>
                <small>{r.fact}</small>
              </span>
            </NavLink>
          ))}
        </nav>
        <div className="pane">
          <RungPane rung={rung} change={change} editor={editor} run={run} placement={placement.data} />
        </div>
      </div>
    </>
  );
}

interface Editor {
  content: Content;
  dirty: boolean;
  busy: boolean;
  problem: Problem | null;
  /** Somebody else, or another page of the author, has saved meanwhile. */
  overtaken: boolean;
  edit: (part: Partial<Content>) => void;
  discard: () => void;
  save: () => void;
  submit: () => void;
}

function useEditor(change: Change): Editor {
  const stored = contentOf(change);
  const [content, setContent] = useState(stored);
  const client = useQueryClient();
  const navigate = useNavigate();
  const dirty = change.editable && differs(content, stored);
  const key = ["change", String(change.number)];

  // A page without own edits follows what is stored.
  if (!dirty && content.version !== change.version) {
    setContent(stored);
  }

  const save = useMutation({
    mutationFn: () => api.put<Change>(`/api/changes/${change.number}`, request(content)),
    onSuccess: (saved) => {
      client.setQueryData(key, saved);
      setContent(contentOf(saved));
    },
  });
  const submit = useMutation({
    mutationFn: async () => {
      const saved = dirty ? await save.mutateAsync() : change;
      return api.post<Change>(`/api/changes/${change.number}/submission`, { version: saved.version });
    },
    onSuccess: (submitted) => {
      client.setQueryData(key, submitted);
      setContent(contentOf(submitted));
      navigate(`/changes/${change.number}/approve`);
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

  const error = submit.error ?? save.error;
  return {
    content,
    dirty,
    busy: save.isPending || submit.isPending,
    problem: error ? asProblem(error) : null,
    overtaken: dirty && content.version !== change.version,
    edit: (part) => setContent({ ...content, ...part }),
    discard: () => {
      save.reset();
      submit.reset();
      setContent(stored);
    },
    save: () => {
      submit.reset();
      save.mutate();
    },
    submit: () => {
      save.reset();
      submit.mutate();
    },
  };
}

interface PaneProps {
  rung: RungName;
  change: Change;
  editor: Editor;
  run: Run | undefined;
  placement: Placement | undefined;
}

function RungPane({ rung, change, editor, run, placement }: PaneProps) {
  const editing = change.editable && (rung === "describe" || rung === "build");
  switch (rung) {
    case "describe":
      return editing ? (
        <>
          <DescribeFields content={editor.content} problem={editor.problem} edit={editor.edit} />
          <SaveBar change={change} editor={editor} />
        </>
      ) : (
        <Description change={change} />
      );
    case "build":
      return editing ? (
        <>
          <BuildEdit change={change} content={editor.content} problem={editor.problem} edit={editor.edit} />
          <SaveBar change={change} editor={editor} />
        </>
      ) : (
        <BuildReview change={change} />
      );
    case "approve":
      return <ApproveRung change={change} />;
    case "book":
      return <BookRung change={change} />;
    case "run":
      return <RunRung change={change} run={run} placement={placement} />;
    case "close":
      return <CloseRung change={change} />;
  }
}

function Description({ change }: { change: Change }) {
  return (
    <>
      <h2>Reason</h2>
      <p style={{ whiteSpace: "pre-wrap", overflowWrap: "anywhere" }}>{change.reason}</p>
      <h2>Devices, in the order in which they are changed</h2>
      <table className="table">
        <thead>
          <tr>
            <th>Wave</th>
            <th>Device</th>
            <th>Site</th>
            <th>Commands</th>
            <th>Undo</th>
          </tr>
        </thead>
        <tbody>
          {change.targets.map((t) => (
            <tr key={t.device}>
              <td>{t.wave}</td>
              <td className="mono">
                <Link to={`/devices/${t.device}`}>{t.device}</Link>
              </td>
              <td>{t.site}</td>
              <td>{t.commands === 0 ? "nothing to send" : t.commands}</td>
              <td>{t.commands === 0 ? "" : t.proven ? "proven" : "not proven"}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

function SaveBar({ change, editor }: { change: Change; editor: Editor }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [asking, setAsking] = useState(false);
  const withdraw = useMutation({
    mutationFn: () => api.post<Change>(`/api/changes/${change.number}/withdrawal`),
    onSettled: () => client.invalidateQueries(),
    onSuccess: () => navigate("/changes"),
  });
  const standing = change.state === "IN_REVIEW" || change.state === "APPROVED";
  return (
    <div className="save-bar">
      <Button variant="outline-primary" disabled={!editor.dirty || editor.busy} onClick={editor.save}>
        {standing ? "Save and break the seal" : "Save draft"}
      </Button>
      {!standing && (
        <Button disabled={editor.busy} onClick={editor.submit}>
          Submit for approval
        </Button>
      )}
      {editor.dirty && (
        <Button variant="link" onClick={editor.discard}>
          Discard what I changed
        </Button>
      )}
      <span className="soft" role="status">
        {editor.dirty ? "Not saved yet." : `Saved ${dayAndTime(change.updatedAt)}.`}
      </span>
      <span className="ms-auto">
        {asking ? (
          <>
            Withdraw it for good?{" "}
            <Button variant="link" className="harm" onClick={() => withdraw.mutate()}>
              Withdraw
            </Button>{" "}
            <Button variant="link" onClick={() => setAsking(false)}>
              Keep it
            </Button>
          </>
        ) : (
          <Button variant="link" onClick={() => setAsking(true)}>
            Withdraw …
          </Button>
        )}
      </span>
      {withdraw.error && <span className="harm">{asProblem(withdraw.error).message}</span>}
    </div>
  );
}

const over: Change["state"][] = ["COMPLETED", "ROLLED_BACK", "CLOSED", "WITHDRAWN", "REJECTED"];

/** A group is a choice made once: who joins it afterwards is not part of the change, and that has to be seen. */
function MovedGroups({ change }: { change: Change }) {
  const targets = new Set(change.targets.map((t) => t.device));
  const moved = change.groups
    .map((g) => ({ ...g, joined: g.joined.filter((d) => !targets.has(d)), left: g.left.filter((d) => targets.has(d)) }))
    .filter((g) => g.joined.length > 0 || g.left.length > 0 || !g.exists);
  if (moved.length === 0 || over.includes(change.state)) {
    return null;
  }
  return (
    <Block
      action={
        change.editable ? (
          <Link className="btn btn-outline-primary" to={`/changes/${change.number}/describe`}>
            Look at the choice
          </Link>
        ) : undefined
      }
    >
      {moved.map((g) => (
        <div key={g.name}>
          Group <b>{g.name}</b> {g.exists ? "has changed since this change was saved" : "is gone"}
          {g.joined.length > 0 && <>; it now also holds {g.joined.join(", ")}, not part of this change</>}
          {g.left.length > 0 && <>; it no longer holds {g.left.join(", ")}, still part of this change</>}.
        </div>
      ))}
    </Block>
  );
}

interface WayOnProps {
  change: Change;
  placement: Placement | undefined;
  run: Run | undefined;
  editor: Editor;
  rung: RungName;
}

/** What blocks the way, in one sentence, with the way out. */
function WayOn({ change, placement, run, editor, rung }: WayOnProps) {
  const person = usePerson();
  const mayDecide = useMay("DECIDE_CHANGES") && person.login !== change.author;
  const mayBook = useMay("BOOK_CHANGES");
  const go = (to: RungName, text: string): ReactNode =>
    rung === to ? undefined : (
      <Link className="btn btn-outline-primary" to={`/changes/${change.number}/${to}`}>
        {text}
      </Link>
    );
  if (editor.overtaken) {
    return (
      <Block
        tone="bad"
        action={
          <Button variant="outline-primary" onClick={editor.discard}>
            Take what is stored
          </Button>
        }
      >
        This change was saved somewhere else meanwhile. Copy what you need from here, then take what is stored.
      </Block>
    );
  }
  if (editor.problem) {
    const places = editor.problem.errors.map((e) => `${e.message}`);
    return (
      <Block tone="bad">
        {editor.problem.message}
        {places.length > 1 && (
          <ul className="mb-0">
            {places.map((p, i) => (
              <li key={i}>{p}</li>
            ))}
          </ul>
        )}
      </Block>
    );
  }
  switch (change.state) {
    case "RETURNED":
      return <Block action={go("build", "Look at the lines")}>It came back; the comment is on the rung Approve.</Block>;
    case "IN_REVIEW":
      return (
        <Block action={mayDecide ? go("approve", "Look and decide") : undefined}>
          Waiting for one approval from somebody other than <b>{change.authorName}</b>.
          {change.editable && " Editing it takes it back to draft."}
        </Block>
      );
    case "APPROVED":
      return (
        <Block tone="calm" action={mayBook ? go("book", "Choose a window") : undefined}>
          Approved. It needs a window before it can run.{change.editable && " Editing it breaks the seal."}
        </Block>
      );
    case "BOOKED":
      return <Booked placement={placement} action={go("run", "Go to the run")} />;
    case "RUNNING":
      return (
        <Block tone="calm" action={go("run", "Watch the run")}>
          It is running now.
        </Block>
      );
    case "COMPLETED":
      return (
        <Block tone="good" action={go("close", "Close it")}>
          {run?.verdict ?? "It has run."} It needs a note of how it went.
        </Block>
      );
    case "ROLLED_BACK":
      return (
        <Block tone="undone" action={go("close", "Close it")}>
          {run?.verdict ?? "It was undone."}
        </Block>
      );
    case "NEEDS_ATTENTION":
      return (
        <Block tone="bad" action={go("run", "Look at the run")}>
          {run?.verdict ?? "It could not be undone."}
        </Block>
      );
    default:
      return null;
  }
}

function Booked({ placement, action }: { placement: Placement | undefined; action: ReactNode }) {
  const booking = placement?.booking;
  if (!booking) {
    return null;
  }
  if (booking.over) {
    return (
      <Block>Its window closed {dayAndTime(booking.closesAt)}. Cancel the booking and choose another window.</Block>
    );
  }
  if (booking.openNow) {
    return (
      <Block tone="calm" action={action}>
        Its window is open until {clock(booking.closesAt)}; turn back by {clock(booking.turnBack)}.
      </Block>
    );
  }
  return (
    <Block tone="calm">
      Its window opens {dayAndTime(booking.opensAt)}. The run{" "}
      {booking.automatic ? "starts by itself" : "is started by hand"} then.
    </Block>
  );
}
