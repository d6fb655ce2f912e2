import { useQuery } from "@tanstack/react-query";
import { api, told } from "../api/client";
import { useMayEverywhere } from "../session/session";
import { ErrorBlock, Loading } from "../ui/Messages";
import { LibraryNav } from "./LibraryNav";
import { PoolForm } from "./PoolForm";
import { PoolUses } from "./PoolUses";
import { usePools } from "./queries";
import { poolKinds } from "./variables";
import { keys } from "../api/keys";
import { Beside } from "../ui/Beside";

export function PoolsPage() {
  const may = useMayEverywhere("WRITE_LIBRARY");
  return (
    <>
      <LibraryNav />
      <Beside
        title="Pools"
        sentence="Values of which the next free one is given, and none twice."
        path="/library/pools"
        list={usePools()}
        add={may ? "Make a pool" : null}
        none="There is no pool yet. A pool of addresses, prefixes, VLANs or numbers gives the next free one to a change."
        choose="Choose a pool to see what is held and what is free."
        gone="There is no such pool any more."
        facts={(p) => (
          <div className="soft">
            {poolKinds[p.kind]} · <span className="mono">{p.ranges.join(", ")}</span>
          </div>
        )}
        aside={(p) => (
          <span className={p.free === 0 ? "warn-text" : ""}>
            {p.free.toLocaleString("en")} of {p.size.toLocaleString("en")} free
          </span>
        )}
        blank={<PoolForm pool={null} />}
        form={(p) => <ChosenPool id={p.id} />}
      />
    </>
  );
}

/** With everything that is held, which the list does not say. */
function ChosenPool({ id }: { id: number }) {
  const pool = useQuery({
    queryKey: keys.pool(String(id)),
    queryFn: () => told(api.GET("/api/pools/{id}", { params: { path: { id } } })),
  });
  if (!pool.data) {
    return pool.error ? <ErrorBlock error={pool.error} /> : <Loading />;
  }
  return (
    <>
      <PoolForm pool={pool.data} />
      <PoolUses pool={pool.data} />
    </>
  );
}
