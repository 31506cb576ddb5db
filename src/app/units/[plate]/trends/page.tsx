import { notFound } from "next/navigation";
import { Chrome } from "@/screens/chrome/chrome";
import { UnitTrendsView } from "@/screens/trends/unit-trends-view";
import { unitSheetOf } from "@/server/clocks/sheet-of-unit";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { trendsOf } from "@/server/trends/unit-trends";

export async function generateMetadata({ params }: { params: Promise<{ plate: string }> }) {
  return { title: decodeURIComponent((await params).plate) };
}

export default async function UnitTrendsPage({ params }: { params: Promise<{ plate: string }> }) {
  const plate = decodeURIComponent((await params).plate);
  const call = await pageCall();
  const unit = await unitSheetOf(database(), plate);
  if (unit === undefined) notFound();
  seeOnly(call.person, unit.siteId);
  const [trends] = await trendsOf(database(), { siteId: unit.siteId, unitId: unit.id }, call.at);
  if (trends === undefined) notFound();
  const chrome = await chromeData(call);
  return (
    <Chrome data={chrome} at="units" plate={plate}>
      <UnitTrendsView trends={trends} zone={call.zone} measures={chrome.display.measures} />
    </Chrome>
  );
}
