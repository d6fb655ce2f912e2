import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { useNavigate } from "react-router";
import { api, told } from "../api/client";
import { useMoved } from "../api/keys";
import { Field } from "../ui/Field";
import { ErrorBlock } from "../ui/Messages";
import { useSave } from "../ui/useSave";
import { MappingRows } from "./MappingRows";
import { ProviderState } from "./ProviderState";
import { blank, type Provider, written } from "./providers";

/** What is believed of a provider; another administrator has to agree to all of it. */
export function ProviderForm({ provider }: { provider: Provider | null }) {
  const moved = useMoved();
  const navigate = useNavigate();
  const [form, setForm] = useState(provider ? written(provider) : blank);
  const save = useSave({
    mutationFn: () => {
      const body = { ...form, version: provider?.version ?? null };
      return provider
        ? told(api.PUT("/api/identity-providers/{slug}", { params: { path: { slug: provider.slug } }, body }))
        : told(api.POST("/api/identity-providers", { body }));
    },
    onSuccess: async () => {
      await moved.identityProviders();
      if (!provider) {
        navigate("/settings/sign-on");
      }
    },
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate();
  }
  type TextPart = "slug" | "name" | "issuer" | "clientId" | "scope" | "loginClaim" | "loginDomain" | "groupsClaim";
  const text = (part: TextPart, label: string, hint: string, most: number) => (
    <Field id={`provider-${part}`} label={label} error={save.at(part)} hint={hint}>
      <Form.Control
        className={part === "name" ? "" : "mono"}
        value={form[part]}
        maxLength={most}
        onChange={(e) => setForm({ ...form, [part]: e.target.value })}
      />
    </Field>
  );
  const hasSecret = (provider?.wanted ?? provider?.held)?.hasSecret ?? false;
  const returns = `${window.location.origin}/sign-on/${form.slug || "…"}/return`;
  return (
    <>
      <h2>{provider ? provider.name : "A new provider"}</h2>
      {provider && <ProviderState provider={provider} />}
      <form onSubmit={submit} noValidate autoComplete="off">
        {text("name", "Name", "As people read it when they log in.", 60)}
        {!provider &&
          text(
            "slug",
            "Short name",
            "Small letters, digits, hyphens: part of the address below. It never changes.",
            30,
          )}
        <p className="soft mb-2">
          The provider has to know where it sends people back (redirect URI): <span className="mono">{returns}</span>
        </p>
        {text("issuer", "Issuer", "Its address, letter by letter as it names itself.", 300)}
        {text("clientId", "Client ID", "Under which Safe Step is known there.", 200)}
        <Field
          id="provider-clientSecret"
          label="Client secret"
          error={save.at("clientSecret")}
          hint={
            hasSecret ? "There is one, which is never shown. Leave it empty to keep it." : "It is stored encrypted."
          }
        >
          <Form.Control
            type="password"
            value={form.clientSecret}
            maxLength={500}
            autoComplete="new-password"
            onChange={(e) => setForm({ ...form, clientSecret: e.target.value })}
          />
        </Field>
        {text("scope", "Asks for, beside openid", "Names with blanks between.", 200)}
        <h3 className="mt-3">Who they are</h3>
        {text(
          "loginClaim",
          "Claim that is the log-in name",
          "One that people can’t change themselves there. Dots lead into objects.",
          100,
        )}
        {text("loginDomain", "Cut off behind @", "For claims such as m.tarrant@ferries.example. May be empty.", 100)}
        <Form.Check
          type="radio"
          id="provider-invited"
          name="makes"
          label="Only people who are invited here come in; what they are is said here"
          checked={!form.makesPeople}
          onChange={() => setForm({ ...form, makesPeople: false })}
        />
        <Form.Check
          type="radio"
          id="provider-makes"
          name="makes"
          label="People are made at their first log-in; what they are, their groups there say"
          checked={form.makesPeople}
          onChange={() => setForm({ ...form, makesPeople: true })}
        />
        {form.makesPeople && (
          <div className="mt-2">
            {text("groupsClaim", "Claim that holds their groups", "Dots lead into objects, as in access.groups.", 100)}
            <MappingRows rows={form.rows} at={save.at} set={(rows) => setForm({ ...form, rows })} />
          </div>
        )}
        <div className="d-flex gap-3 align-items-center mt-3">
          <Button type="submit" disabled={save.isPending}>
            {provider ? "Save" : "Add it"}
          </Button>
          {save.isSuccess && (
            <span role="status" className="soft">
              Saved. {save.data.waits}
            </span>
          )}
        </div>
        {save.refusal && <ErrorBlock error={save.refusal} />}
      </form>
    </>
  );
}
