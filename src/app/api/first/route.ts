import { database } from "@/server/database/database";
import { beginYard, firstSchema } from "@/server/first/first";
import { bodyOf, openRoute } from "@/server/http/route";

/** The first site and its first two people, into an empty yard. */
export const POST = openRoute(async ({ request, at }) => {
  await beginYard(database(), await bodyOf(request, firstSchema, 20_000), at);
});
