import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import { ErrorBlock } from "../ui/Messages";
import { count } from "../ui/words";
import { Field } from "../ui/Field";

interface Props {
  device: string;
  take: (lines: string) => void;
  close: () => void;
}

/** Instructions from a terminal or a document: prompts, numbers and answers go, and everything that goes is named. */
export function PasteForm({ device, take, close }: Props) {
  const [text, setText] = useState("");
  const clean = useMutation({
    mutationFn: () => told(api.POST("/api/changes/paste", { body: { device, text } })),
  });
  const cleaned = clean.data;
  return (
    <section className="paste" aria-label="Pasted instructions">
      <Field
        id="pasted"
        label="Pasted instructions"
        hint="Prompts, numbers, list marks, comments and answers of the device are taken out."
      >
        <Form.Control
          as="textarea"
          className="mono"
          rows={6}
          value={text}
          spellCheck={false}
          autoFocus
          placeholder={"[brn-gw-a @ configure] interface vlan 40\n[brn-gw-a @ interface vlan 40] mtu 1400"}
          onChange={(e) => {
            setText(e.target.value);
            clean.reset();
          }}
        />
      </Field>
      {clean.error && <ErrorBlock error={clean.error} />}
      {cleaned && (
        <div className="scripts mb-2">
          <div>
            <h3>What is left</h3>
            <pre tabIndex={0}>{cleaned.lines || "Nothing."}</pre>
          </div>
          <div>
            <h3>{cleaned.removed.length === 0 ? "Nothing was taken out" : `Taken out: ${cleaned.removed.length}`}</h3>
            {cleaned.removed.length > 0 && (
              <div className="removed" tabIndex={0} role="region" aria-label="What was taken out">
                <table className="table">
                  <tbody>
                    {cleaned.removed.map((r, i) => (
                      <tr key={i}>
                        <td className="soft">{r.line}</td>
                        <td className="mono">{r.text}</td>
                        <td>{r.reason}</td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              </div>
            )}
          </div>
        </div>
      )}
      <div className="d-flex gap-2">
        {cleaned ? (
          <Button
            size="sm"
            disabled={!cleaned.lines}
            onClick={() => {
              take(cleaned.lines);
              close();
            }}
          >
            Add {count(cleaned.lines.split("\n").length - 1, "line")}
          </Button>
        ) : (
          <Button size="sm" disabled={!text.trim() || clean.isPending} onClick={() => clean.mutate()}>
            Clean up
          </Button>
        )}
        <Button size="sm" variant="outline-primary" onClick={close}>
          Cancel
        </Button>
      </div>
    </section>
  );
}
