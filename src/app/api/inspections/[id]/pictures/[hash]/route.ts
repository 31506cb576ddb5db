import { pictureLimits, pictureType } from "@/contract/picture";
import { database } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { route } from "@/server/http/route";
import { requireAtSite, requireOwnInspection, siteOfInspection } from "@/server/inspections/access";
import { takePicture, wholePicture } from "@/server/pictures/take";

interface Named {
  readonly id: string;
  readonly hash: string;
}

export const PUT = route<Named>(async ({ request, params: { id, hash }, person, at }) => {
  const db = database();
  await requireOwnInspection(db, id, person);
  const bytes = Buffer.from(await request.arrayBuffer());
  if (bytes.length > pictureLimits.mostBytes)
    throw new Problem(
      413,
      "bad-picture",
      `expected at most ${pictureLimits.mostBytes} bytes, got ${bytes.length}`,
    );
  const said = new URL(request.url).searchParams;
  return takePicture(db, id, person.id, { hash, from: said.get("from"), size: said.get("size") }, bytes, at);
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
