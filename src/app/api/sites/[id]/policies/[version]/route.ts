import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { withdrawPolicy } from "@/server/sites/policy";

/** Takes back a policy that does not hold yet. */
export const DELETE = route<{ id: string; version: string }>(async ({ params, person, at }) => {
  requireRight(person, "settings", params.id);
  await withdrawPolicy(database(), params.id, params.version, person.id, at);
});
