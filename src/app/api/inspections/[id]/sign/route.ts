import { database } from "@/server/database/database";
import { signerOf } from "@/server/devices/keys";
import { inForm, jsonOf, openRoute } from "@/server/http/route";
import { inWhoseName } from "@/server/inspections/access";
import { signedSeal, signInspection, signSchema } from "@/server/inspections/sign";
import { whoIs } from "@/server/people/session";

export const POST = openRoute<{ id: string }>(async ({ request, params: { id }, at }) => {
  const db = database();
  const session = await whoIs(request.headers, at);
  const json = await jsonOf(request);
  const read = signSchema.safeParse(json);
  const by = read.success
    ? await signerOf(db, "seal", signedSeal(id, read.data), read.data.signed)
    : undefined;
  // Who it is first: what is wrong with it is nobody else's to know.
  const personId = await inWhoseName(db, id, by?.key, session);
  return signInspection(db, id, personId, { ...inForm(json, signSchema), signed: by?.signed }, at);
});
