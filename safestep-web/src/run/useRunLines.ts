import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { api } from "../api/client";
import type { RunLine } from "../api/types";

const ASK_AGAIN_MILLIS = 200;

/**
 * What is said in a run, live. Every line is also the sign that the run's picture has changed. The browser connects again
 * by itself and tells the last line that it has.
 */
export function useRunLines(run: number, change: number): { lines: RunLine[]; connected: boolean } {
  const [lines, setLines] = useState<RunLine[]>([]);
  const [connected, setConnected] = useState(true);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const client = useQueryClient();

  useEffect(() => {
    let source: EventSource | null = null;
    let waiting: RunLine[] = [];
    let last = 0;
    let left = false;

    function flush() {
      timer.current = null;
      const fresh = waiting;
      waiting = [];
      setLines((old) => [...old, ...fresh]);
      void client.invalidateQueries({ queryKey: ["change", String(change), "runs"] });
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
        timer.current ??= setTimeout(flush, ASK_AGAIN_MILLIS);
      });
      source.addEventListener("ended", () => {
        source?.close();
        void client.invalidateQueries({ queryKey: ["change", String(change)] });
      });
    }

    // What was said so far comes at once; the stream goes on from there.
    api
      .get<RunLine[]>(`/api/runs/${run}/lines`)
      .then((said) => {
        if (!left) {
          said.forEach(take);
          flush();
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
      if (timer.current) {
        clearTimeout(timer.current);
        timer.current = null;
      }
      setLines([]);
    };
  }, [run, change, client]);

  return { lines, connected };
}
