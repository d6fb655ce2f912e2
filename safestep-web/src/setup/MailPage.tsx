import { useQuery } from "@tanstack/react-query";
import Button from "react-bootstrap/Button";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import { useMayEverywhere } from "../session/session";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { SettingsNav } from "../ui/SettingsNav";
import { useSave } from "../ui/useSave";

/** How mail goes out, and whether it does. */
export function MailPage() {
  const may = useMayEverywhere("WRITE_DEVICES");
  const mail = useQuery({
    queryKey: keys.installation("mail"),
    queryFn: () => told(api.GET("/api/installation/mail")),
    retry: false,
  });
  const trial = useSave({ mutationFn: () => told(api.POST("/api/installation/mail/trial")) });
  return (
    <>
      <SettingsNav />
      <div className="head">
        <h1>Mail</h1>
        <span className="soft">By which notices and invitations leave the house.</span>
      </div>
      {mail.error && <ErrorBlock error={mail.error} />}
      {!mail.data && !mail.error && <Loading />}
      {mail.data && !mail.data.on && (
        <Block tone="warn">
          Mail is off: notices stand in the inbox alone, and links are handed on by whoever invites. Start Safe Step
          with <span className="mono">SAFESTEP_MAIL=true</span> and <span className="mono">SAFESTEP_MAIL_HOST</span>.
        </Block>
      )}
      {mail.data && (
        <>
          <p>
            Given to <span className="mono">{mail.data.server}</span>, from{" "}
            <span className="mono">{mail.data.from}</span>; links in it lead to{" "}
            <span className="mono">{mail.data.url}</span>.
          </p>
          {may && mail.data.on && (
            <Button variant="outline-primary" disabled={trial.isPending} onClick={() => trial.mutate()}>
              {trial.isPending ? "Sending …" : `Send one to ${mail.data.own ?? "me"}`}
            </Button>
          )}
          <div className="mt-3">
            {trial.data && <Block tone={trial.data.taken ? "good" : "bad"}>{trial.data.sentence}</Block>}
            {trial.problem && <ErrorBlock error={trial.problem} />}
          </div>
        </>
      )}
    </>
  );
}
