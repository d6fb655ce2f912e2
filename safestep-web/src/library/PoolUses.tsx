import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link } from "react-router";
import { api, told } from "../api/client";
import type { Pool, PoolUse } from "../api/types";
import { useMayEverywhere } from "../session/session";
import { csv, download } from "../ui/csv";
import { ErrorBlock } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { count } from "../ui/words";
import { useMoved } from "../api/keys";

const MOST_SHOWN = 300;

/** Everything of a pool that is not free: held by changes, or found in the network. */
export function PoolUses({ pool }: { pool: Pool }) {
  const [filter, setFilter] = useState("");
  const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
  const found = pool.uses.filter((u) => words.every((w) => textOf(u).toLowerCase().includes(w)));
  return (
    <section className="mt-4" aria-label="Not free">
      <h3>
        {count(pool.uses.length, "value")} not free
        {pool.next ? (
          <>
            , next free <span className="mono">{pool.next}</span>
          </>
        ) : (
          <span className="warn-text">, none is left</span>
        )}
      </h3>
      {pool.uses.length === 0 ? (
        <p className="empty">No change holds one, and none is found in the network.</p>
      ) : (
        <>
          <div className="ways">
            <Form.Control
              type="search"
              size="sm"
              value={filter}
              placeholder="Filter"
              aria-label="Filter values that are not free"
              onChange={(e) => setFilter(e.target.value)}
            />
            <Button
              size="sm"
              variant="outline-primary"
              onClick={() =>
                download(
                  `pool-${pool.name.replace(/\W+/g, "-")}.csv`,
                  csv(
                    ["Value", "Change", "For", "Devices"],
                    pool.uses.map((u) => [
                      u.value,
                      u.change ? `CR-${u.change}` : "",
                      u.place ?? "",
                      u.devices.join(" "),
                    ]),
                  ),
                )
              }
            >
              Save as CSV
            </Button>
          </div>
          <table className="table pool-uses">
            <thead>
              <tr>
                <th>Value</th>
                <th>Held by</th>
                <th>Written at</th>
                <th>
                  <span className="visually-hidden">What can be done</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {found.slice(0, MOST_SHOWN).map((u) => (
                <Row key={u.value} pool={pool} use={u} />
              ))}
            </tbody>
          </table>
          {found.length > MOST_SHOWN && <p className="soft">{found.length - MOST_SHOWN} more: filter to find them.</p>}
          {found.length === 0 && <p className="empty">Nothing fits “{filter}”.</p>}
        </>
      )}
    </section>
  );
}

const textOf = (u: PoolUse) => `${u.value} ${u.change ? `CR-${u.change}` : ""} ${u.place ?? ""} ${u.devices.join(" ")}`;

/** A device, or a change that would write it. */
const pathOf = (by: string) => (by.startsWith("CR-") ? `/changes/${by.slice(3)}` : `/devices/${by}`);

function Row({ pool, use }: { pool: Pool; use: PoolUse }) {
  const may = useMayEverywhere("WRITE_LIBRARY");
  const moved = useMoved();
  const [reason, setReason] = useState<string | null>(null);
  const release = useMutation({
    mutationFn: () =>
      told(
        api.POST("/api/pools/{id}/releases", {
          params: { path: { id: pool.id } },
          body: { allocation: use.allocation!, reason: reason ?? "" },
        }),
      ),
    onSuccess: () => moved.pools(),
  });
  return (
    <>
      <tr>
        <td className="mono">{use.value}</td>
        <td>
          {use.change ? (
            <>
              <Link to={`/changes/${use.change}`}>CR-{use.change}</Link> for {use.place}
              <div className="soft">
                {use.person}, {use.givenAt && dayAndTime(use.givenAt)}
              </div>
            </>
          ) : (
            <span className="soft">no change</span>
          )}
        </td>
        <td className="mono">
          {use.devices.slice(0, 3).map((d) => (
            <Link key={d} to={pathOf(d)} className="me-2">
              {d}
            </Link>
          ))}
          {use.devices.length > 3 && <span className="soft">and {use.devices.length - 3} more</span>}
          {use.devices.length === 0 && <span className="soft">nowhere yet</span>}
        </td>
        <td>
          {may && use.allocation && reason === null && (
            <Button size="sm" variant="link" aria-label={`Free ${use.value}`} onClick={() => setReason("")}>
              Free it
            </Button>
          )}
        </td>
      </tr>
      {reason !== null && (
        <tr>
          <td colSpan={4}>
            <form
              className="ways"
              onSubmit={(e) => {
                e.preventDefault();
                release.mutate();
              }}
            >
              <Form.Control
                size="sm"
                autoFocus
                maxLength={400}
                value={reason}
                placeholder={`Why ${use.value} is no longer needed`}
                aria-label={`Why ${use.value} is no longer needed`}
                onChange={(e) => setReason(e.target.value)}
              />
              <Button size="sm" type="submit" disabled={!reason.trim() || release.isPending}>
                Free {use.value}
              </Button>
              <Button size="sm" variant="link" onClick={() => setReason(null)}>
                Keep it
              </Button>
            </form>
            {release.error && <ErrorBlock error={release.error} />}
          </td>
        </tr>
      )}
    </>
  );
}
