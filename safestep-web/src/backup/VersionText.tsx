import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import Button from "react-bootstrap/Button";
import { api, told } from "../api/client";
import type { Backup } from "../api/types";
import { download } from "../ui/csv";
import { ErrorBlock, Loading } from "../ui/Messages";
import { keys } from "../api/keys";
import { kinds } from "../ui/words";

/** A version as text. */
export function VersionText({ device, version, line }: { device: string; version: Backup; line: number }) {
  const text = useQuery({
    queryKey: keys.backupText(device, version.id),
    queryFn: () =>
      told(
        api.GET("/api/devices/{name}/backups/{id}", {
          params: { path: { name: device, id: version.id } },
          parseAs: "text",
        }),
      ),
    staleTime: Infinity,
  });
  const mark = useRef<HTMLElement>(null);
  useEffect(() => {
    void mark.current?.scrollIntoView({ block: "center" });
  }, [text.data]);
  if (text.error) {
    return <ErrorBlock error={text.error} />;
  }
  if (!text.data) {
    return <Loading />;
  }
  return (
    <>
      <pre className="version-text" tabIndex={0} aria-label={`Version ${version.id}, secrets masked`}>
        {text.data.split("\n").map((l, i) =>
          i + 1 === line ? (
            <mark key={i} ref={mark}>
              {l + "\n"}
            </mark>
          ) : (
            l + "\n"
          ),
        )}
      </pre>
      <p className="soft small">
        Secrets are masked. SHA-256 of what is stored: <span className="mono">{version.hash}</span>{" "}
        <Button
          variant="link"
          onClick={() =>
            download(`${device}-${version.file ?? kinds[version.kind]}-${version.id}.txt`, text.data, "text/plain")
          }
        >
          Download
        </Button>
      </p>
    </>
  );
}
