import { useState } from "react";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import { zoneName } from "../ui/time";
import { useMoved } from "../api/keys";
import { useSave } from "../ui/useSave";
import { Field } from "../ui/Field";
import { AddingModal, Again } from "./AddingModal";

const rules = {
  "FREQ=DAILY": "every day",
  "FREQ=WEEKLY": "every week on this day",
  "FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR": "Monday to Friday",
};

/** Adding a stretch of time in which changes may run. */
export function WindowForm({ close }: { close: () => void }) {
  const [form, setForm] = useState({ name: "", firstDay: "", opens: "01:30", closes: "05:15", recurrence: "" });
  const moved = useMoved();
  const add = useSave({
    mutationFn: () =>
      told(
        api.POST("/api/windows", {
          body: {
            ...form,
            recurrence: form.recurrence || null,
          },
        }),
      ),
    onSuccess: () => {
      void moved.calendar();
      close();
    },
  });

  const field = (key: keyof typeof form, label: string, type: string) => (
    <Field id={`window-${key}`} label={label} error={add.at(key)}>
      <Form.Control type={type} value={form[key]} onChange={(e) => setForm({ ...form, [key]: e.target.value })} />
    </Field>
  );
  return (
    <AddingModal
      of="window"
      title="Add a window"
      refusal={add.refusal}
      busy={add.isPending}
      send={() => add.mutate()}
      close={close}
    >
      {field("name", "Name", "text")}
      {field("firstDay", "First day", "date")}
      {field("opens", `Opens (${zoneName()})`, "time")}
      {field("closes", "Closes", "time")}
      <Again
        of="window"
        value={form.recurrence}
        error={add.at("recurrence")}
        rules={rules}
        choose={(recurrence) => setForm({ ...form, recurrence })}
      />
    </AddingModal>
  );
}
