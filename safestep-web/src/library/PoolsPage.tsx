import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { api } from "../api/client";
import type { Pool } from "../api/types";
import { useMay } from "../session/session";
import { ErrorBlock, Loading } from "../ui/Messages";
import { LibraryNav } from "./LibraryNav";
import { PoolForm } from "./PoolForm";
import { PoolUses } from "./PoolUses";
import { usePools } from "./queries";
import { poolKinds } from "./variables";

export function PoolsPage() {
  const { id } = useParams();
  const may = useMay("WRITE_LIBRARY");
  const pools = usePools();
  const shown = useQuery({
    queryKey: ["pools", id],
    queryFn: () => api.get<Pool>(`/api/pools/${id}`),
    enabled: !!id && id !== "new",
  });
  return (
    <>
      <LibraryNav />
      <div className="head">
        <h1>Pools</h1>
        <span className="soft">Values of which the next free one is given, and none twice.</span>
        <div className="actions">
          {may && (
            <Link to="/library/pools/new" className="btn btn-primary">
              Make a pool
            </Link>
          )}
        </div>
      </div>
      {pools.error && <ErrorBlock error={pools.error} />}
      {!pools.data && !pools.error && <Loading />}
      {pools.data && (
        <div className="cols">
          <section>
            {pools.data.length === 0 && (
              <p className="empty">
                There is no pool yet. A pool of addresses, prefixes, VLANs or numbers gives the next free one to a
                change.
              </p>
            )}
            {pools.data.map((p) => (
              <div key={p.id} className={`item${String(p.id) === id ? " chosen" : ""}`}>
                <div>
                  <Link to={`/library/pools/${p.id}`}>{p.name}</Link>
                  <div className="soft">
                    {poolKinds[p.kind]} · <span className="mono">{p.ranges.join(", ")}</span>
                  </div>
                </div>
                <span className={p.free === 0 ? "when warn-text" : "when"}>
                  {p.free.toLocaleString("en")} of {p.size.toLocaleString("en")} free
                </span>
              </div>
            ))}
          </section>
          <section>
            {id === "new" && <PoolForm key="new" pool={null} />}
            {shown.error && <ErrorBlock error={shown.error} />}
            {shown.data && id !== "new" && (
              <>
                <PoolForm key={shown.data.id} pool={shown.data} />
                <PoolUses pool={shown.data} />
              </>
            )}
            {!id && pools.data.length > 0 && (
              <p className="empty">Choose a pool to see what is held and what is free.</p>
            )}
          </section>
        </div>
      )}
    </>
  );
}
