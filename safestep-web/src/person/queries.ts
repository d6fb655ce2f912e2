import { useQuery } from "@tanstack/react-query";
import { api, told } from "../api/client";
import { keys } from "../api/keys";

export const useAccounts = () => useQuery({ queryKey: keys.accounts, queryFn: () => told(api.GET("/api/accounts")) });
