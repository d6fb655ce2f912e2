import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import type { CommentedLine, LineComment } from "../api/types";
import { useMay } from "../session/session";
import { Block, ErrorBlock } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { count } from "../ui/words";
import { openByDevice, WHOLE } from "./comments";
import { keys } from "../api/keys";

export const useComments = (number: number) =>
  useQuery({
    queryKey: keys.commentsOf(number),
    queryFn: () => told(api.GET("/api/changes/{number}/comments", { params: { path: { number } } })),
    refetchInterval: 15_000,
  });

/** Whether somebody may speak about lines of changes. */
export function useMaySpeak(): boolean {
  const writes = useMay("WRITE_CHANGES");
  const decides = useMay("DECIDE_CHANGES");
  return writes || decides;
}

export function useCommentMutation<T>(number: number, send: (argument: T) => Promise<unknown>, done?: () => void) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: send,
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: keys.commentsOf(number) });
      done?.();
    },
  });
}

/** Where comments are open, with a way to each device. */
export function OpenComments({ comments, open }: { comments: LineComment[]; open: (device: string) => void }) {
  const devices = [...openByDevice(comments)];
  if (devices.length === 0) {
    return null;
  }
  const total = devices.reduce((sum, [, n]) => sum + n, 0);
  return (
    <Block>
      {count(total, "comment")} open:{" "}
      {devices.map(([device, n], i) => (
        <span key={device}>
          {i > 0 && ", "}
          {device === WHOLE ? (
            "the change as a whole"
          ) : (
            <button type="button" className="btn btn-link p-0 mono" onClick={() => open(device)}>
              {device}
            </button>
          )}
          {n > 1 && ` (${n})`}
        </span>
      ))}
    </Block>
  );
}

/** A comment that is being written. */
export function CommentForm({ number, about, close }: { number: number; about: CommentedLine; close: () => void }) {
  const [body, setBody] = useState("");
  const write = useCommentMutation(
    number,
    () => told(api.POST("/api/changes/{number}/comments", { params: { path: { number } }, body: { ...about, body } })),
    close,
  );
  return (
    <form
      className="thread"
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate(undefined);
      }}
      onKeyDown={(e) => e.key === "Escape" && close()}
    >
      <Form.Control
        as="textarea"
        rows={2}
        autoFocus
        maxLength={2000}
        value={body}
        aria-label={`Comment on ${about.line}`}
        placeholder="What about this line?"
        onChange={(e) => setBody(e.target.value)}
      />
      {write.error && <ErrorBlock error={write.error} />}
      <div className="ways mt-1 mb-0">
        <Button size="sm" type="submit" disabled={!body.trim() || write.isPending}>
          Comment
        </Button>
        <Button size="sm" variant="link" onClick={close}>
          Leave it
        </Button>
      </div>
    </form>
  );
}

/** A comment with its answers; a resolved one is folded to a line. */
export function Thread({ number, comment }: { number: number; comment: LineComment }) {
  const speaksOfLines = useMaySpeak();
  const maySpeak = comment.about === null || speaksOfLines;
  const [unfolded, setUnfolded] = useState(false);
  const [answer, setAnswer] = useState("");
  const reply = useCommentMutation(
    number,
    () =>
      told(
        api.POST("/api/changes/{number}/comments/{id}/answers", {
          params: { path: { number, id: comment.id } },
          body: { body: answer },
        }),
      ),
    () => setAnswer(""),
  );
  const resolve = useCommentMutation(number, (resolved: boolean) =>
    resolved
      ? told(
          api.POST("/api/changes/{number}/comments/{id}/resolution", { params: { path: { number, id: comment.id } } }),
        )
      : told(
          api.DELETE("/api/changes/{number}/comments/{id}/resolution", {
            params: { path: { number, id: comment.id } },
          }),
        ),
  );
  if (comment.resolvedBy && !unfolded) {
    return (
      <div className="thread resolved">
        <button type="button" className="btn btn-link p-0" onClick={() => setUnfolded(true)}>
          Resolved by {comment.resolvedBy}: {comment.body}
        </button>
      </div>
    );
  }
  return (
    <div className="thread" role="group" aria-label={`Comment by ${comment.author}`}>
      <Said author={comment.author} at={comment.writtenAt} body={comment.body} />
      {comment.answers.map((a, i) => (
        <Said key={i} author={a.author} at={a.writtenAt} body={a.body} />
      ))}
      {(reply.error ?? resolve.error) && <ErrorBlock error={reply.error ?? resolve.error} />}
      <form
        className="ways mb-0"
        onSubmit={(e) => {
          e.preventDefault();
          reply.mutate(undefined);
        }}
      >
        {maySpeak && (
          <>
            <Form.Control
              size="sm"
              maxLength={2000}
              value={answer}
              placeholder="Answer"
              aria-label={`Answer to ${comment.author}`}
              onChange={(e) => setAnswer(e.target.value)}
            />
            <Button size="sm" type="submit" variant="outline-primary" disabled={!answer.trim() || reply.isPending}>
              Answer
            </Button>
          </>
        )}
        {comment.mayResolve && (
          <Button
            size="sm"
            variant="link"
            disabled={resolve.isPending}
            onClick={() => resolve.mutate(!comment.resolvedBy)}
          >
            {comment.resolvedBy ? "Open it again" : "Resolve"}
          </Button>
        )}
        {comment.resolvedBy && (
          <Button size="sm" variant="link" onClick={() => setUnfolded(false)}>
            Fold
          </Button>
        )}
      </form>
    </div>
  );
}

function Said({ author, at, body }: { author: string; at: string; body: string }) {
  return (
    <div className="said">
      <b>{author}</b> <small className="soft">{dayAndTime(at)}</small>
      <p>{body}</p>
    </div>
  );
}
