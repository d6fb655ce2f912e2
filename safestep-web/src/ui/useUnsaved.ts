import { useCallback, useEffect, useRef, useState } from "react";
import { api, told } from "../api/client";

const REST_MILLIS = 700;
const AGAIN_MILLIS = 5000;
/** What is longer is not kept: the browser warns before it is lost. */
const MOST = 1_000_000;
/** A browser lets go of more when its page goes away. */
const MOST_AT_THE_END = 60_000;

/** What became of what was typed and not saved. */
export interface Unsaved {
  /** When it was typed that stands here again; null where nothing came back. */
  from: string | null;
  /** The last keys are not kept yet. */
  pending: boolean;
  /** It was saved, or is wanted no more. */
  forget: () => void;
}

/** What was sent last of each place: one after the other, so that what was saved does not come back. */
const sent = new Map<string, Promise<unknown>>();

function send(place: string, typed: string | null, ending = false): Promise<unknown> {
  const now = () =>
    typed === null
      ? told(api.DELETE("/api/unsaved/{place}", { params: { path: { place } }, keepalive: ending }))
      : told(
          api.PUT("/api/unsaved/{place}", { params: { path: { place } }, body: { content: typed }, keepalive: ending }),
        );
  // A page that ends waits for nothing.
  const sending = ending ? now() : (sent.get(place) ?? Promise.resolve()).then(now, now);
  sent.set(place, sending);
  return sending;
}

/**
 * Has the server keep what somebody types, a moment after each key, and gives it back when they come again, whatever became
 * of the page.
 *
 * @param place where it is typed: small letters, digits and hyphens; null while nothing is kept
 * @param typed what stands there; null while it is as it was saved
 * @param restore takes what was kept
 */
export function useUnsaved<T>(place: string | null, typed: T | null, restore: (kept: T) => void): Unsaved {
  const [from, setFrom] = useState<string | null>(null);
  /** For which place the server was asked, and what it has there. */
  const [kept, setKept] = useState<{ place: string; content: string | null } | null>(null);
  const [tries, setTries] = useState(0);
  const now = typed === null ? null : JSON.stringify(typed);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const latest = useRef({ place, now, kept, restore, forgotten: null as string | null });
  useEffect(() => {
    latest.current = { ...latest.current, place, now, kept, restore };
  });

  useEffect(() => {
    if (place === null) {
      return;
    }
    let gone = false;
    const ask = () => told(api.GET("/api/unsaved/{place}", { params: { path: { place } } }));
    (sent.get(place) ?? Promise.resolve()).then(ask, ask).then(
      ({ content, typedAt }) => {
        if (gone) {
          return;
        }
        setKept({ place, content });
        if (content !== null && latest.current.now === null) {
          latest.current.restore(JSON.parse(content) as T);
          setFrom(typedAt);
        }
      },
      () => {
        // Whoever can't be asked keeps nothing either: the browser warns before it is lost.
      },
    );
    return () => {
      gone = true;
    };
  }, [place]);

  const known = kept !== null && kept.place === place;
  const waits = known && now !== kept.content;
  useEffect(() => {
    const length = (now ?? "").length;
    if (!waits || place === null || length > MOST || (now !== null && now === latest.current.forgotten)) {
      return;
    }
    timer.current = setTimeout(
      () =>
        void send(place, now).then(
          () => {
            setKept({ place, content: now });
            if (now === null) {
              setFrom(null);
            }
          },
          () => setTimeout(() => setTries((t) => t + 1), AGAIN_MILLIS),
        ),
      REST_MILLIS,
    );
    return () => clearTimeout(timer.current);
  }, [waits, place, now, tries]);

  useEffect(() => {
    const flush = (ending: boolean) => {
      const l = latest.current;
      const left = l.place !== null && l.kept?.place === l.place && l.now !== l.kept.content && l.now !== l.forgotten;
      if (left && (l.now ?? "").length < (ending ? MOST_AT_THE_END : MOST)) {
        void send(l.place!, l.now, ending).catch(() => {
          // Nobody is there any more who could be told.
        });
      }
    };
    const hide = () => flush(true);
    // Before whatever is pressed next: it may be the way out.
    const leave = () => flush(false);
    window.addEventListener("pagehide", hide);
    window.addEventListener("focusout", leave);
    return () => {
      window.removeEventListener("pagehide", hide);
      window.removeEventListener("focusout", leave);
      flush(false);
    };
  }, []);

  const forget = useCallback(() => {
    const l = latest.current;
    l.forgotten = l.now;
    clearTimeout(timer.current);
    setFrom(null);
    if (l.place !== null) {
      void send(l.place, null).catch(() => {
        // It comes back once more, and can be discarded then.
      });
    }
  }, []);
  return { from: now === null ? null : from, pending: now !== null && !(known && now === kept.content), forget };
}

/**
 * A text that is kept while it is typed.
 *
 * @param place where it is typed; null while nothing is kept
 */
export function useTyped(place: string | null): [string, (text: string) => void, Unsaved] {
  const [text, setText] = useState("");
  const unsaved = useUnsaved(place, text.trim() === "" ? null : text, setText);
  return [text, setText, unsaved];
}
