import { redirect } from "next/navigation";
import { getTranslations } from "next-intl/server";
import { Chrome } from "@/screens/chrome/chrome";
import { ShiftView } from "@/screens/shift/shift-view";
import { database } from "@/server/database/database";
import { firstSteps } from "@/server/first/steps";
import { chromeData, pageCall } from "@/server/http/page";
import { mayAt } from "@/server/people/session";
import { shiftBoard } from "@/server/shift/board";
import { mayLiftStops, standingStops } from "@/server/stops/stop";

export const metadata = { title: "Shift" };

export default async function ShiftPage() {
  const call = await pageCall();
  const { person, siteId, at } = call;
  if (siteId === undefined) {
    const chrome = await chromeData(call);
    const t = await getTranslations();
    return (
      <Chrome data={chrome} at="shift">
        <p className="p-6">{t("shift.noSite")}</p>
      </Chrome>
    );
  }
  const [chrome, board, stops, mayLift] = await Promise.all([
    chromeData(call),
    shiftBoard(database(), siteId, at),
    standingStops(database(), siteId, at),
    mayLiftStops(database(), siteId, person),
  ]);
  // A yard that has nothing to walk yet is set up first.
  if (board.rows.length + board.unserved.length === 0 && mayAt(person, "settings", siteId)) {
    const { unit, walk } = await firstSteps(database(), siteId, at);
    if (!unit || !walk) redirect("/start");
  }
  return (
    <Chrome data={chrome} at="shift">
      <ShiftView
        data={{
          ...board,
          personId: person.id,
          mayPlan: mayAt(person, "plan_shift", siteId),
          siteId,
          measures: chrome.display.measures,
          stops,
          mayLift,
          mayInspect: mayAt(person, "inspect", siteId),
        }}
      />
    </Chrome>
  );
}
