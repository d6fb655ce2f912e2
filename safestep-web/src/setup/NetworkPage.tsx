import { useQuery } from "@tanstack/react-query";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import { ErrorBlock, Loading } from "../ui/Messages";
import { SettingsNav } from "../ui/SettingsNav";
import { NetworkForm } from "./NetworkForm";

/** What the network is called, in which time zone people read times, and what files say. */
export function NetworkPage() {
  const network = useQuery({
    queryKey: keys.network,
    queryFn: () => told(api.GET("/api/installation/network")),
  });
  return (
    <>
      <SettingsNav />
      <div className="head">
        <h1>Network</h1>
        <span className="soft">What it is called, and in which time zone people read times.</span>
      </div>
      {network.error && <ErrorBlock error={network.error} />}
      {!network.data && !network.error && <Loading />}
      <div className="cols">
        <section>{network.data && <NetworkForm network={network.data} />}</section>
        <section>
          <Files />
        </section>
      </div>
    </>
  );
}

/** What the environment says in which Safe Step is started. */
function Files() {
  const files = useQuery({
    queryKey: keys.installation("files"),
    queryFn: () => told(api.GET("/api/installation/files")),
    retry: false,
  });
  return (
    <>
      <h2>Said where Safe Step is started</h2>
      <p className="soft">
        By variables of the environment. They are shown here and changed there; a start takes them.
      </p>
      {files.error && <ErrorBlock error={files.error} />}
      {!files.data && !files.error && <Loading />}
      {files.data && (
        <table className="table">
          <thead>
            <tr>
              <th>What</th>
              <th>Value</th>
            </tr>
          </thead>
          <tbody>
            {files.data.map((f) => (
              <tr key={f.variable}>
                <td>
                  {f.title}
                  <div className="mono soft">{f.variable}</div>
                </td>
                <td className="mono text-break">{f.value || <span className="soft">nothing</span>}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}
