import { Chrome } from "@/screens/chrome/chrome";
import { YardTrendsView } from "@/screens/trends/yard-trends-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { ownAttention } from "@/server/trends/attention";
import { trendsOf } from "@/server/trends/unit-trends";
import { failuresOf, monthsOf, neverFound, tagWaits } from "@/server/trends/yard";

export const metadata = { title: "Trends" };

export default async function TrendsPage() {
  const call = await pageCall();
  const { siteId, at, zone } = call;
  seeOnly(call.person, siteId);
  const db = database();
  const chrome = await chromeData(call);
  const [units, months, failures, never, waits, own] = await Promise.all([
    trendsOf(db, { siteId }, at),
    monthsOf(db, siteId, at),
    failuresOf(db, siteId, at, zone),
    neverFound(db, siteId),
    tagWaits(db, siteId, at),
    ownAttention(db, call.person.id),
  ]);
  return (
    <Chrome data={chrome} at="trends">
      <YardTrendsView
        trends={{ units, months, failures, never, waits, own }}
        zone={zone}
        measures={chrome.display.measures}
      />
    </Chrome>
  );
}
