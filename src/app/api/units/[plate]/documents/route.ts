import { keepDocument } from "@/server/clocks/documents";
import { database } from "@/server/database/database";
import { mostDocumentBytes } from "@/server/documents/file";
import { bytesOf } from "@/server/http/body";
import { queryOf } from "@/server/http/page-query";
import { route } from "@/server/http/route";
import { unitFor } from "@/server/units/by-plate";

/** A report or certificate: its bytes are the body, its name stands in the address. */
export const POST = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "maintain");
  const { name = "document" } = queryOf(Object.fromEntries(new URL(request.url).searchParams));
  const bytes = await bytesOf(request, mostDocumentBytes);
  return keepDocument(database(), unitId, person.id, name, bytes, at);
});
