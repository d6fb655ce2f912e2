import { useQuery } from "@tanstack/react-query";
import { api, told } from "../api/client";
import { keys } from "../api/keys";

export const useAccounts = () => useQuery({ queryKey: keys.accounts, queryFn: () => told(api.GET("/api/accounts")) });

/** What somebody has begun and not brought to its end. */
export const useOpenWork = (login: string) =>
  useQuery({
    queryKey: keys.openWork(login),
    queryFn: () => told(api.GET("/api/accounts/{login}/open-work", { params: { path: { login } } })),
  });
