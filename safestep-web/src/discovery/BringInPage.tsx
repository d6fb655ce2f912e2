import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import { InventoryNav } from "../ui/InventoryNav";
import { ErrorBlock, Loading } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { foundInWords, progressInWords, searchTitle } from "./searches";
import { SearchForms } from "./SearchForms";

/** Where devices are brought in: by searching a range, by walking along links, or from a sheet. */
export function BringInPage() {
  return (
    <>
      <InventoryNav />
      <div className="head">
        <h1>Bring devices in</h1>
        <span className="soft">
          Nothing is written to any device. What is found is added only when you say so, and starts in stance observe.
        </span>
      </div>
      <div className="cols">
        <section className="form-col">
          <SearchForms />
        </section>
        <section>
          <Past />
        </section>
      </div>
    </>
  );
}

function Past() {
  const searches = useQuery({
    queryKey: keys.searches,
    queryFn: () => told(api.GET("/api/searches")),
    refetchInterval: 5_000,
  });
  return (
    <>
      <h2>Searches so far</h2>
      {searches.error && <ErrorBlock error={searches.error} />}
      {!searches.data && !searches.error && <Loading />}
      {searches.data?.length === 0 && <p className="empty">Nobody has searched yet.</p>}
      {searches.data?.map((s) => (
        <div key={s.id} className="item">
          <div>
            <Link to={`/searches/${s.id}`}>{searchTitle(s)}</Link>
            <div>{foundInWords(s)}</div>
            <div className="soft">{progressInWords(s)}</div>
          </div>
          <span className="when">
            {dayAndTime(s.startedAt)}
            <br />
            {s.startedBy}
          </span>
        </div>
      ))}
    </>
  );
}
