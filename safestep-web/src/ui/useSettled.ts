import { useEffect, useRef, useState } from "react";

const REST_MILLIS = 250;

/**
 * What is being typed, a moment after the last key, so that not every letter asks the server.
 *
 * @param about what it is about: when that changes, the value is taken at once
 */
export function useSettled<T>(value: T, about = ""): T {
  const [settled, setSettled] = useState({ value, about });
  const written = JSON.stringify(value);
  const latest = useRef(value);
  useEffect(() => {
    latest.current = value;
  });
  useEffect(() => {
    const timer = setTimeout(() => setSettled({ value: latest.current, about }), REST_MILLIS);
    return () => clearTimeout(timer);
  }, [written, about]);
  return settled.about === about ? settled.value : value;
}
