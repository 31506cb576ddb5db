import { notFound } from "next/navigation";
import { NextIntlClientProvider } from "next-intl";
import { allMessages } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { ManageUnit } from "@/screens/pool/manage-unit";
import { database } from "@/server/database/database";
import { chromeData, pageCall } from "@/server/http/page";
import { type PageQuery, queryOf } from "@/server/http/page-query";
import { mayAt } from "@/server/people/session";
import { sheetNames } from "@/server/sheets/names";
import { managedUnit } from "@/server/units/managed";
import { effectOfSheet } from "@/server/units/pool-change";

export const metadata = { title: "Unit in the pool" };

export default async function ManageUnitPage({
  params,
  searchParams,
}: {
  params: Promise<{ plate: string }>;
  searchParams: PageQuery;
}) {
  const call = await pageCall();
  const db = database();
  const unit = await managedUnit(db, decodeURIComponent((await params).plate));
  if (unit === undefined || !mayAt(call.person, "settings", unit.siteId)) notFound();
  const { to } = queryOf(await searchParams);
  const sheets = (await sheetNames(db)).filter(({ family }) => family === unit.family);
  const known = sheets.some(({ id }) => id === to) ? to : undefined;
  const sites = await db
    .selectFrom("site")
    .select(["id", "name"])
    .where("id", "in", [...call.person.roles.keys()])
    .orderBy("name")
    .execute();
  const { id, siteId, family: _, ...shown } = unit;
  return (
    <Chrome data={await chromeData(call)} at="units" plate={unit.plate}>
      <NextIntlClientProvider messages={await allMessages()}>
        <ManageUnit
          unit={shown}
          sheets={sheets.map(({ id: sheetId, name }) => ({ id: sheetId, name }))}
          sites={sites.filter((one) => one.id !== siteId && mayAt(call.person, "settings", one.id))}
          to={known}
          effect={
            known === undefined || known === unit.sheetId ? undefined : await effectOfSheet(db, id, known)
          }
          zone={call.zone}
        />
      </NextIntlClientProvider>
    </Chrome>
  );
}
