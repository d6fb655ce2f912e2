import { ErrorBlock, Loading } from "../ui/Messages";
import { SettingsNav } from "../ui/SettingsNav";
import { MailParts } from "./MailParts";
import { useMail } from "./useMail";

/** How mail goes out, and whether it does. */
export function MailPage() {
  const mail = useMail();
  return (
    <>
      <SettingsNav />
      <div className="head">
        <h1>Mail</h1>
        <span className="soft">By which notices and invitations leave the house.</span>
      </div>
      {mail.error && <ErrorBlock error={mail.error} />}
      {!mail.data && !mail.error && <Loading />}
      {mail.data && (
        <div className="form-col">
          <MailParts mail={mail.data} />
        </div>
      )}
    </>
  );
}
