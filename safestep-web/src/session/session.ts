import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { createContext, useContext, useEffect } from "react";
import { api, told, type Schemas } from "../api/client";
import type { Person } from "../api/types";
import { setZone } from "../ui/time";
import { keys } from "../api/keys";
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
    onSuccess: (session) => client.setQueryData(keys.session, session),
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
