import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { joinInspection } from "@/server/inspections/join";

/** Joins an inspection that somebody else began. */
export const POST = route<{ id: string }>(({ params, person, at }) =>
  joinInspection(database(), params.id, person, at),
);
