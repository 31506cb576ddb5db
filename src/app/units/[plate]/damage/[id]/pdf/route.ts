import { getTranslations } from "next-intl/server";
import type { SeenMark } from "@/contract/damage";
import { partWords, type T, titleOfKey } from "@/screens/inspect/words";
import { dayAndClock } from "@/screens/states";
import { setting } from "@/server/config";
import { database } from "@/server/database/database";
import { displayChoice } from "@/server/http/display";
import { Problem } from "@/server/http/problem";
import { route } from "@/server/http/route";
import { isUuid } from "@/server/http/uuid";
import { pdfAnswer } from "@/server/print/answer";
import { zoneOf } from "@/server/sites/zone";
import { unitFor } from "@/server/units/by-plate";
import { damagePage } from "@/server/workshop/damage";
import { damagePdf, type PrintedSide } from "@/server/workshop/damage-pdf";

/** A sealed page of damage as PDF. */
export const GET = route<{ plate: string; id: string }>(async ({ request, params, person }) => {
  const db = database();
  const plate = decodeURIComponent(params.plate);
  const unitId = await unitFor(db, params.plate, person, "see");
  const page = isUuid(params.id) ? await damagePage(db, unitId, params.id) : undefined;
  if (page === undefined)
    throw new Problem(404, "no-record", "expected a page of damage that was sealed of this unit");
  const t = (await getTranslations()) as unknown as T;
  const { siteId } = await db
    .selectFrom("unit")
    .select("siteId")
    .where("id", "=", unitId)
    .executeTakeFirstOrThrow();
  const zone = await zoneOf(db, siteId);
  const { measures } = await displayChoice();
  const { damage } = page;
  const when = (ms: number) => dayAndClock(ms, zone);
  const bytesOf = async ({ inspectionId, shown }: SeenMark) =>
    (
      await Promise.all(
        shown
          .filter(({ is }) => is === "whole")
          .map(({ hash }) =>
            db
              .selectFrom("picture")
              .select("bytes")
              .where("inspectionId", "=", inspectionId)
              .where("hash", "=", hash)
              .executeTakeFirst(),
          ),
      )
    ).flatMap((row) => (row === undefined ? [] : [row.bytes]));
  const side = async (title: string, mark: SeenMark | undefined): Promise<PrintedSide> => ({
    title,
    lines:
      mark === undefined
        ? [t("damage.notSeen")]
        : [...(mark.note === undefined ? [] : [`“${mark.note}”`]), partWords(t, mark, measures)].filter(
            (line) => line !== "",
          ),
    pictures: mark === undefined ? [] : await bytesOf(mark),
  });
  const walkLine = (which: "before" | "after") =>
    `${t(`damage.${which}`)}: ${t("damage.walk", { time: when(damage[which].signedAtMs), name: damage[which].by })}`;
  const pdf = await damagePdf({
    plate,
    title: t("damage.title"),
    lines: [
      walkLine("before"),
      walkLine("after"),
      t("damage.sealedLine", { time: when(page.at.getTime()), name: page.by }),
      ...(page.note === "" ? [] : [page.note]),
    ],
    rows: await Promise.all(
      damage.rows.map(async ({ check, condition, became, before, after }) => ({
        name: `${titleOfKey(t, check)}: ${t(`condition.${condition}`).toLowerCase()}`,
        became: `${t(`damage.became.${became}`)}. ${t(
          `damage.says.${page.judged.find((one) => one.check === check && one.condition === condition)?.says ?? "open"}`,
        )}`,
        sides: [await side(t("damage.before"), before), await side(t("damage.after"), after)],
      })),
    ),
    hadTitle: t("damage.had"),
    had: damage.had.map(({ atMs, kind, name, note }) =>
      [t("damage.hadLine", { time: when(atMs), what: t(`damage.hadKind.${kind}`), name }), note ?? ""].join(
        " ",
      ),
    ),
    verifyUrl: `${setting("ROOK_STEP_URL") ?? new URL(request.url).origin}/verify/${page.hash}`,
    verify: t("damage.verify"),
    foot: t("damage.foot"),
  });
  return pdfAnswer(pdf, `${plate}-damage`);
});
