import { useSettled } from "../ui/useSettled";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import Form from "react-bootstrap/Form";
import { Link } from "react-router";
import { api, type Problem, told } from "../api/client";
import type { Change, LineComment } from "../api/types";
import { ErrorBlock, Loading } from "../ui/Messages";
import { AlikeScripts } from "./AlikeScripts";
import { BuildViews } from "../lines/BuildViews";
import { ChecksEditor } from "./ChecksEditor";
import { ChecksReview } from "./ChecksReview";
import { type Content, linesFor, type Target } from "../draft/content";
import { ALL, DeviceTabs } from "./DeviceTabs";
import { Findings, useStoredSummaries, useSummaries } from "./Findings";
import { OpenComments, useComments, useMaySpeak } from "../lines/LineComments";
import { Complaints } from "../lines/LinesEditor";
import { ManyDevices } from "./ManyDevices";
import { NeedsOfTrial } from "./Needs";
import { useOpened } from "./opened";
import { OrderEditor, OrderReview } from "./OrderEditor";
import { useBuild } from "./queries";
import { SheetsEditor, SheetsReview } from "./SheetsEditor";
import { WayEditor } from "./WayEditor";
import { keys } from "../api/keys";

interface EditProps {
  change: Change;
  content: Content;
  problem: Problem | null;
  edit: (part: Partial<Content>) => void;
}

/** Writing what devices shall hold: what follows is worked out at once, before anything is saved. */
export function BuildEdit({ change, content, problem, edit }: EditProps) {
  const devices = content.targets.map((t) => t.device);
  const [chosen, setPicked] = useState(devices[0] ?? ALL);
  const picked = devices.includes(chosen) || devices.length > 1 ? chosen : (devices[0] ?? ALL);
  const target = content.targets.find((t) => t.device === picked);
  const settled = useSettled(target, picked);
  const preview = useQuery({
    queryKey: keys.preview(settled),
    queryFn: ({ signal }) => told(api.POST("/api/changes/preview", { body: asShown(settled!), signal })),
    enabled: !!settled && !unchosen(settled),
    placeholderData: (old) => (old?.device === picked ? old : undefined),
  });
  const summaries = useSummaries(content.targets);
  const comments = useComments(change.number).data ?? [];
  const unproven = preview.data && !preview.data.proven && preview.data.script.length > 0;
  const undoError = problem?.at("undoAccepted")[0]?.message;

  if (devices.length === 0) {
    return (
      <p className="empty">
        No device is chosen yet.{" "}
        <Link to={`/changes/${change.number}/describe`}>Choose devices on the rung Describe.</Link>
      </p>
    );
  }
  return (
    <>
      <DeviceTabs change={change} devices={devices} picked={picked} pick={setPicked} all="All together" />
      <OpenComments comments={comments} open={setPicked} />
      {problem?.at("targets").map((e) => (
        <p key={e.message} className="harm" role="alert">
          {e.message}
        </p>
      ))}
      {target ? (
        <>
          <WayEditor
            key={picked}
            number={change.number}
            target={target}
            build={preview.data}
            onChange={(next) => edit({ targets: content.targets.map((t) => (t.device === picked ? next : t)) })}
          />
          <Findings summaries={summaries} device={picked} />
          <div className="mt-3">
            {preview.error && <ErrorBlock error={preview.error} />}
            {preview.data ? (
              <BuildViews
                build={preview.data}
                // What is not saved yet is not spoken about, but what was said stays in sight.
                talk={{ number: change.number, comments: ofDevice(comments, picked), maySpeak: false }}
              />
            ) : (
              !preview.error && !unchosen(target) && <Loading />
            )}
          </div>
        </>
      ) : (
        <ManyDevices
          number={change.number}
          targets={content.targets}
          summaries={summaries}
          edit={(targets) => edit({ targets })}
          open={setPicked}
        />
      )}
      {(unproven || content.undoAccepted || content.restoresStartup || undoError) && (
        <WayBack content={content} possible={preview.data?.mayRestoreStartup !== false} error={undoError} edit={edit} />
      )}
      <ChecksEditor
        change={change}
        checks={content.checks}
        devices={devices}
        problem={problem}
        onChange={(checks) => edit({ checks })}
      />
      <OrderEditor
        change={change}
        devices={devices}
        order={content.order}
        problem={problem}
        onChange={(order) => edit({ order })}
      />
      <SheetsEditor
        sheets={content.sheets}
        stored={change.sheets}
        targets={devices}
        problem={problem}
        onChange={(sheets) => edit({ sheets })}
      />
      <NeedsOfTrial content={content} />
    </>
  );
}

interface WayBackProps {
  content: Content;
  /** Whether the device that is looked at can take its startup configuration back as a whole. */
  possible: boolean;
  error: string | undefined;
  edit: (part: Partial<Content>) => void;
}

/** What becomes of devices whose way back can't be proven. */
function WayBack({ content, possible, error, edit }: WayBackProps) {
  return (
    <fieldset className="mt-3">
      <legend className="h3">Where the way back can't be proven</legend>
      {(possible || content.restoresStartup) && (
        <Form.Check
          id="restores-startup"
          label="Take the startup configuration back as a whole, secrets that the device hides with it. Nothing is written to a device that has unsaved lines."
          checked={content.restoresStartup}
          onChange={(e) => edit({ restoresStartup: e.target.checked })}
        />
      )}
      <Form.Check
        id="undo-accepted"
        label="I accept that the way back can't be proven for every device."
        checked={content.undoAccepted}
        isInvalid={!!error}
        feedback={error}
        feedbackType="invalid"
        onChange={(e) => edit({ undoAccepted: e.target.checked })}
      />
    </fieldset>
  );
}

/** Nothing can follow before it is chosen from what. */
const unchosen = (target: Target) =>
  ((target.way === "BACKUP" || target.way === "OTHER_DEVICE") && target.backup === null) ||
  (target.way === "TEMPLATE" && target.template === null);

/** A configuration that nobody has touched yet is the baseline: no lines at all say the same. */
const asShown = (target: Target) =>
  target.way === "CONFIGURATION" && target.lines === "" ? linesFor(target.device) : target;

const ofDevice = (comments: LineComment[], device: string) => comments.filter((c) => c.about?.device === device);

/** Nothing more is said about a change that is over. */
const ended: Change["state"][] = ["CLOSED", "REJECTED", "WITHDRAWN"];

/** Which device of a change somebody looks at, and which of its differences they have not opened. */
export function useReading(change: Change) {
  const devices = change.targets.map((t) => t.device);
  const [chosen, pick] = useState(devices.length > 1 ? ALL : (devices[0] ?? ALL));
  const picked = chosen === ALL || devices.includes(chosen) ? chosen : (devices[0] ?? ALL);
  const { unopened, open } = useOpened(change);
  useEffect(() => {
    if (picked) {
      open(picked);
    }
  }, [picked, open]);
  return { devices, picked, pick, unopened };
}

export type Reading = ReturnType<typeof useReading>;

/** The same, as everybody else sees it. */
export function BuildReview({ change, reading }: { change: Change; reading: Reading }) {
  const { devices, picked, pick: setPicked, unopened } = reading;
  const summaries = useStoredSummaries(change);
  const build = useBuild(change.number, picked || undefined, change.version);
  const comments = useComments(change.number).data ?? [];
  const maySpeak = useMaySpeak() && !ended.includes(change.state);
  if (devices.length === 0) {
    return <p className="empty">No device is chosen yet.</p>;
  }
  return (
    <>
      <DeviceTabs
        change={change}
        devices={devices}
        picked={picked}
        pick={setPicked}
        all="Same scripts together"
        unopened={unopened}
      />
      <OpenComments comments={comments} open={setPicked} />
      <Findings summaries={summaries} device={picked || undefined} />
      {picked === ALL ? (
        <AlikeScripts change={change} open={setPicked} />
      ) : (
        <>
          {build.error && <ErrorBlock error={build.error} />}
          {build.data ? (
            <BuildViews
              build={build.data}
              talk={{ number: change.number, comments: ofDevice(comments, picked), maySpeak }}
            />
          ) : (
            !build.error && <Loading />
          )}
          {!!build.data?.complaints.length && <Complaints complaints={build.data.complaints} />}
        </>
      )}
      {picked !== ALL && (
        <p className="mt-3 mb-0">
          <Link to={`/backups/compare?device=${picked}&other=${picked}&to=cr-${change.number}`}>
            Compare what it leaves on {picked} with any version
          </Link>
        </p>
      )}
      <p className="mt-3">
        <a href={`/api/changes/${change.number}/text`} download={`${change.subject}.txt`}>
          Download everything as text
        </a>
      </p>
      <ChecksReview change={change} />
      <OrderReview change={change} />
      <SheetsReview change={change} />
      {change.restoresStartup && (
        <p className="mt-2">
          Where the way back can't be proven, the device takes its startup configuration back as a whole.
        </p>
      )}
    </>
  );
}
