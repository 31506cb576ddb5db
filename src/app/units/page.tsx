import { NextIntlClientProvider } from "next-intl";
import { allMessages } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { PoolView } from "@/screens/unit/pool-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall } from "@/server/http/page";
import { type PageQuery, queryOf } from "@/server/http/page-query";
import { mayAt } from "@/server/people/session";
import { poolPage } from "@/server/units/pool";

export const metadata = { title: "Units" };

export default async function UnitsPage({ searchParams }: { searchParams: PageQuery }) {
  const call = await pageCall();
  const { after, find } = queryOf(await searchParams);
  const page =
    call.siteId === undefined
      ? { rows: [], names: [], next: undefined }
      : await poolPage(database(), call.siteId, { after, find }, call.at);
  const { units: words, family, state, scan, clocks, pool } = await allMessages();
  return (
    <Chrome data={await chromeData(call)} at="units">
      <NextIntlClientProvider messages={{ units: words, family, state, scan, clocks, pool }}>
        <PoolView
          units={page.rows}
          names={page.names}
          next={page.next}
          asked={find ?? ""}
          mayAdd={call.siteId !== undefined && mayAt(call.person, "settings", call.siteId)}
        />
      </NextIntlClientProvider>
    </Chrome>
  );
}
