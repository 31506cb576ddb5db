import { getTranslations } from "next-intl/server";
import { planInspection } from "@/core/plan/plan";
import { practiceOf } from "@/core/vocabulary/practice";
import { checkTitle, readingAsked, type T } from "@/screens/inspect/words";
import { changeWords } from "@/screens/plan/words";
import { day } from "@/screens/states";
import { setting } from "@/server/config";
import { database } from "@/server/database/database";
import { displayChoice } from "@/server/http/display";
import { Problem } from "@/server/http/problem";
import { route } from "@/server/http/route";
import { mayAt } from "@/server/people/session";
import { paperPdf } from "@/server/plans/paper";
import { unitToPrint } from "@/server/plans/unit-to-print";
import { pdfAnswer } from "@/server/print/answer";

export const GET = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const unit = await unitToPrint(database(), params.plate);
  if (unit === undefined || !mayAt(person, "see", unit.siteId))
    throw new Problem(
      404,
      "no-unit",
      "expected a unit of your site that has a machine sheet; find it under Units",
    );
  const { measures } = await displayChoice();
  const plan = planInspection({
    sheet: unit.sheet,
    scope: { kind: "full" },
    practice: practiceOf(unit.policy),
    minutes: unit.minutes,
  });
  const t = (await getTranslations()) as unknown as T;
  const origin = setting("ROOK_STEP_URL") ?? new URL(request.url).origin;
  const carry = plan.carry.map((thing) => t(`carry.${thing}`)).join(", ");
  const pdf = await paperPdf(
    plan,
    {
      plate: unit.plate,
      model: unit.model,
      serial: unit.serial,
      title: t("plan.scope.full"),
      made: t("plan.paper.made", { day: day(at.getTime(), unit.timeZone) }),
      minutes: t("plan.paper.minutes", { minutes: Math.round(plan.minutes) }),
      carry: `${carry === "" ? "" : `${t("inspect.carry", { things: carry })} `}${plan.needsAssistant ? t("inspect.assistant") : ""}`,
      code: t("plan.paper.code"),
      fields: ["date", "name", "card", "hours"].map((field) => t(`plan.paper.${field}`)),
      how: t("plan.paper.how"),
      wrong: t("plan.paper.wrong"),
      wrongFields: ["check", "what", "done"].map((field) => t(`plan.paper.${field}`)),
      outcomes: ["cleared", "notCleared", "tagged"].map((outcome) => t(`plan.paper.${outcome}`)),
      signed: t("plan.paper.signed"),
      authority: t("decide.authority"),
    },
    {
      stop: (stop) => t(`stop.${stop}`),
      check: (check) => checkTitle(t, check),
      reading: (check) => readingAsked(t, check, unit.sheet, measures),
      direction: (direction) => t(`direction.${direction}`),
      movement: (id) => t(`function.${id}`),
      change: (change) => changeWords(t, change),
    },
    `${origin}/units/${unit.plate}`,
  );
  return pdfAnswer(pdf, `${unit.plate}-walk`);
});
