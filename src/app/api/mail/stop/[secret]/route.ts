import { database } from "@/server/database/database";
import { bodyOf, openRoute } from "@/server/http/route";
import { stopByLink, stopSchema } from "@/server/mail/choice";

/** Stops one kind by the link of a mail: whoever has the mail has the link. */
export const POST = openRoute<{ secret: string }>(async ({ request, params }) => {
  const { kind } = await bodyOf(request, stopSchema);
  await stopByLink(database(), params.secret, kind);
});
