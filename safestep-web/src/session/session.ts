import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { createContext, useContext, useEffect, useMemo } from "react";
import { api, told, type Schemas } from "../api/client";
import type { Person } from "../api/types";
import { setZone } from "../ui/time";
import { keys } from "../api/keys";
import { deviceSigns } from "./passkey";
import { useSave } from "../ui/useSave";

export function useSessionQuery() {
  const client = useQueryClient();
  useEffect(() => {
    const out = () => void client.invalidateQueries({ queryKey: keys.session });
    window.addEventListener("signed-out", out);
    return () => window.removeEventListener("signed-out", out);
  }, [client]);
  return useQuery({
    queryKey: keys.session,
    queryFn: async () => {
      const session = await told(api.GET("/api/session"));
      setZone(session.zone);
      return session;
    },
    staleTime: Infinity,
  });
}

export function useLogIn() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (credentials: { login: string; password: string }) => {
      const session = await told(api.POST("/api/session", { body: credentials }));
      // The new session has a new token; asking once brings it as a cookie.
      await told(api.GET("/api/session"));
      return session;
    },
    // Where a code is asked for as well, nobody is in yet.
    onSuccess: (session) => !session.needsCode && client.setQueryData(keys.session, session),
  });
}

/** The second step of a log-in: the code of a telephone, or a recovery code. */
export function useSecondStep() {
  const client = useQueryClient();
  return useSave({
    mutationFn: async (code: string) => {
      const session = await told(api.POST("/api/session/code", { body: { code } }));
      await told(api.GET("/api/session"));
      return session;
    },
    onSuccess: (session) => client.setQueryData(keys.session, session),
  });
}

/** Comes in with a passkey of a device. */
export function usePasskey() {
  const client = useQueryClient();
  return useSave({
    mutationFn: async () => {
      const { options } = await told(api.POST("/api/session/passkey"));
      const credential = await deviceSigns(options);
      await told(api.PUT("/api/session/passkey", { body: { credential } }));
      return told(api.GET("/api/session"));
    },
    onSuccess: (session) => client.setQueryData(keys.session, session),
  });
}

/**
 * Goes to an identity provider, and comes back to this page.
 *
 * @param token of a link with which they were invited; null for none
 */
export function useSignOn(token: string | null = null) {
  return useSave({
    mutationFn: (provider: string) =>
      told(api.POST("/api/session/sign-on", { body: { provider, back: window.location.pathname, token } })),
    onSuccess: ({ path }) => window.location.assign(path),
  });
}

/** Chooses a password with a link, and is in. */
export function useComeIn() {
  const client = useQueryClient();
  return useSave({
    mutationFn: (coming: Schemas["WelcomeComingRequest"]) => told(api.POST("/api/welcome", { body: coming })),
    onSuccess: async () => {
      client.setQueryData(keys.session, await told(api.GET("/api/session")));
    },
  });
}

export function useLogOut() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => told(api.DELETE("/api/session")),
    onSuccess: () => {
      client.clear();
      window.location.assign("/");
    },
  });
}

export const PersonContext = createContext<Person | null>(null);

/** The person who is logged in. */
export function usePerson(): Person {
  const person = useContext(PersonContext);
  if (!person) {
    throw new Error("Nobody is logged in here.");
  }
  return person;
}

export function useMay(right: string): boolean {
  return usePerson().rights.includes(right);
}

/** For what holds for all devices: the right alone is not enough. */
export function useMayEverywhere(right: string): boolean {
  const person = usePerson();
  return person.networkWide && person.rights.includes(right);
}

/** Tells of a device whether the person who is logged in may act on it; while that is not known, that they may. */
export function useActsOn(): (device: string) => boolean {
  const person = usePerson();
  const own = useQuery({
    queryKey: keys.ownDevices,
    queryFn: () => told(api.GET("/api/own/devices")),
    enabled: person.scope !== null,
  });
  const acts = own.data?.acts;
  return useMemo(() => {
    const theirs = acts ? new Set(acts) : null;
    return (device) => theirs === null || theirs.has(device);
  }, [acts]);
}

/** Whether the person who is logged in may act on all devices of what is shown. */
export const WholeContext = createContext(true);

/** For what goes as a whole: the right, on all devices of what is shown. */
export function useMayOnWhole(right: string): boolean {
  const may = useMay(right);
  return useContext(WholeContext) && may;
}

/** The right, on this device. */
export function useMayOn(right: string, device: string): boolean {
  const acts = useActsOn();
  return useMay(right) && acts(device);
}
