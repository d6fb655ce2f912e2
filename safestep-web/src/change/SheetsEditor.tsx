import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import type { Problem } from "../api/client";
import type { Change, DeviceRow, PeerSheet } from "../api/types";
import type { SheetDraft } from "../draft/content";
import { Complaints, LinesEditor } from "../lines/LinesEditor";
import { useDevices, usePlatforms } from "../api/shared";
import { Field } from "../ui/Field";

interface Props {
  sheets: SheetDraft[];
  /** As they were stored last, with what is wrong with them. */
  stored: PeerSheet[];
  /** Devices that the change itself touches. */
  targets: string[];
  problem: Problem | null;
  onChange: (sheets: SheetDraft[]) => void;
}

const empty: SheetDraft = { device: "", runBy: "", platform: "", note: "", lines: "", undo: "" };

/** Lines for devices that somebody else runs: handed over on a sheet, never sent. */
export function SheetsEditor({ sheets, stored, targets, problem, onChange }: Props) {
  const devices = useDevices();
  const known = devices.data?.filter((d) => !targets.includes(d.name)) ?? [];
  return (
    <section aria-labelledby="sheets-head" className="mt-4">
      <h2 id="sheets-head">Sheets for others</h2>
      <p className="soft mb-1">
        Lines for a device that somebody else runs. They are approved with the change and handed over, never sent.
      </p>
      {sheets.map((sheet, i) => (
        <SheetFields
          key={i}
          index={i}
          sheet={sheet}
          stored={stored.find((s) => s.device === sheet.device && s.lines === sheet.lines)}
          known={known}
          error={(field) => problem?.at(`sheets[${i}].${field}`)[0]?.message}
          set={(part) => onChange(sheets.map((s, j) => (j === i ? { ...s, ...part } : s)))}
          remove={() => onChange(sheets.filter((_, j) => j !== i))}
        />
      ))}
      <Button variant="link" className="p-0" onClick={() => onChange([...sheets, empty])}>
        Add a sheet
      </Button>
    </section>
  );
}

interface FieldsProps {
  index: number;
  sheet: SheetDraft;
  stored: PeerSheet | undefined;
  known: DeviceRow[];
  error: (field: string) => string | undefined;
  set: (part: Partial<SheetDraft>) => void;
  remove: () => void;
}

function SheetFields({ index, sheet, stored, known, error, set, remove }: FieldsProps) {
  const platforms = usePlatforms();
  const observed = known.some((d) => d.name === sheet.device);
  return (
    <div className="peer-sheet">
      <div className="two-fields">
        <Form.Group controlId={`sheet-device-${index}`}>
          <Form.Label>Device, as they call it</Form.Label>
          <Form.Control
            className="mono"
            list="observed-devices"
            maxLength={100}
            value={sheet.device}
            isInvalid={!!error("device")}
            onChange={(e) => set({ device: e.target.value })}
          />
          <Form.Control.Feedback type="invalid">{error("device")}</Form.Control.Feedback>
          <datalist id="observed-devices">
            {known.map((d) => (
              <option key={d.name} value={d.name} />
            ))}
          </datalist>
        </Form.Group>
        <Field
          id={`sheet-run-by-${index}`}
          label="Who runs it, and how to reach them"
          error={error("runBy")}
          className=""
        >
          <Form.Control maxLength={200} value={sheet.runBy} onChange={(e) => set({ runBy: e.target.value })} />
        </Field>
        {!observed && (
          <Field id={`sheet-platform-${index}`} label="Platform" className="">
            <Form.Select value={sheet.platform} onChange={(e) => set({ platform: e.target.value })}>
              <option value="">none that Safe Step knows</option>
              {platforms.data?.map((p) => (
                <option key={p.name}>{p.name}</option>
              ))}
            </Form.Select>
          </Field>
        )}
      </div>
      <Field id={`sheet-note-${index}`} label="What they should know">
        <Form.Control
          maxLength={1000}
          value={sheet.note}
          placeholder="When to do it, whom to call before and after"
          onChange={(e) => set({ note: e.target.value })}
        />
      </Field>
      <LinesEditor
        id={`sheet-lines-${index}`}
        label="Lines to enter there"
        rows={5}
        value={sheet.lines}
        complaints={stored?.complaints ?? []}
        onChange={(lines) => set({ lines })}
        help={
          error("lines") ? (
            <span className="harm">{error("lines")}</span>
          ) : (
            "Secrets are masked on the sheet: tell them another way."
          )
        }
      />
      {observed ? (
        <p className="soft mt-2">Safe Step observes it: the way back is derived from its configuration on saving.</p>
      ) : (
        <div className="mt-2">
          <LinesEditor
            id={`sheet-undo-${index}`}
            label="The way back"
            rows={3}
            value={sheet.undo}
            complaints={[]}
            onChange={(undo) => set({ undo })}
            help="Nobody can derive it for a device that Safe Step does not see."
          />
        </div>
      )}
      <Button size="sm" variant="link" className="p-0 mt-1" onClick={remove}>
        Remove this sheet
      </Button>
    </div>
  );
}

/** The same, as everybody else sees it. */
export function SheetsReview({ change }: { change: Change }) {
  if (change.sheets.length === 0) {
    return null;
  }
  return (
    <section aria-labelledby="sheets-head">
      <h2 id="sheets-head" className="mt-4">
        Sheets for others
      </h2>
      {change.sheets.map((sheet, i) => (
        <div key={i} className="peer-sheet">
          <h3>
            <span className="mono">{sheet.device}</span>, run by {sheet.runBy}
          </h3>
          {sheet.note && <p>{sheet.note}</p>}
          <div className="scripts">
            <div>
              <h3>Lines to enter there</h3>
              <pre tabIndex={0} aria-label={`Lines for ${sheet.device}`}>
                {sheet.lines}
              </pre>
            </div>
            <div>
              <h3>The way back{sheet.observed && ", derived"}</h3>
              <pre tabIndex={0} aria-label={`The way back on ${sheet.device}`}>
                {sheet.undo || "none was written"}
              </pre>
            </div>
          </div>
          {sheet.complaints.length > 0 && <Complaints complaints={sheet.complaints} />}
          <a href={`/api/changes/${change.number}/sheets/${i}`} download={`${change.subject}-${sheet.device}.txt`}>
            Download the sheet for {sheet.device}
          </a>
        </div>
      ))}
    </section>
  );
}
