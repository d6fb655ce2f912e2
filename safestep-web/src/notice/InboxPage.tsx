import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link } from "react-router";
import { api, told } from "../api/client";
import type { NoticeChoices, Pace } from "../api/types";
import { ErrorBlock, Loading } from "../ui/Messages";
import { Status } from "../ui/Status";
import { dayAndTime } from "../ui/time";
import { noticeKinds, paces } from "./notices";
import { keys } from "../api/keys";

/** What a person was told, and what they want to be told. */
export function InboxPage() {
  const client = useQueryClient();
  const notices = useQuery({
    queryKey: keys.notices,
    queryFn: () => told(api.GET("/api/notices")),
    refetchInterval: 10_000,
  });
  const read = useMutation({
    mutationFn: (upTo: number) => told(api.POST("/api/notices/read", { body: { upTo } })),
    onSuccess: () => client.invalidateQueries({ queryKey: keys.notices }),
  });
  const unread = notices.data?.filter((n) => !n.readAt).length ?? 0;
  const newest = notices.data?.[0];
  return (
    <>
      <div className="head">
        <h1>Inbox</h1>
        <span className="soft">What you were told, newest first.</span>
        <div className="actions">
          {unread > 0 && newest && (
            <Button variant="outline-primary" disabled={read.isPending} onClick={() => read.mutate(newest.id)}>
              I have read them
            </Button>
          )}
        </div>
      </div>
      {(notices.error ?? read.error) && <ErrorBlock error={notices.error ?? read.error} />}
      {!notices.data && !notices.error && <Loading />}
      <div className="cols inbox">
        <section>
          {notices.data?.length === 0 && (
            <p className="empty">There is nothing here. What you are told stands at the right.</p>
          )}
          {notices.data?.map((n) => (
            <article key={n.id} className={`item${n.readAt ? "" : " unread"}`}>
              <div>
                <div>
                  <Status state={noticeKinds[n.kind]} /> <Link to={n.link}>{n.title}</Link>
                </div>
                {n.text.split("\n").map((line, i) => (
                  <div key={i} className="soft">
                    {line}
                  </div>
                ))}
              </div>
              <span className="when">
                {dayAndTime(n.at)}
                {n.mail && <div className="soft">{n.mail}</div>}
              </span>
            </article>
          ))}
        </section>
        <section>
          <Choices />
        </section>
      </div>
    </>
  );
}

function Choices() {
  const client = useQueryClient();
  const choices = useQuery({
    queryKey: keys.noticeChoices,
    queryFn: () => told(api.GET("/api/notices/choices")),
  });
  const choose = useMutation({
    mutationFn: (wish: NoticeChoices["wishes"][number]) => told(api.PUT("/api/notices/choices", { body: wish })),
    onSuccess: (saved) => client.setQueryData(keys.noticeChoices, saved),
  });
  return (
    <>
      <h2>What you are told</h2>
      {(choices.error ?? choose.error) && <ErrorBlock error={choices.error ?? choose.error} />}
      {choices.data?.wishes.map((w) => (
        <div key={w.kind} className="wish">
          <span>{noticeKinds[w.kind].word}</span>
          <Form.Select
            size="sm"
            aria-label={`When you are told: ${noticeKinds[w.kind].word}`}
            value={w.pace}
            onChange={(e) => choose.mutate({ ...w, pace: e.target.value as Pace })}
          >
            {Object.entries(paces).map(([pace, words]) => (
              <option key={pace} value={pace}>
                {words}
              </option>
            ))}
          </Form.Select>
          <Form.Check
            id={`mail-${w.kind}`}
            label="by mail too"
            checked={w.mail}
            disabled={w.pace === "NEVER"}
            onChange={(e) => choose.mutate({ ...w, mail: e.target.checked })}
          />
        </div>
      ))}
      {choices.data && (
        <p className="soft mt-2">
          {choices.data.email
            ? `Mail goes to ${choices.data.email}.`
            : "No mail address is known for you, so that nothing is mailed."}{" "}
          What happens at the same time on many devices comes in one message. Groups may ask that you are told of their
          devices whatever you choose here.
        </p>
      )}
    </>
  );
}
