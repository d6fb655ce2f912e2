/** What devices do with passkeys (Web Authentication Level 3, section 5.1). */

type Told = Record<string, unknown>;

/** Whether this browser can, here: only under https or on the machine itself. */
export function devicesCan(): boolean {
  return (
    typeof PublicKeyCredential !== "undefined" &&
    typeof PublicKeyCredential.parseRequestOptionsFromJSON === "function" &&
    typeof PublicKeyCredential.parseCreationOptionsFromJSON === "function"
  );
}

/** Has a device make a key; the person may take their time, or leave it. */
export async function deviceMakes(options: Told): Promise<Told> {
  return answered(() =>
    navigator.credentials.create({
      publicKey: PublicKeyCredential.parseCreationOptionsFromJSON(
        options as unknown as PublicKeyCredentialCreationOptionsJSON,
      ),
    }),
  );
}

/** Has a device sign with the key that it keeps for this host. */
export async function deviceSigns(options: Told): Promise<Told> {
  return answered(() =>
    navigator.credentials.get({
      publicKey: PublicKeyCredential.parseRequestOptionsFromJSON(
        options as unknown as PublicKeyCredentialRequestOptionsJSON,
      ),
    }),
  );
}

async function answered(ask: () => Promise<Credential | null>): Promise<Told> {
  let credential: Credential | null;
  try {
    credential = await ask();
  } catch (e) {
    throw new Error(sentence(e));
  }
  if (!(credential instanceof PublicKeyCredential)) {
    throw new Error(sentence(null));
  }
  return credential.toJSON() as unknown as Told;
}

/** Why a device did not: by the names of the standard, with what to do. */
export function sentence(e: unknown): string {
  switch (e instanceof DOMException ? e.name : "") {
    case "InvalidStateError":
      return "This device has a passkey of yours already.";
    case "SecurityError":
      return "The browser does not allow passkeys at this address. Open Safe Step under its name.";
    case "NotSupportedError":
      return "No device here can make such a passkey.";
    default:
      return "Nothing came from a device: it was left, or took too long. Try again.";
  }
}
