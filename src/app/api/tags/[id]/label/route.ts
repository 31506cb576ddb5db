import { labelOf } from "@/app/tags/label";
import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { labelPrinter, printLabel } from "@/server/print/label-printer";
import { requireTagRight } from "@/server/tags/access";

/** Prints the label of a tag on the yard's label printer. */
export const POST = route<{ id: string }>(async ({ request, params, person }) => {
  await requireTagRight(database(), params.id, person, "see");
  const printer = labelPrinter();
  const { pdf } = await labelOf(request, params.id);
  await printLabel(printer, pdf);
});
