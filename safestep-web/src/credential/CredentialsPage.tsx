import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, asProblem, told, type Schemas } from "../api/client";
import type { Credential } from "../api/types";
import { useMayEverywhere } from "../session/session";
import { InventoryNav } from "../ui/InventoryNav";
import { Block } from "../ui/Messages";
import { count } from "../ui/words";
import { useCredentials, useDevices, useGroups, useSites } from "../api/shared";
import { useMoved } from "../api/keys";
import { Beside } from "../ui/Beside";
import { CredentialForm } from "./CredentialForm";
import vocabulary from "../api/vocabulary.json";

export function CredentialsPage() {
  const may = useMayEverywhere("WRITE_CREDENTIALS");
  const credentials = useCredentials();
  const mayNot = <Block>Entering and changing credentials takes the role of an administrator.</Block>;
  return (
    <>
      <InventoryNav />
      <Beside
        title="Credentials"
        sentence="Accounts on devices. Passwords are stored encrypted, with a key outside the database, and are never shown again."
        path="/credentials"
        list={credentials}
        add={may ? "Enter a credential" : null}
        none="There is no credential yet. Without one, no device lets Safe Step in."
        choose={may ? "Choose a credential to change it, to test it, or to remove it." : mayNot}
        gone="There is no such credential."
        facts={(c) => (
          <>
            {" "}
            <span className="soft">log-in</span> <span className="mono">{c.login}</span>
            <div className="soft">
              {c.standard && "The standard: used where nothing else says which. "}
              {c.usedAt.map((u) => `${vocabulary.places[u.place]} ${u.name}`).join(", ")}
              {!c.standard && c.usedAt.length === 0 && "Not used anywhere."}
            </div>
          </>
        )}
        aside={(c) => `for ${count(c.devices, "device")}`}
        blank={may ? <CredentialForm credential={null} /> : mayNot}
        form={(c) => (may ? <CredentialForm credential={c} /> : mayNot)}
        below={
          <>
            <p className="soft mt-3">
              Which one is used: what is said for the device, else for the first of its groups by name, else for its
              site, else the standard.
            </p>
            {may && !!credentials.data?.length && <UseForm credentials={credentials.data} />}
          </>
        }
      />
    </>
  );
}

function UseForm({ credentials }: { credentials: Credential[] }) {
  const moved = useMoved();
  const [place, setPlace] = useState<Schemas["CredentialUseRequest"]["place"]>("SITE");
  const [name, setName] = useState("");
  const [credential, setCredential] = useState("");
  const sites = useSites();
  const groups = useGroups();
  const devices = useDevices();
  const names: Record<string, string[]> = {
    SITE: sites.data?.map((s) => s.name) ?? [],
    GROUP: groups.data?.map((g) => g.name) ?? [],
    DEVICE: devices.data?.map((d) => d.name) ?? [],
  };
  const use = useMutation({
    mutationFn: () =>
      told(
        api.PUT("/api/credentials/uses", {
          body: {
            place,
            name: name.trim(),
            credentialId: credential ? Number(credential) : null,
          },
        }),
      ),
    onSuccess: () => {
      setName("");
      void moved.credentials();
    },
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    use.mutate();
  }
  return (
    <form onSubmit={submit} noValidate>
      <h3>Say where one is used</h3>
      <div className="use-row">
        <Form.Select
          size="sm"
          aria-label="Place"
          value={place}
          onChange={(e) => {
            setPlace(e.target.value as typeof place);
            setName("");
          }}
        >
          <option value="SITE">At the site</option>
          <option value="GROUP">For the group</option>
          <option value="DEVICE">For the device</option>
        </Form.Select>
        <Form.Control
          size="sm"
          list="use-names"
          aria-label="Name of the site, group or device"
          placeholder="Name"
          value={name}
          maxLength={60}
          onChange={(e) => setName(e.target.value)}
        />
        <datalist id="use-names">
          {names[place]!.map((n) => (
            <option key={n} value={n} />
          ))}
        </datalist>
        <Form.Select
          size="sm"
          aria-label="Credential"
          value={credential}
          onChange={(e) => setCredential(e.target.value)}
        >
          <option value="">what is said elsewhere</option>
          {credentials.map((c) => (
            <option key={c.id} value={c.id}>
              {c.name}
            </option>
          ))}
        </Form.Select>
        <Button type="submit" size="sm" variant="outline-primary" disabled={use.isPending || !name.trim()}>
          Use it
        </Button>
      </div>
      {use.error && (
        <p className="harm" role="alert">
          {asProblem(use.error).message}
        </p>
      )}
      {use.isSuccess && !use.isPending && (
        <p className="soft" role="status">
          Done. Test the connection of the devices that are concerned.
        </p>
      )}
    </form>
  );
}
