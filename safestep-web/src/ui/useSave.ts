import { useMutation, type UseMutationOptions } from "@tanstack/react-query";
import { asProblem } from "../api/client";

/** Sends what stands in a form. What the server finds wrong is there by field; what it says of no field, beside them. */
export function useSave<R, V = void>(options: UseMutationOptions<R, Error, V>) {
  const sending = useMutation(options);
  const problem = sending.error ? asProblem(sending.error) : null;
  return {
    ...sending,
    problem,
    /** What is wrong with a field. */
    at: (field: string) => problem?.at(field)[0]?.message,
    /** What is said of no field. */
    refusal: problem && problem.errors.length === 0 ? problem : null,
  };
}
