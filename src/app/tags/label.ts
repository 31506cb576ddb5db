import { getTranslations } from "next-intl/server";
import { dayAndClock, tagReason } from "@/screens/states";
import { setting } from "@/server/config";
import { database } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { zoneOf } from "@/server/sites/zone";
import { tagLabelPdf } from "@/server/tags/label";
import { tagDetail } from "@/server/tags/read";

/** The label of a tag that stands, in the words of who asks; whoever calls has looked whether they may. */
export async function labelOf(request: Request, id: string) {
  const db = database();
  const tag = await tagDetail(db, id);
  if (tag === undefined)
    throw new Problem(404, "no-tag", "expected a tag of your site; open it from Tagged out");
  if (tag.waits === "nothing")
    throw new Problem(409, "not-yet", "expected a tag that stands; this one is released and hangs nowhere");
  const t = (await getTranslations()) as unknown as (key: string, values?: Record<string, string>) => string;
  const origin = setting("ROOK_STEP_URL") ?? new URL(request.url).origin;
  const { number, plate } = tag;
  const pdf = await tagLabelPdf({
    ...{ number, plate, doNotUse: t("workshop.labelPdf.doNotUse"), reason: tagReason(t, tag.reason) },
    since: t("workshop.labelPdf.since", {
      day: dayAndClock(tag.raisedAt.getTime(), await zoneOf(db, tag.siteId)),
      name: tag.by,
    }),
    foot: t("workshop.labelPdf.foot"),
    url: `${origin}/tags/${id}`,
  });
  return { pdf, name: `${number}-${plate}` };
}
