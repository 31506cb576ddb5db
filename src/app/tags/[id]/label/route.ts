import { labelOf } from "@/app/tags/label";
import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { pdfAnswer } from "@/server/print/answer";
import { requireTagRight } from "@/server/tags/access";

/** The label of a tag, to look at or print. */
export const GET = route<{ id: string }>(async ({ request, params, person }) => {
  await requireTagRight(database(), params.id, person, "see");
  const { pdf, name } = await labelOf(request, params.id);
  return pdfAnswer(pdf, name);
});
