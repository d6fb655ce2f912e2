import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Link, Navigate, NavLink, useNavigate, useParams } from "react-router";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import { useCredentials } from "../api/shared";
import { CredentialForm } from "../credential/CredentialForm";
import { SearchForms } from "../discovery/SearchForms";
import { useMayEverywhere, usePerson } from "../session/session";
import { MailParts } from "../setup/MailParts";
import { useMail } from "../setup/useMail";
import { NetworkForm } from "../setup/NetworkForm";
import { Glyph } from "../ui/Glyph";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { count, standings } from "../ui/words";
import { after, marks, next, type Preparation, type Step, standing, stepOf, steps } from "./steps";

/** What a first administrator is asked for, step by step; each can be left and taken up again. */
export function StartPage() {
  const { step: key } = useParams();
  const may = useMayEverywhere("WRITE_PEOPLE");
  const now = useQuery({ queryKey: keys.now, queryFn: () => told(api.GET("/api/now")) });
  if (now.error && !now.data) {
    return <ErrorBlock error={now.error} />;
  }
  if (!now.data) {
    return <Loading />;
  }
  if (!may) {
    return (
      <>
        <h1>First steps</h1>
        <Block>They are for an administrator for all devices. What waits for you stands on Now.</Block>
      </>
    );
  }
  const items = now.data.firstChange;
  const step = stepOf(key);
  if (!step) {
    return <Navigate replace to={`/start/${next(items).key}`} />;
  }
  const following = after(step);
  return (
    <>
      <div className="head">
        <h1>First steps</h1>
        <span className="soft">Leave them when you like: what is missing stands on Now until it is there.</span>
      </div>
      <div className="first-steps">
        <nav aria-label="Steps">
          <ol>
            {steps.map((s) => (
              <li key={s.key}>
                <NavLink to={`/start/${s.key}`}>
                  <Glyph shape={standings[standing(s, items)].shape} label={marks[standing(s, items)]} /> {s.title}
                </NavLink>
              </li>
            ))}
          </ol>
        </nav>
        <section aria-label={step.title}>
          <StepBody step={step} items={items} />
          <p className="on">
            {following ? (
              <Link to={`/start/${following.key}`}>On to: {following.title}</Link>
            ) : (
              <Link to="/">On to Now: who writes, who decides, and a window</Link>
            )}
          </p>
        </section>
      </div>
    </>
  );
}

function StepBody({ step, items }: { step: Step; items: Preparation[] }) {
  switch (step.key) {
    case "administrator":
      return <You />;
    case "network":
      return <NetworkStep />;
    case "mail":
      return <MailStep />;
    case "credential":
      return <CredentialStep />;
    case "devices":
      return <DevicesStep there={standing(step, items) === "DONE"} />;
  }
}

function Intro({ title, children }: { title: string; children: ReactNode }) {
  return (
    <>
      <h2>{title}</h2>
      <p className="soft">{children}</p>
    </>
  );
}

function You() {
  const me = usePerson();
  return (
    <>
      <Intro title={`You are ${me.name}`}>
        An administrator for all devices says who else there is. Two of them are wise: from then on, nobody gives
        weighty rights alone.
      </Intro>
      <ul>
        <li>
          <Link to="/own">Add a second factor or a passkey</Link> to your log-in.
        </li>
        <li>
          <Link to="/settings/people/new">Add a second administrator</Link>, an engineer, an approver.
        </li>
      </ul>
    </>
  );
}

function NetworkStep() {
  const network = useQuery({
    queryKey: keys.network,
    queryFn: () => told(api.GET("/api/installation/network")),
  });
  return (
    <>
      <Intro title="The network">What it is called, and in which time zone people read times.</Intro>
      {network.error && <ErrorBlock error={network.error} />}
      {!network.data && !network.error && <Loading />}
      {network.data && <NetworkForm network={network.data} />}
    </>
  );
}

function MailStep() {
  const mail = useMail();
  return (
    <>
      <Intro title="Mail">It can wait: without it you hand on links yourself, and notices stand in the inbox.</Intro>
      {mail.error && <ErrorBlock error={mail.error} />}
      {!mail.data && !mail.error && <Loading />}
      {mail.data && <MailParts mail={mail.data} />}
    </>
  );
}

function CredentialStep() {
  const navigate = useNavigate();
  const credentials = useCredentials();
  if (credentials.error) {
    return <ErrorBlock error={credentials.error} />;
  }
  if (!credentials.data) {
    return <Loading />;
  }
  const there = credentials.data.length;
  return (
    <>
      <Intro title="A credential for devices">
        An account with which Safe Step logs in to them. It is stored encrypted and never shown again.
      </Intro>
      {there > 0 && (
        <Block action={<Link to="/credentials">Look at them</Link>}>
          {count(there, "credential is", "credentials are")} here already. Enter another one, or go on.
        </Block>
      )}
      <CredentialForm credential={null} first={there === 0} stored={() => navigate("/start/devices")} />
    </>
  );
}

function DevicesStep({ there }: { there: boolean }) {
  return (
    <>
      <Intro title="Devices">
        Nothing is written to any device. What is found is added only when you say so, and starts in stance observe.
      </Intro>
      {there && <Block action={<Link to="/devices">Look at them</Link>}>Some are here already.</Block>}
      <SearchForms />
    </>
  );
}
