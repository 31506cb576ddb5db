import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { walkAnswer } from "@/server/inspections/walk-data";

export const GET = route<{ id: string }>(({ params, person, at }) =>
  walkAnswer(database(), params.id, person, at),
);
