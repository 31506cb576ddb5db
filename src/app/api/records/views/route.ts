import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { keepView, viewSchema } from "@/server/records/views";

/** Keeps a search of records. */
export const POST = route(async ({ request, person, at }) =>
  keepView(database(), person.id, await bodyOf(request, viewSchema), at),
);
