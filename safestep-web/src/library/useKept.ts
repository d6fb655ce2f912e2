import { type QueryKey, useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { useSave } from "../ui/useSave";

interface Kept {
  id: number;
  version: number;
  name: string;
}

interface Keeping<T extends Kept, R extends { name: string; version: number }> {
  /** Null for a new one. */
  kept: T | null;
  /** Of the list of all. */
  key: QueryKey;
  /** Where the list is shown; beneath it, each by its number. */
  page: string;
  add: (request: R) => Promise<T[]>;
  change: (id: number, request: R) => Promise<T[]>;
  remove: (id: number) => Promise<unknown>;
}

/** Keeping and removing something of the library that has a name; the list comes back with each answer. */
export function useKept<T extends Kept, R extends { name: string; version: number }>(keeping: Keeping<T, R>) {
  const { kept, key, page } = keeping;
  const client = useQueryClient();
  const navigate = useNavigate();
  const save = useSave({
    mutationFn: (wanted: Omit<R, "version">) => {
      const request = { ...wanted, version: kept?.version ?? 0 } as R;
      return kept ? keeping.change(kept.id, request) : keeping.add(request);
    },
    onSuccess: (all, request) => {
      client.setQueryData(key, all);
      const saved = all.find((one) => one.name === (request as { name: string }).name.trim());
      navigate(saved ? `${page}/${saved.id}` : page);
    },
  });
  const remove = useMutation({
    mutationFn: () => keeping.remove(kept!.id),
    onSuccess: () => {
      void client.invalidateQueries({ queryKey: key });
      navigate(page);
    },
  });
  return { save, remove };
}
