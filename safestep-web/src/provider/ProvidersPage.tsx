import { useQuery } from "@tanstack/react-query";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import { useMayEverywhere } from "../session/session";
import { Beside } from "../ui/Beside";
import { Block } from "../ui/Messages";
import { SettingsNav } from "../ui/SettingsNav";
import { count } from "../ui/words";
import { ProviderForm } from "./ProviderForm";

/** Identity providers that are believed. */
export function ProvidersPage() {
  const may = useMayEverywhere("WRITE_PEOPLE");
  return (
    <>
      <SettingsNav />
      {may ? (
        <Providers />
      ) : (
        <>
          <div className="head">
            <h1>Single sign-on</h1>
          </div>
          <Block>Saying which identity provider is believed takes an administrator for all devices.</Block>
        </>
      )}
    </>
  );
}

function Providers() {
  const providers = useQuery({
    queryKey: keys.identityProviders,
    queryFn: () => told(api.GET("/api/identity-providers")),
  });
  return (
    <Beside
      title="Single sign-on"
      sentence="Identity providers (OpenID Connect) that say who somebody is. Passwords and passkeys go on beside them."
      path="/settings/sign-on"
      list={providers}
      add="Add a provider"
      none="Nobody comes in by an identity provider. Add the one that your house has, and people log in here as they do everywhere else."
      choose="Choose one to change what is believed of it, to try it, or to switch it off."
      gone="There is no provider under this number."
      facts={(p) => (
        <div className="soft">
          {count(p.people, "person", "people")} in by it
          {p.wanted && <b> · waits for another administrator</b>}
        </div>
      )}
      aside={(p) => (p.switchedOff ? "off" : p.held ? "" : "not yet")}
      blank={<ProviderForm provider={null} />}
      form={(p) => <ProviderForm provider={p} />}
    />
  );
}
