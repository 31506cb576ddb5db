import { database } from "@/server/database/database";
import { mostDocumentBytes } from "@/server/documents/file";
import { bytesOf } from "@/server/http/body";
import { queryOf } from "@/server/http/page-query";
import { route } from "@/server/http/route";
import { requireAt } from "@/server/people/access";
import { keepCertificate } from "@/server/people/certificates";

/** Somebody's certificate: its bytes are the body, its name stands in the address. */
export const POST = route<{ id: string }>(async ({ request, params, person, at }) => {
  const siteId = await requireAt(database(), person, "train", params.id);
  const { name = "certificate" } = queryOf(Object.fromEntries(new URL(request.url).searchParams));
  const bytes = await bytesOf(request, mostDocumentBytes);
  const whose = { personId: params.id, siteId, sentBy: person.id };
  return keepCertificate(database(), whose, name, bytes, at);
});
