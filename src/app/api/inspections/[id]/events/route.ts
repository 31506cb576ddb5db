import { database } from "@/server/database/database";
import { wholeText } from "@/server/http/body";
import { Problem } from "@/server/http/problem";
import { route } from "@/server/http/route";
import { refusalOf } from "@/server/inspections/access";
import { holdCarried } from "@/server/inspections/carried";
import { holdUnread, ingest } from "@/server/inspections/ingest";

/** More than any batch of ours: what is longer is kept as far as this and held. */
const mostBody = 8_000_000;

export const POST = route<{ id: string }>(async ({ request, params, person, at }) => {
  const refusal = await refusalOf(database(), params.id, person);
  const text = await wholeText(request);
  let body: unknown;
  try {
    if (text.length > mostBody) throw new SyntaxError("too long");
    body = JSON.parse(text);
  } catch {
    await holdUnread(database(), params.id, person.id, text, at);
    throw new Problem(
      400,
      "not-json",
      "expected a JSON body; what came is kept as it is, and holds the unit until somebody looks",
    );
  }
  if (refusal !== undefined) {
    const held = await holdCarried(database(), params.id, person.id, body, at);
    if (!held) throw refusal;
    throw new Problem(
      403,
      "carried",
      `what was found is kept and holds the unit until somebody looks; the rest waits here: ${refusal.detail}`,
    );
  }
  return ingest(database(), params.id, person.id, body, at);
});
