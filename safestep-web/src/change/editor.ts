import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { api, asProblem, type Problem, told } from "../api/client";
import type { Change } from "../api/types";
import { type Content, contentOf, differs, request } from "../draft/content";
import { keys } from "../api/keys";
import { useUnsaved } from "../ui/useUnsaved";

/** What an author has written and not saved yet, and what can be done with it. */
export interface Editor {
  content: Content;
  dirty: boolean;
  busy: boolean;
  problem: Problem | null;
  /** When it was typed that stands here again, since it was never saved; null where nothing came back. */
  typedAt: string | null;
  /** The last keys are not kept yet. */
  pending: boolean;
  /** Somebody else, or another page of the author, has saved meanwhile. */
  overtaken: boolean;
  edit: (part: Partial<Content>) => void;
  discard: () => void;
  save: () => void;
  submit: () => void;
}

export function useEditor(change: Change): Editor {
  const stored = contentOf(change);
  const [content, setContent] = useState(stored);
  const client = useQueryClient();
  const navigate = useNavigate();
  const dirty = change.editable && differs(content, stored);
  const key = keys.change(change.number);

  // A page without own edits follows what is stored.
  if (!dirty && content.version !== change.version) {
    setContent(stored);
  }

  const unsaved = useUnsaved(change.editable ? `change-${change.number}` : null, dirty ? content : null, setContent);

  const save = useMutation({
    mutationFn: () =>
      told(api.PUT("/api/changes/{number}", { params: { path: { number: change.number } }, body: request(content) })),
    onSuccess: (saved) => {
      client.setQueryData(key, saved);
      unsaved.forget();
      setContent(contentOf(saved));
    },
  });
  const submit = useMutation({
    mutationFn: async () => {
      const saved = dirty ? await save.mutateAsync() : change;
      return told(
        api.POST("/api/changes/{number}/submission", {
          params: { path: { number: change.number } },
          body: { version: saved.version },
        }),
      );
    },
    onSuccess: (submitted) => {
      client.setQueryData(key, submitted);
      setContent(contentOf(submitted));
      navigate(`/changes/${change.number}/approve`);
    },
  });
  useEffect(() => {
    if (!unsaved.pending) {
      return;
    }
    const warn = (e: BeforeUnloadEvent) => e.preventDefault();
    window.addEventListener("beforeunload", warn);
    return () => window.removeEventListener("beforeunload", warn);
  }, [unsaved.pending]);

  const error = submit.error ?? save.error;
  return {
    content,
    dirty,
    typedAt: unsaved.from,
    pending: unsaved.pending,
    busy: save.isPending || submit.isPending,
    problem: error ? asProblem(error) : null,
    overtaken: dirty && content.version !== change.version,
    edit: (part) => setContent({ ...content, ...part }),
    discard: () => {
      save.reset();
      submit.reset();
      setContent(stored);
    },
    save: () => {
      submit.reset();
      save.mutate();
    },
    submit: () => {
      save.reset();
      submit.mutate();
    },
  };
}
