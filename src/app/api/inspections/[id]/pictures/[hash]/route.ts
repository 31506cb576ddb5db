import { pictureLimits, pictureType } from "@/contract/picture";
import { signedHeader } from "@/contract/signed";
import { database } from "@/server/database/database";
import { signerOf } from "@/server/devices/keys";
import { bytesOf } from "@/server/http/body";
import { Problem } from "@/server/http/problem";
import { openRoute, route } from "@/server/http/route";
import { inWhoseName, requireAtSite, siteOfInspection } from "@/server/inspections/access";
import { whoIs } from "@/server/people/session";
import { takePicture, wholePicture } from "@/server/pictures/take";

interface Named {
  readonly id: string;
  readonly hash: string;
}

export const PUT = openRoute<Named>(async ({ request, params: { id, hash }, at }) => {
  const db = database();
  const session = await whoIs(request.headers, at);
  const signed = request.headers.get(signedHeader);
  const by = await signerOf(db, "picture", { inspectionId: id, hash }, signed);
  const personId = await inWhoseName(db, id, by?.key, session);
  const bytes = await bytesOf(request, pictureLimits.mostBytes);
  const said = new URL(request.url).searchParams;
  return takePicture(db, id, personId, { hash, from: said.get("from"), size: said.get("size") }, bytes, at);
});

export const GET = route<Named>(async ({ params: { id, hash }, person }) => {
  const db = database();
  requireAtSite(person, await siteOfInspection(db, id));
  const bytes = await wholePicture(db, id, hash);
  if (bytes === undefined)
    throw new Problem(404, "no-picture", `expected a picture that has come whole, got ${hash}`);
  return new Response(new Uint8Array(bytes), {
    headers: {
      "content-type": pictureType,
      "cache-control": "private, max-age=31536000, immutable",
      "x-content-type-options": "nosniff",
      "content-security-policy": "default-src 'none'",
    },
  });
});
