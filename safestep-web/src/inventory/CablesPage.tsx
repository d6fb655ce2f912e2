import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link } from "react-router";
import { api, told } from "../api/client";
import { useMayEverywhere } from "../session/session";
import { InventoryNav } from "../ui/InventoryNav";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { Removal } from "../ui/Removal";
import { count } from "../ui/words";
import { csv, download } from "../ui/csv";
import { keys } from "../api/keys";
import { useDevices } from "../api/shared";
import { useSave } from "../ui/useSave";
import { Field } from "../ui/Field";

const COLUMNS = ["device", "interface", "other device", "other interface"];

/** Which interface is cabled to which: as devices tell it, and as people say where they don't. */
export function CablesPage() {
  const may = useMayEverywhere("WRITE_DEVICES");
  const client = useQueryClient();
  const [filter, setFilter] = useState("");
  const cables = useQuery({ queryKey: keys.cables, queryFn: () => told(api.GET("/api/cables")) });
  const remove = useMutation({
    mutationFn: (id: number) => told(api.DELETE("/api/cables/{id}", { params: { path: { id } } })),
    onSettled: () => client.invalidateQueries({ queryKey: keys.cables }),
  });
  const wanted = filter.trim().toLowerCase();
  const shown = cables.data?.filter((c) =>
    [c.device, c.interfaceName, c.otherDevice, c.otherInterface].some((text) => text.toLowerCase().includes(wanted)),
  );
  function exported() {
    const rows = (cables.data ?? []).map((c) => [c.device, c.interfaceName, c.otherDevice, c.otherInterface]);
    download("cables.csv", csv(COLUMNS, rows));
  }
  return (
    <>
      <InventoryNav />
      <div className="head">
        <h1>Cables</h1>
        <span className="soft">
          Searches note what devices tell of their cables. Of a device that tells nothing, say them here.
        </span>
      </div>
      <div className="cols">
        <section>
          <div className="d-flex gap-3 align-items-center mb-2">
            <Form.Control
              aria-label="Filter cables"
              placeholder="Filter cables"
              value={filter}
              onChange={(e) => setFilter(e.target.value)}
            />
            <Button variant="link" className="text-nowrap" disabled={!cables.data?.length} onClick={exported}>
              Export as CSV
            </Button>
          </div>
          {cables.error && <ErrorBlock error={cables.error} />}
          {remove.error && <ErrorBlock error={remove.error} />}
          {!cables.data && !cables.error && <Loading />}
          {cables.data?.length === 0 && <p className="empty">No cable is known yet.</p>}
          {!!cables.data?.length && shown?.length === 0 && <p className="empty">No cable has this in it.</p>}
          {!!shown?.length && (
            <table className="table">
              <thead>
                <tr>
                  <th>One end</th>
                  <th>Other end</th>
                  {may && <th />}
                </tr>
              </thead>
              <tbody>
                {shown.map((c) => (
                  <tr key={c.id}>
                    <td className="mono">
                      <Link to={`/devices/${c.device}`}>{c.device}</Link> {c.interfaceName}
                    </td>
                    <td className="mono">
                      <Link to={`/devices/${c.otherDevice}`}>{c.otherDevice}</Link> {c.otherInterface}
                    </td>
                    {may && (
                      <td className="text-end">
                        <Removal name="the cable" busy={remove.isPending} remove={() => remove.mutate(c.id)} />
                      </td>
                    )}
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </section>
        <section className="form-col">
          {may ? (
            <>
              <AddForm />
              <ImportForm />
            </>
          ) : (
            <Block>Cables are added and corrected by administrators.</Block>
          )}
        </section>
      </div>
    </>
  );
}

function AddForm() {
  const client = useQueryClient();
  const devices = useDevices();
  const [cable, setCable] = useState({ device: "", interfaceName: "", otherDevice: "", otherInterface: "" });
  const add = useSave({
    mutationFn: () => told(api.POST("/api/cables", { body: cable })),
    onSuccess: (all) => {
      client.setQueryData(keys.cables, all);
      setCable({ ...cable, interfaceName: "", otherInterface: "" });
    },
  });

  const field = (name: keyof typeof cable, label: string, list?: string) => (
    <Field id={`cable-${name}`} label={label} error={add.at(name)}>
      <Form.Control
        className="mono"
        list={list}
        value={cable[name]}
        maxLength={60}
        onChange={(e) => setCable({ ...cable, [name]: e.target.value })}
      />
    </Field>
  );
  function submit(event: FormEvent) {
    event.preventDefault();
    add.mutate();
  }
  return (
    <form onSubmit={submit} noValidate className="mb-4">
      <h2>Add a cable</h2>
      <datalist id="cable-devices">
        {devices.data?.map((d) => (
          <option key={d.name} value={d.name} />
        ))}
      </datalist>
      <div className="field-row">
        {field("device", "Device", "cable-devices")}
        {field("interfaceName", "Interface")}
      </div>
      <div className="field-row">
        {field("otherDevice", "Other device", "cable-devices")}
        {field("otherInterface", "Its interface")}
      </div>
      {add.refusal && <ErrorBlock error={add.refusal} />}
      <Button type="submit" disabled={add.isPending}>
        Add the cable
      </Button>
    </form>
  );
}

function ImportForm() {
  const client = useQueryClient();
  const [text, setText] = useState("");
  const run = useSave({
    mutationFn: () => told(api.POST("/api/cables/import", { body: { text } })),
    onSuccess: (imported) => {
      client.setQueryData(keys.cables, imported.all);
      setText("");
    },
  });
  const { problem } = run;
  const complaints = problem?.at("text").map((e) => (e.line ? `Line ${e.line}: ${e.message}` : e.message)) ?? [];
  function submit(event: FormEvent) {
    event.preventDefault();
    run.mutate();
  }
  return (
    <form onSubmit={submit} noValidate>
      <h2>Import many</h2>
      <Form.Group controlId="cables-text" className="mb-2">
        <Form.Label>Comma-separated, a cable a line</Form.Label>
        <Form.Control
          as="textarea"
          rows={5}
          className="mono"
          value={text}
          maxLength={500_000}
          placeholder={`${COLUMNS.join(",")}\nbrn-ac-1,port 5,brn-ac-2,port 5`}
          isInvalid={complaints.length > 0}
          onChange={(e) => setText(e.target.value)}
        />
        <Form.Control.Feedback type="invalid">
          {complaints.slice(0, 8).map((c) => (
            <div key={c}>{c}</div>
          ))}
          {complaints.length > 8 && <div>and {complaints.length - 8} more</div>}
        </Form.Control.Feedback>
        <Form.Text>All of them are added, or none when one can't be. What is known already is passed over.</Form.Text>
      </Form.Group>
      {run.refusal && <ErrorBlock error={run.refusal} />}
      <p role="status" className="mb-2">
        {run.data && `${count(run.data.added, "cable")} added.`}
      </p>
      <Button type="submit" disabled={run.isPending || !text.trim()}>
        Import them
      </Button>
    </form>
  );
}
