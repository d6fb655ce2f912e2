import { api, type Schemas, told } from "../api/client";

/** What people can do to a run; each tells how the run stands then. */
export const pressesOf = (id: number) => {
  const params = { path: { id } };
  const on = (device: string) => ({ path: { id, device } });
  return {
    pause: (after: Schemas["RunRequestsPausing"]["after"]) =>
      told(api.POST("/api/runs/{id}/pause", { params, body: { after } })),
    resume: (reason: string) => told(api.POST("/api/runs/{id}/resumption", { params, body: { reason } })),
    stop: () => told(api.POST("/api/runs/{id}/stop", { params })),
    lengthen: (body: Schemas["RunRequestsLengthening"]) =>
      told(api.POST("/api/runs/{id}/lengthening", { params, body })),
    wayBack: (whole: boolean) => told(api.POST("/api/runs/{id}/way-back", { params, body: { whole } })),
    accept: (reason: string) => told(api.POST("/api/runs/{id}/acceptance", { params, body: { reason } })),
    retry: (device: string) => told(api.POST("/api/runs/{id}/devices/{device}/retry", { params: on(device) })),
    skip: (device: string, reason: string) =>
      told(api.POST("/api/runs/{id}/devices/{device}/skip", { params: on(device), body: { reason } })),
    override: (device: string, reason: string) =>
      told(api.POST("/api/runs/{id}/devices/{device}/override", { params: on(device), body: { reason } })),
  };
};

export type Presses = ReturnType<typeof pressesOf>;
