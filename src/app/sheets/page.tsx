import { NextIntlClientProvider } from "next-intl";
import { allMessages } from "@/app/messages";
import { checksOf } from "@/core/catalogue/catalogue";
import { Chrome } from "@/screens/chrome/chrome";
import { SheetsView } from "@/screens/sheets/list-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { mayAt } from "@/server/people/session";
import { allSheets } from "@/server/sheets/read";

export const metadata = { title: "Machine sheets" };

export default async function SheetsPage() {
  const call = await pageCall();
  seeOnly(call.person, call.siteId);
  const sheets = await allSheets(database());
  return (
    <Chrome data={await chromeData(call)} at="sheets">
      <NextIntlClientProvider messages={await allMessages()}>
        <SheetsView
          sheets={sheets
            .map(({ id, name, version, sheet, units, waiting }) => ({
              id,
              name,
              version,
              sheet,
              units,
              waiting,
              checks: checksOf(sheet).filter((c) => c.definition.phase !== "transport").length,
            }))
            .sort((a, b) => a.sheet.family.localeCompare(b.sheet.family) || a.name.localeCompare(b.name))}
          mayEdit={mayAt(call.person, "settings", call.siteId)}
        />
      </NextIntlClientProvider>
    </Chrome>
  );
}
