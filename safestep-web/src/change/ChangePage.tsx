import { useMutation } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import Button from "react-bootstrap/Button";
import { Link, Navigate, NavLink, useNavigate, useParams } from "react-router";
import { api, asProblem, told } from "../api/client";
import type { Change, Next, Placement, Run } from "../api/types";
import { RunRung } from "../run/RunRung";
import { useActsOn, WholeContext } from "../session/session";
import { CopyChange } from "./CopyChange";
import { Glyph } from "../ui/Glyph";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { changeState, count } from "../ui/words";
import { ApproveRung } from "./ApproveRung";
import { BookRung } from "./BookRung";
import { BuildEdit, BuildReview, useReading } from "./BuildRung";
import { CloseRung } from "./CloseRung";
import { DescribeFields } from "./DescribeFields";
import { type Editor, useEditor } from "./editor";
import { ladderOf, rungName, type RungName, rungs } from "./ladder";
import { useChange, useNext, usePlacement } from "./queries";
import { useRuns } from "../run/queries";
import { numberOf } from "./number";
import { MovedGroups, WayOn } from "./WayOn";
import { useMoved } from "../api/keys";
import vocabulary from "../api/vocabulary.json";

/** One change: what blocks the way at the top, a ladder down the left, the picked rung beside it. */
export function ChangePage() {
  const { number: said = "", rung } = useParams();
  const number = numberOf(said);
  if (number === null) {
    return (
      <>
        <Block>There is no change called “{said}”. A change is called as CR-1003 is.</Block>
        <Link to="/changes">All changes</Link>
      </>
    );
  }
  return said === number ? (
    <Numbered number={number} rung={rung} />
  ) : (
    <Navigate replace to={`/changes/${number}${rung ? `/${rung}` : ""}`} />
  );
}

function Numbered({ number, rung }: { number: string; rung?: string }) {
  const change = useChange(number);
  const next = useNext(Number(number));
  const error = (!change.data && change.error) || (!next.data && next.error);
  if (error) {
    return (
      <>
        <ErrorBlock error={error} />
        <Link to="/changes">All changes</Link>
      </>
    );
  }
  const shown = rungs.find((r) => r === rung);
  if (next.data && !shown) {
    // The rung is chosen once, by what is next on arrival: a page must not jump away under somebody's hand.
    return <Navigate replace to={`/changes/${number}/${rungName(next.data.step.rung)}`} />;
  }
  // The page keeps what is written in it as long as it shows the same change.
  return change.data && shown ? (
    <Loaded key={change.data.number} change={change.data} next={next.data} rung={shown} />
  ) : (
    <Loading />
  );
}

function Loaded({ change, next, rung }: { change: Change; next: Next | undefined; rung: RungName }) {
  const placement = usePlacement(change.number);
  const runs = useRuns(change.number);
  const run = runs.data?.[0];
  const editor = useEditor(change);
  const moved = useMoved();
  const acts = useActsOn();
  const whole = change.hiddenDevices === 0 && change.targets.every((t) => acts(t.device));

  useEffect(() => {
    // When the change moves, whatever hangs on it is asked for again.
    void moved.change(change.number);
  }, [moved, change.number, change.state, change.version]);

  return (
    <WholeContext value={whole}>
      <div className="change-head">
        <span className="id">{change.subject}</span>
        <h1>{editor.content.title || change.title}</h1>
        <p className="facts">
          {change.emergencyReason === null ? vocabulary.categories[change.category] : <b className="harm">emergency</b>}{" "}
          · {changeState(change).word} · by {change.authorName} · for{" "}
          {count(change.targets.length + change.hiddenDevices, "device")}
          {change.sealBrief && (
            <>
              {" "}
              · seal <span className="mono">{change.sealBrief}</span>
            </>
          )}{" "}
          <CopyChange change={change} />
          <Asker change={change} />
        </p>
      </div>
      {change.hiddenDevices > 0 && (
        <Block>
          {count(change.hiddenDevices, "device")} of this change {change.hiddenDevices === 1 ? "is" : "are"} outside
          your scope and not shown. A change goes as a whole: somebody whose scope holds all of its devices decides
          about it, books it and runs it.
        </Block>
      )}
      <WayOn change={change} next={next?.step} editor={editor} rung={rung} />
      <MovedGroups change={change} next={next?.step} />
      <div className="ladder-cols">
        <nav className="ladder" aria-label="Steps of the change">
          {ladderOf(next, editor.dirty).map((r) => (
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
          <RungPane
            rung={rung}
            change={change}
            editor={editor}
            run={run}
            loaded={runs.isFetched}
            placement={placement.data}
          />
        </div>
      </div>
    </WholeContext>
  );
}

interface PaneProps {
  rung: RungName;
  change: Change;
  editor: Editor;
  run: Run | undefined;
  /** Whether it is known what has run. */
  loaded: boolean;
  placement: Placement | undefined;
}

function RungPane({ rung, change, editor, run, loaded, placement }: PaneProps) {
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
        <BuildRead change={change} />
      );
    case "approve":
      return <ApproveRung change={change} />;
    case "book":
      return <BookRung change={change} />;
    case "run":
      return loaded && (run || change.state !== "RUNNING") ? (
        <RunRung change={change} run={run} placement={placement} />
      ) : (
        <Loading />
      );
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
                {t.beside && <div className="harm small text-wrap">{t.beside}</div>}
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

/** Who wants it, and what it is called elsewhere. */
function Asker({ change }: { change: Change }) {
  const { requestedBy, requesterMail, outsideReference, referenceLink } = change;
  if (!requestedBy && !requesterMail && !outsideReference) {
    return null;
  }
  return (
    <span className="d-block">
      {(requestedBy || requesterMail) && (
        <>
          requested by {requestedBy ?? requesterMail}
          {requestedBy && requesterMail && `, ${requesterMail}`}
        </>
      )}
      {outsideReference && (requestedBy || requesterMail) && " · "}
      {outsideReference &&
        (referenceLink ? (
          <a href={referenceLink} target="_blank" rel="noreferrer noopener">
            {outsideReference}
          </a>
        ) : (
          outsideReference
        ))}
    </span>
  );
}

const typedWords = ({ typedAt, pending }: Editor) =>
  typedAt !== null
    ? `What you typed ${dayAndTime(typedAt)} stands here again. Not saved yet.`
    : pending
      ? "Not saved yet."
      : "Not saved yet; kept as you typed it.";

function SaveBar({ change, editor }: { change: Change; editor: Editor }) {
  const moved = useMoved();
  const navigate = useNavigate();
  const [asking, setAsking] = useState(false);
  const withdraw = useMutation({
    mutationFn: () =>
      told(api.POST("/api/changes/{number}/withdrawal", { params: { path: { number: change.number } } })),
    onSettled: () => moved.change(change.number),
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
        {editor.dirty ? typedWords(editor) : `Saved ${dayAndTime(change.updatedAt)}.`}
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

function BuildRead({ change }: { change: Change }) {
  return <BuildReview change={change} reading={useReading(change)} />;
}
