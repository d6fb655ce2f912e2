import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { api, told } from "../api/client";
import type { Run, RunLine } from "../api/types";
import { withLines } from "./board";
import { keys } from "../api/keys";

/** Lines that come in one breath are shown together. */
const GATHER_MILLIS = 50;

/** Checks, times and what people did are asked for again at most so often. */
const ASK_AGAIN_MILLIS = 1_000;

/**
 * What is said in a run, live. Every line is also the sign that the run's picture has changed. The browser connects again
 * by itself and tells the last line that it has.
 */
export function useRunLines(run: number, change: number): { lines: RunLine[]; connected: boolean } {
  const [lines, setLines] = useState<RunLine[]>([]);
  const [connected, setConnected] = useState(true);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const asking = useRef<ReturnType<typeof setTimeout> | null>(null);
  const client = useQueryClient();

  useEffect(() => {
    const key = keys.runsOf(change);
    let source: EventSource | null = null;
    let waiting: RunLine[] = [];
    let last = 0;
    let left = false;

    function flush() {
      timer.current = null;
      const fresh = waiting;
      waiting = [];
      setLines((old) => [...old, ...fresh]);
      client.setQueryData<Run[]>(key, (runs) => runs?.map((r) => (r.id === run ? withLines(r, fresh) : r)));
      asking.current ??= setTimeout(() => {
        asking.current = null;
        void client.invalidateQueries({ queryKey: key });
      }, ASK_AGAIN_MILLIS);
    }

    function take(line: RunLine) {
      if (line.id > last) {
        last = line.id;
        waiting.push(line);
      }
    }

    function listen() {
      source = new EventSource(`/api/runs/${run}/events?after=${last}`);
      source.addEventListener("open", () => setConnected(true));
      source.addEventListener("error", () => setConnected(false));
      source.addEventListener("line", (event) => {
        take(JSON.parse((event as MessageEvent<string>).data) as RunLine);
        timer.current ??= setTimeout(flush, GATHER_MILLIS);
      });
      source.addEventListener("ended", () => {
        source?.close();
        void client.invalidateQueries({ queryKey: keys.change(change) });
      });
    }

    // What was said so far comes at once; the stream goes on from there.
    told(api.GET("/api/runs/{id}/lines", { params: { path: { id: run } } }))
      .then((said) => {
        if (!left) {
          // The picture that was loaded with the page is newer than these.
          said.forEach(take);
          waiting = [];
          setLines(said);
          listen();
        }
      })
      .catch(() => {
        setConnected(false);
        if (!left) {
          listen(); // tries again by itself
        }
      });
    return () => {
      left = true;
      source?.close();
      for (const waits of [timer, asking]) {
        if (waits.current) {
          clearTimeout(waits.current);
          waits.current = null;
        }
      }
      setLines([]);
    };
  }, [run, change, client]);

  return { lines, connected };
}
