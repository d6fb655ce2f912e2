import { useQuery } from "@tanstack/react-query";
import { type KeyboardEvent, useEffect, useRef, useState } from "react";
import Form from "react-bootstrap/Form";
import { Link, useNavigate } from "react-router";
import { api, told } from "../api/client";
import type { Found } from "../api/types";
import { keys } from "../api/keys";

interface Hit {
  to: string;
  group: string;
  text: string;
}

function hits(found: Found, asked: string): Hit[] {
  return [
    ...found.devices.map((d) => ({ to: `/devices/${d.name}`, group: "Devices", text: `${d.name}  ${d.address}` })),
    ...found.changes.map((c) => ({ to: `/changes/${c.number}`, group: "Changes", text: `${c.subject}  ${c.title}` })),
    ...found.lines.map((l) => ({
      to: `/devices/${l.device}/backups?backup=${l.backupId}&line=${l.number}`,
      group: "Lines in configurations",
      text: `${l.device} ${l.number}: ${l.line}`,
    })),
    ...(found.lines.length > 0
      ? [
          {
            to: `/backups/lines?q=${encodeURIComponent(asked)}`,
            group: "Lines in configurations",
            text: `All lines with “${asked}”`,
          },
        ]
      : []),
  ];
}

/** One search for everything; "/" goes to it from anywhere. */
export function SearchBox() {
  const [words, setWords] = useState("");
  const [open, setOpen] = useState(false);
  const [picked, setPicked] = useState(0);
  const input = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const asked = words.trim();
  const search = useQuery({
    queryKey: keys.found(asked),
    queryFn: () => told(api.GET("/api/search", { params: { query: { q: asked } } })),
    enabled: asked.length >= 2,
    placeholderData: (old) => old,
  });
  const list = asked.length >= 2 && search.data ? hits(search.data, asked) : [];

  useEffect(() => {
    const onKey = (e: globalThis.KeyboardEvent) => {
      const typing = e.target instanceof HTMLElement && e.target.matches("input, textarea, select");
      if (e.key === "/" && !typing) {
        e.preventDefault();
        input.current?.focus();
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);

  function go(hit: Hit) {
    setOpen(false);
    setWords("");
    input.current?.blur();
    navigate(hit.to);
  }

  function onKey(e: KeyboardEvent) {
    if (e.key === "Escape") {
      setOpen(false);
    } else if (e.key === "ArrowDown" || e.key === "ArrowUp") {
      e.preventDefault();
      setPicked((picked + (e.key === "ArrowDown" ? 1 : list.length - 1)) % Math.max(1, list.length));
    } else if (e.key === "Enter" && list[picked]) {
      go(list[picked]);
    }
  }

  return (
    <div className="find" role="search">
      <Form.Control
        ref={input}
        value={words}
        placeholder="Find a device, a change, an address, a line…"
        aria-label="Find a device, a change, an address, a line"
        onFocus={() => setOpen(true)}
        onBlur={() => setTimeout(() => setOpen(false), 150)}
        onChange={(e) => {
          setWords(e.target.value);
          setPicked(0);
          setOpen(true);
        }}
        onKeyDown={onKey}
      />
      {!words && <kbd aria-hidden="true">/</kbd>}
      {open && asked.length >= 2 && (
        <div className="found">
          {search.error && <p>The search failed. Try again.</p>}
          {search.data && list.length === 0 && <p>Nothing found for “{asked}”.</p>}
          {list.map((hit, i) => (
            <div key={hit.to + hit.text}>
              {list[i - 1]?.group !== hit.group && <h3>{hit.group}</h3>}
              <Link to={hit.to} aria-selected={i === picked} className="mono" onMouseDown={() => go(hit)}>
                {hit.text}
              </Link>
            </div>
          ))}
        </div>
      )}
    </div>
  );
}
