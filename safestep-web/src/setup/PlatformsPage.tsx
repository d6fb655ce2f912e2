import { useQuery } from "@tanstack/react-query";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { SettingsNav } from "../ui/SettingsNav";

/** Which platform profiles are in use, and which files could not be. */
export function PlatformsPage() {
  const platforms = useQuery({
    queryKey: keys.installation("platforms"),
    queryFn: () => told(api.GET("/api/installation/platforms")),
  });
  return (
    <>
      <SettingsNav />
      <div className="head">
        <h1>Platforms</h1>
        <span className="soft">What Safe Step knows of kinds of devices: how to log in, read, write and undo.</span>
      </div>
      {platforms.error && <ErrorBlock error={platforms.error} />}
      {!platforms.data && !platforms.error && <Loading />}
      {platforms.data?.refused.map((r) => (
        <Block key={r.file} tone="bad">
          <b className="mono">{r.file}</b> is not used:
          <ul className="mb-0">
            {r.problems.map((p) => (
              <li key={p}>{p}</li>
            ))}
          </ul>
        </Block>
      ))}
      {platforms.data && (
        <>
          <table className="table">
            <thead>
              <tr>
                <th>Profile</th>
                <th>Maker</th>
                <th>Taken from</th>
              </tr>
            </thead>
            <tbody>
              {platforms.data.loaded.map((p) => (
                <tr key={p.name}>
                  <td className="mono">{p.name}</td>
                  <td>{p.maker}</td>
                  <td>{p.file ? <span className="mono">{p.file}</span> : "ships with Safe Step"}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="soft">
            Profiles of your own are read at start from <span className="mono text-break">{platforms.data.folder}</span>
            ; one with the name of a shipped one takes its place.
          </p>
        </>
      )}
    </>
  );
}
