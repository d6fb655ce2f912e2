import { api, type Schemas, told } from "../api/client";

/** Devices as a file; without any, the head of an empty sheet. */
export const sheetOf = async (devices: string[], format: Schemas["SheetSheetRequest"]["format"]): Promise<Blob> =>
  await told(api.POST("/api/devices/sheet", { body: { devices, format }, parseAs: "blob" }));
