import { database } from "@/server/database/database";
import { quarantine } from "@/server/devices/quarantine";
import { signedBatch } from "@/server/devices/signed-events";
import { wholeText } from "@/server/http/body";
import { Problem } from "@/server/http/problem";
import { openRoute } from "@/server/http/route";
import { refusalOf, revoked } from "@/server/inspections/access";
import { holdCarried } from "@/server/inspections/carried";
import { holdUnread, ingest } from "@/server/inspections/ingest";
import { notSignedIn, personById, whoIs } from "@/server/people/session";

/** More than any batch of ours: what is longer is kept as far as this and held. */
const mostBody = 8_000_000;
/** A hundred signed events are a tenth of it: nobody without a name has the server read more. */
const mostOfStranger = 1_000_000;

/**
 * Events are whose key has signed them, whoever brings them, or nobody; unsigned ones are of whoever is signed in. What a
 * revoked device sends waits for a person, and what it found holds all the same.
 */
export const POST = openRoute<{ id: string }>(async ({ request, params: { id }, at }) => {
  const db = database();
  const session = await whoIs(request.headers, at);
  const { text, more } = await wholeText(request, session === undefined ? mostOfStranger : mostBody);
  const body = more ? undefined : readable(text);
  if (body === undefined) {
    if (session === undefined) throw notSignedIn();
    await holdUnread(db, id, session.id, text, at);
    throw new Problem(
      400,
      "not-json",
      "expected a JSON body; what came is kept as it is, and holds the unit until somebody looks",
    );
  }
  const { byId, signer, revoked: device } = await signedBatch(db, body);
  const senderId = signer ?? session?.id;
  if (senderId === undefined) throw notSignedIn();
  if (device !== undefined) {
    await holdCarried(db, id, senderId, body, at);
    await quarantine(db, id, device, body, at);
    throw revoked();
  }
  const person = senderId === session?.id ? session : await personById(db, senderId);
  const refusal = person === undefined ? notSignedIn() : await refusalOf(db, id, person, body);
  if (refusal !== undefined) {
    const held = await holdCarried(db, id, senderId, body, at);
    if (!held) throw refusal;
    throw new Problem(
      403,
      "carried",
      `what was found is kept and holds the unit until somebody looks; the rest waits here: ${refusal.detail}`,
    );
  }
  // Whoever is at the walk reads on in a session of theirs, or is asked for one.
  return { ...(await ingest(db, id, senderId, body, at, byId)), signedIn: session?.id === senderId };
});

function readable(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}
