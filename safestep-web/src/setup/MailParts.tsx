import { useState } from "react";
import Button from "react-bootstrap/Button";
import { api, told } from "../api/client";
import { useMoved } from "../api/keys";
import { useMayEverywhere, usePerson } from "../session/session";
import { Agreement } from "../ui/Agreement";
import { Block, ErrorBlock } from "../ui/Messages";
import { useSave } from "../ui/useSave";
import { MailForm } from "./MailForm";
import { differences, inWords, type Mail } from "./mail";

/** What holds of mail, what waits, a mail to oneself, and the form. */
export function MailParts({ mail }: { mail: Mail }) {
  const maySay = useMayEverywhere("WRITE_PEOPLE");
  const [saved, setSaved] = useState<{ waits: string | null } | null>(null);
  return (
    <>
      <State mail={mail} />
      {mail.wanted && <Wanted mail={mail} />}
      {maySay ? (
        <MailForm key={`${mail.version} ${mail.said}`} mail={mail} saved={(waits) => setSaved({ waits })} />
      ) : (
        <Block>Saying which mail server takes it is for an administrator for all devices.</Block>
      )}
      {saved && (
        <p role="status" className="mt-2">
          {saved.waits ?? "Saved. Send one to yourself to see that it arrives."}
        </p>
      )}
    </>
  );
}

function State({ mail }: { mail: Mail }) {
  const mayTry = useMayEverywhere("WRITE_DEVICES");
  const maySay = useMayEverywhere("WRITE_PEOPLE");
  const moved = useMoved();
  const again = { onSuccess: () => moved.mail() };
  const trial = useSave({ mutationFn: () => told(api.POST("/api/installation/mail/trial")) });
  const off = useSave({
    mutationFn: (to: boolean) => told(api.PUT("/api/installation/mail/off", { body: { off: to } })),
    ...again,
  });
  const forget = useSave({ mutationFn: () => told(api.DELETE("/api/installation/mail")), ...again });
  const problem = trial.problem ?? off.problem ?? forget.problem;
  return (
    <>
      {!mail.on && (
        <Block tone="warn">
          Mail is off: notices stand in the inbox alone, and links are handed on by whoever invites.
        </Block>
      )}
      {(mail.on || mail.said) && (
        <p>
          {inWords(mail.route)} Links in it lead to <span className="mono">{mail.url}</span>.
          {!mail.said && <span className="soft"> This is said where Safe Step is started.</span>}
        </p>
      )}
      {(mail.on || mail.said) && (
        <div className="d-flex flex-wrap gap-2 mb-3">
          {mayTry && mail.on && (
            <Button variant="outline-primary" size="sm" disabled={trial.isPending} onClick={() => trial.mutate()}>
              {trial.isPending ? "Sending …" : `Send one to ${mail.own ?? "me"}`}
            </Button>
          )}
          {maySay && mail.said && (
            <>
              <Button variant="outline-primary" size="sm" disabled={off.isPending} onClick={() => off.mutate(mail.on)}>
                {mail.on ? "Switch it off" : "Switch it on"}
              </Button>
              <Button variant="link" size="sm" disabled={forget.isPending} onClick={() => forget.mutate()}>
                Take what is said at the start of Safe Step
              </Button>
            </>
          )}
        </div>
      )}
      {trial.data && <Block tone={trial.data.taken ? "good" : "bad"}>{trial.data.sentence}</Block>}
      {problem && <ErrorBlock error={problem} />}
    </>
  );
}

function Wanted({ mail }: { mail: Mail }) {
  const moved = useMoved();
  const own = mail.wantedByLogin === usePerson().login;
  const answer = useSave({
    mutationFn: (agree: boolean) => told(api.PUT("/api/installation/mail/wish", { body: { agree } })),
    onSuccess: () => moved.mail(),
  });
  return (
    <>
      <Agreement own={own} busy={answer.isPending} answer={answer.mutate}>
        {own
          ? "You want this, and another administrator has to agree:"
          : `${mail.wantedBy} wants this. Links with which people come in go by this server: agree only when you know why.`}
        <ul className="mb-0 mt-1">
          {differences(mail.said ? mail.route : null, mail.wanted!).map((sentence) => (
            <li key={sentence}>{sentence}</li>
          ))}
        </ul>
      </Agreement>
      {answer.problem && <ErrorBlock error={answer.problem} />}
    </>
  );
}
