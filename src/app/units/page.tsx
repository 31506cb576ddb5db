import { NextIntlClientProvider } from "next-intl";
import { allMessages } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { PoolView } from "@/screens/unit/pool-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall } from "@/server/http/page";
import { pool } from "@/server/units/unit";

export const metadata = { title: "Units" };

export default async function UnitsPage() {
  const call = await pageCall();
  const units = call.siteId === undefined ? [] : await pool(database(), call.siteId, call.at);
  const rows = units.map((u) => ({
    id: u.id,
    plate: u.plate,
    family: u.family,
    serial: u.serial,
    dueMs: u.examinationDue.getTime(),
    hasSheet: u.sheetVersionId !== null,
    state: u.standing?.state ?? ("inspection_owed" as const),
  }));
  const { units: words, family, state, scan } = await allMessages();
  return (
    <Chrome data={await chromeData(call)} at="units">
      <NextIntlClientProvider messages={{ units: words, family, state, scan }}>
        <PoolView units={rows} />
      </NextIntlClientProvider>
    </Chrome>
  );
}
