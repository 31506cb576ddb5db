import { getTranslations } from "next-intl/server";
import { setting } from "@/server/config";
import { database } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { route } from "@/server/http/route";
import { mayAt } from "@/server/people/session";
import { pdfAnswer } from "@/server/print/answer";
import { platePdf } from "@/server/units/plate-pdf";

/** The label of a unit, with a code any tablet reads. */
export const GET = route<{ plate: string }>(async ({ request, params, person }) => {
  const unit = await database()
    .selectFrom("unit")
    .select(["plate", "siteId", "family", "serial"])
    .where("plate", "=", decodeURIComponent(params.plate))
    .executeTakeFirst();
  if (unit === undefined || !mayAt(person, "see", unit.siteId))
    throw new Problem(404, "no-unit", "expected a unit of your site; find it under Units");
  const t = await getTranslations();
  const origin = setting("ROOK_STEP_URL") ?? new URL(request.url).origin;
  const pdf = await platePdf({
    plate: unit.plate,
    lines: [t(`family.${unit.family}`), `${t("units.serial")} ${unit.serial}`, t("pool.labelHint")],
    url: `${origin}/units/${encodeURIComponent(unit.plate)}`,
  });
  return pdfAnswer(pdf, `${unit.plate}-plate`);
});
