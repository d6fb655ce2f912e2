import Button from "react-bootstrap/Button";
import { useNavigate } from "react-router";
import { api, told } from "../api/client";
import { useMoved } from "../api/keys";
import { usePerson } from "../session/session";
import { Agreement } from "../ui/Agreement";
import { Block, ErrorBlock } from "../ui/Messages";
import { Removal } from "../ui/Removal";
import { useSave } from "../ui/useSave";
import { count } from "../ui/words";
import { differences, type Provider } from "./providers";

/** What is wanted of a provider and waits, whether it answers, and whether it is on. */
export function ProviderState({ provider }: { provider: Provider }) {
  const moved = useMoved();
  const navigate = useNavigate();
  const path = { params: { path: { slug: provider.slug } } };
  const again = { onSuccess: () => moved.identityProviders() };
  const answer = useSave({
    mutationFn: (agree: boolean) => told(api.PUT("/api/identity-providers/{slug}/wish", { ...path, body: { agree } })),
    ...again,
  });
  const off = useSave({
    mutationFn: (to: boolean) => told(api.PUT("/api/identity-providers/{slug}/off", { ...path, body: { off: to } })),
    ...again,
  });
  const remove = useSave({
    mutationFn: () => told(api.DELETE("/api/identity-providers/{slug}", path)),
    onSuccess: async () => {
      await moved.identityProviders();
      navigate("/settings/sign-on");
    },
  });
  const trial = useSave({ mutationFn: () => told(api.POST("/api/identity-providers/{slug}/trial", path)) });
  const problem = answer.problem ?? off.problem ?? remove.problem ?? trial.problem;
  return (
    <>
      {provider.wanted && <Wanted provider={provider} busy={answer.isPending} answer={answer.mutate} />}
      {provider.switchedOff && <Block tone="warn">It is off: nobody logs in by it. Who is in stays in.</Block>}
      <div className="d-flex flex-wrap gap-2 align-items-center mb-3">
        <Button variant="outline-primary" size="sm" disabled={trial.isPending} onClick={() => trial.mutate()}>
          {trial.isPending ? "Asking it …" : "Ask whether it answers"}
        </Button>
        {provider.held && (
          <Button
            variant="outline-primary"
            size="sm"
            disabled={off.isPending}
            onClick={() => off.mutate(!provider.switchedOff)}
          >
            {provider.switchedOff ? "Switch it on" : "Switch it off"}
          </Button>
        )}
        <span className="ms-auto">
          <Removal
            name={provider.name}
            note={
              provider.people > 0
                ? `${count(provider.people, "person comes", "people come")} in by it; who has no password needs a link then. `
                : undefined
            }
            busy={remove.isPending}
            remove={() => remove.mutate()}
          />
        </span>
      </div>
      {trial.data && <Block tone={trial.data.answers ? "good" : "bad"}>{trial.data.sentence}</Block>}
      {problem && <ErrorBlock error={problem} />}
    </>
  );
}

interface WantedProps {
  provider: Provider;
  busy: boolean;
  answer: (agree: boolean) => void;
}

/** What would be believed: whoever agrees reads what is different. */
function Wanted({ provider, busy, answer }: WantedProps) {
  const own = provider.wantedByLogin === usePerson().login;
  return (
    <Agreement own={own} busy={busy} answer={answer}>
      {own
        ? "You want this, and another administrator has to agree:"
        : `${provider.wantedBy} wants this. Who is believed here says who everybody is: agree only when you know why.`}
      <ul className="mb-0 mt-1">
        {differences(provider.held, provider.wanted!).map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
    </Agreement>
  );
}
