import { documentOf } from "@/server/clocks/documents";
import { database } from "@/server/database/database";
import { fileAnswer } from "@/server/documents/file";
import { route } from "@/server/http/route";
import { unitFor } from "@/server/units/by-plate";

export const GET = route<{ plate: string; id: string }>(async ({ params, person }) => {
  const unitId = await unitFor(database(), params.plate, person, "see");
  return fileAnswer(await documentOf(database(), unitId, params.id));
});
