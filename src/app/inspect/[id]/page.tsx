import { notFound, redirect } from "next/navigation";
import { NextIntlClientProvider } from "next-intl";
import { messages } from "@/app/messages";
import { shiftFor } from "@/core/decision/standing";
import { Inspect } from "@/screens/inspect/inspect";
import { database } from "@/server/database/database";
import { displayChoice, pageCall } from "@/server/http/page";
import { rightFor } from "@/server/inspections/access";
import { topUpsBefore } from "@/server/inspections/context";
import { decisionFacts } from "@/server/inspections/facts";
import { minutesOf } from "@/server/inspections/minutes";
import { findInspection } from "@/server/inspections/model";
import { eventsOf } from "@/server/inspections/sign";
import { headOf } from "@/server/ledger/append";
import { mayAt } from "@/server/people/session";

export const metadata = { title: "Inspect" };

export default async function InspectPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const { person, at } = await pageCall();
  const db = database();
  const inspection = /^[0-9a-f-]{36}$/.test(id) ? await findInspection(db, id) : undefined;
  if (inspection === undefined || inspection.personId !== person.id) notFound();
  if (!mayAt(person, rightFor(inspection.scope.kind), inspection.siteId)) notFound();
  if (inspection.sealed) redirect(`/records/${id}`);
  const site = await db
    .selectFrom("site")
    .select(["shifts", "utcOffsetMin"])
    .where("id", "=", inspection.siteId)
    .executeTakeFirstOrThrow();
  const { plate, scope, asks, policy, found, unitId } = inspection;
  const { sheet } = asks;
  const events = await eventsOf(db, id);
  const data = {
    id,
    unitId,
    plate,
    scope,
    sheet,
    policy,
    found,
    events,
    head: await headOf(db, unitId),
    facts: await decisionFacts(db, inspection, events, person.id, at),
    minutes: await minutesOf(db, inspection.sheetId),
    topUps: Object.fromEntries(await topUpsBefore(db, unitId, id, policy)),
    person: person.name,
    nowMs: at.getTime(),
    offsetMin: site.utcOffsetMin,
    shift: shiftFor(site.shifts, at.getTime(), site.utcOffsetMin),
    measures: (await displayChoice()).measures,
  };
  return (
    <NextIntlClientProvider messages={messages}>
      <Inspect data={data} />
    </NextIntlClientProvider>
  );
}
