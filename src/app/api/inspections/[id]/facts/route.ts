import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { askingIn, factsFor } from "@/server/inspections/news";

export const GET = route<{ id: string }>(({ request, params, person, at }) =>
  factsFor(database(), params.id, person, askingIn(new URL(request.url).searchParams), at),
);
