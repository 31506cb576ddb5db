import { Chrome } from "@/screens/chrome/chrome";
import { YardClocksView } from "@/screens/clocks/yard-clocks";
import { yardClocks } from "@/server/clocks/read";
import { database } from "@/server/database/database";
import { chromeData, pageCall } from "@/server/http/page";
import { type PageQuery, queryOf } from "@/server/http/page-query";

export const metadata = { title: "Next three months" };

export default async function ClocksPage({ searchParams }: { searchParams: PageQuery }) {
  const call = await pageCall();
  const { after } = queryOf(await searchParams);
  const { units, next } =
    call.siteId === undefined
      ? { units: [], next: undefined }
      : await yardClocks(database(), call.siteId, after, call.at);
  return (
    <Chrome data={await chromeData(call)} at="units">
      <YardClocksView units={units} next={next} zone={call.zone} nowMs={call.at.getTime()} />
    </Chrome>
  );
}
