import { revokeKey } from "@/server/api/keys";
import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { siteWith } from "@/server/people/session";

export const DELETE = route<{ id: string }>(async ({ params, person, at }) => {
  await revokeKey(database(), siteWith(person, "settings"), params.id, at);
});
