import { useMutation, useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import { keys, useMoved } from "../api/keys";
import type { HeadPlace, RecordHeads, RecordProof } from "../api/types";
import { useMayEverywhere } from "../session/session";
import { Field } from "../ui/Field";
import { Glyph } from "../ui/Glyph";
import { ErrorBlock, Loading } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { useSave } from "../ui/useSave";
import { RecordNav } from "./RecordNav";

const places: Record<HeadPlace["place"], { name: string; absent: string }> = {
  FILE: {
    name: "A file on the server",
    absent: "None. SAFESTEP_RECORD_HEADS says which, for the one who runs the server.",
  },
  MAIL: { name: "Mail, once a day", absent: "Nobody. Enter an address below." },
  SYSLOG: {
    name: "A log server",
    absent: "None. SAFESTEP_RECORD_SYSLOG says which, for the one who runs the server.",
  },
};

/** That the record is as it was written, and where its head is kept outside. */
export function ProofPage() {
  const watches = useMayEverywhere("WATCH_RECORD");
  return (
    <>
      <RecordNav />
      <div className="head">
        <h1>Proof</h1>
        <span className="soft">
          Each entry holds the hash of the one before it. Its last hash, the head, kept elsewhere, shows even what the
          owner of the database rewrites.
        </span>
      </div>
      <Whole />
      <Kept />
      {watches && <Places />}
    </>
  );
}

function Whole() {
  const proof = useMutation({ mutationFn: () => told(api.GET("/api/record/proof")) });
  return (
    <section className="proof-part">
      <h2>The whole record</h2>
      <Button disabled={proof.isPending} onClick={() => proof.mutate()}>
        {proof.isPending ? "Going along the record …" : "Prove the record"}
      </Button>
      {proof.error && <ErrorBlock error={proof.error} />}
      {proof.data && !proof.isPending && <Found proof={proof.data} head />}
    </section>
  );
}

function Found({ proof, head }: { proof: RecordProof; head?: boolean }) {
  return (
    <div className="found-proof" role="status">
      <p className={proof.intact ? "" : "harm"}>
        <Glyph shape={proof.intact ? "done" : "failed"} /> <b>{proof.sentences[0]}</b>
      </p>
      {proof.sentences.slice(1).map((sentence) => (
        <p key={sentence}>{sentence}</p>
      ))}
      {head && proof.intact && (
        <p>
          Head:{" "}
          <code className="mono">
            {proof.number} {proof.hash}
          </code>
        </p>
      )}
    </div>
  );
}

function Kept() {
  const [line, setLine] = useState("");
  const compare = useSave({
    mutationFn: () => told(api.GET("/api/record/proof/head", { params: { query: { head: line } } })),
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    compare.mutate();
  }
  return (
    <section className="proof-part">
      <h2>A head that you kept</h2>
      <form onSubmit={submit} className="kept-head">
        <Field
          id="head"
          label="Number and hash, as in the mail or the file"
          error={compare.at("head")}
          className="flex-grow-1"
        >
          <Form.Control className="mono" maxLength={200} value={line} onChange={(e) => setLine(e.target.value)} />
        </Field>
        <Button type="submit" variant="outline-primary" disabled={compare.isPending || line.trim() === ""}>
          Compare
        </Button>
      </form>
      {compare.refusal && <ErrorBlock error={compare.refusal} />}
      {compare.data && !compare.isPending && <Found proof={compare.data} />}
    </section>
  );
}

function Places() {
  const heads = useQuery({ queryKey: keys.recordHeads, queryFn: () => told(api.GET("/api/record/heads")) });
  const moved = useMoved();
  const write = useMutation({
    mutationFn: () => told(api.POST("/api/record/heads")),
    onSettled: () => moved.recordHeads(),
  });
  return (
    <section className="proof-part">
      <h2>Where the head is kept</h2>
      {heads.error && <ErrorBlock error={heads.error} />}
      {!heads.data && !heads.error && <Loading />}
      {heads.data && (
        <>
          <table className="table">
            <thead>
              <tr>
                <th>Where</th>
                <th>What it is</th>
                <th>Last written</th>
              </tr>
            </thead>
            <tbody>
              {heads.data.places.map((place) => (
                <Place key={place.place} place={place} />
              ))}
            </tbody>
          </table>
          <Button variant="outline-primary" disabled={write.isPending} onClick={() => write.mutate()}>
            Write the head down now
          </Button>
          {write.error && <ErrorBlock error={write.error} />}
          <Addresses key={heads.data.version} heads={heads.data} />
        </>
      )}
    </section>
  );
}

function Place({ place }: { place: HeadPlace }) {
  return (
    <tr>
      <td>{places[place.place].name}</td>
      <td className={place.on ? "mono" : "soft"}>{place.on ? place.where : places[place.place].absent}</td>
      <td>
        {place.at ? (
          <>
            Entry {place.number}, {dayAndTime(place.at)}
          </>
        ) : (
          <span className="soft">{place.on ? "Not yet" : ""}</span>
        )}
        {place.problem && (
          <div className="harm">
            <Glyph shape="failed" /> {place.problem} It is tried again every five minutes.
          </div>
        )}
      </td>
    </tr>
  );
}

function Addresses({ heads }: { heads: RecordHeads }) {
  const [text, setText] = useState(heads.mailed.join(", "));
  const moved = useMoved();
  const say = useSave({
    mutationFn: () =>
      told(
        api.PUT("/api/record/heads", {
          body: {
            mailed: text
              .split(/[,\s]+/)
              .map((a) => a.trim())
              .filter(Boolean),
            version: heads.version,
          },
        }),
      ),
    onSuccess: () => moved.recordHeads(),
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    say.mutate();
  }
  return (
    <form onSubmit={submit} className="kept-head mt-3">
      <Field
        id="mailed"
        label="Mail it once a day to"
        error={say.at("mailed")}
        hint="Up to five addresses, best outside the house of those who run the server. Empty for nobody."
        className="flex-grow-1"
      >
        <Form.Control value={text} maxLength={400} onChange={(e) => setText(e.target.value)} />
      </Field>
      <Button type="submit" disabled={say.isPending || text.trim() === heads.mailed.join(", ")}>
        Save
      </Button>
      {say.refusal && <ErrorBlock error={say.refusal} />}
    </form>
  );
}
