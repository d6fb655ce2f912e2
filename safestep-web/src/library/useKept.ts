import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { api } from "../api/client";

interface Kept {
  id: number;
  version: number;
  name: string;
}

/** Keeping and removing something of the library that has a name; the list comes back with each answer. */
export function useKept<T extends Kept>(path: string, key: string, page: string, kept: T | null) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const save = useMutation({
    mutationFn: (request: { name: string; [field: string]: unknown }) =>
      kept
        ? api.put<T[]>(`${path}/${kept.id}`, { ...request, version: kept.version })
        : api.post<T[]>(path, { ...request, version: 0 }),
    onSuccess: (all, request) => {
      client.setQueryData([key], all);
      const saved = all.find((one) => one.name === request.name.trim());
      navigate(saved ? `${page}/${saved.id}` : page);
    },
  });
  const remove = useMutation({
    mutationFn: () => api.delete(`${path}/${kept!.id}`),
    onSuccess: () => {
      void client.invalidateQueries({ queryKey: [key] });
      navigate(page);
    },
  });
  return { save, remove };
}
