import { getTranslations } from "next-intl/server";
import { rescueLadder } from "@/core/survey/rescue-ladder";
import { ladderLines } from "@/screens/survey/talk";
import type { T } from "@/screens/survey/words";
import { unitSheetOf } from "@/server/clocks/sheet-of-unit";
import { setting } from "@/server/config";
import { database } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { route } from "@/server/http/route";
import { mayAt } from "@/server/people/session";
import { pdfAnswer } from "@/server/print/answer";
import { talkPdf } from "@/server/surveys/talk-pdf";

/** How somebody is brought down from this very unit, to print and keep in its box. */
export const GET = route<{ plate: string }>(async ({ request, params, person }) => {
  const plate = decodeURIComponent(params.plate);
  const unit = await unitSheetOf(database(), plate);
  if (unit === undefined || unit.sheet === null || !mayAt(person, "see", unit.siteId))
    throw new Problem(
      404,
      "no-unit",
      "expected a unit of your site that has a machine sheet; find it under Units",
    );
  const t = (await getTranslations()) as unknown as T;
  const origin = setting("ROOK_STEP_URL") ?? new URL(request.url).origin;
  const pdf = await talkPdf({
    plate,
    title: t("ladder.title"),
    parts: [
      {
        title: `${unit.sheet.maker} ${unit.sheet.model}`,
        lines: ladderLines({ t }, rescueLadder(unit.sheet)),
        boxed: false,
        numbered: true,
      },
    ],
    codeSays: plate,
    url: `${origin}/units/${encodeURIComponent(plate)}`,
    manual: t("talk.manual"),
  });
  return pdfAnswer(pdf, `${plate}-rescue`);
});
