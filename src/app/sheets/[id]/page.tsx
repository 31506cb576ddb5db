import { notFound } from "next/navigation";
import { NextIntlClientProvider } from "next-intl";
import { allMessages } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { SheetEditor } from "@/screens/sheets/editor";
import { database } from "@/server/database/database";
import { displayChoice } from "@/server/http/display";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { mayAt } from "@/server/people/session";
import { sheetDetail } from "@/server/sheets/read";

export async function generateMetadata({ params }: { params: Promise<{ id: string }> }) {
  return { title: `Sheet ${(await params).id}` };
}

export default async function SheetPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const call = await pageCall();
  seeOnly(call.person, call.siteId);
  const found = await sheetDetail(database(), id);
  if (found === undefined) notFound();
  return (
    <Chrome data={await chromeData(call)} at="sheets">
      <NextIntlClientProvider messages={await allMessages()}>
        <SheetEditor
          key={id}
          initial={found.sheet}
          kept={{
            id,
            version: found.version,
            versions: found.versions.map(({ createdAt, ...v }) => ({ ...v, atMs: createdAt.getTime() })),
            claims: found.claims.map(({ enteredAt: _at, enteredBy, ...c }) => ({
              ...c,
              mine: enteredBy === call.person.id,
            })),
            units: found.units.map((u) => u.plate),
            zone: call.zone,
          }}
          measures={(await displayChoice()).measures}
          mayEdit={mayAt(call.person, "settings", call.siteId)}
          mayConfirm={mayAt(call.person, "confirm_sheet", call.siteId)}
        />
      </NextIntlClientProvider>
    </Chrome>
  );
}
