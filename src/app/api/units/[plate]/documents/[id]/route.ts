import { documentOf } from "@/server/clocks/documents";
import { database } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { route } from "@/server/http/route";
import { unitFor } from "@/server/units/by-plate";

export const GET = route<{ plate: string; id: string }>(async ({ params, person }) => {
  const unitId = await unitFor(database(), params.plate, person, "see");
  const document = await documentOf(database(), unitId, params.id);
  if (document === undefined) throw new Problem(404, "no-document", "expected a document of this unit");
  return new Response(new Uint8Array(document.bytes), {
    headers: {
      "content-type": document.kind,
      // A report from outside is opened beside this app, not in it.
      "content-disposition": `attachment; filename*=UTF-8''${encodeURIComponent(document.name)}`,
      "cache-control": "private, max-age=31536000, immutable",
      "x-content-type-options": "nosniff",
      "content-security-policy": "default-src 'none'",
    },
  });
});
