import { notFound } from "next/navigation";
import { wordsFor } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { MoreWords } from "@/screens/chrome/more-words";
import { SurveyView } from "@/screens/survey/survey-view";
import { unitSheetOf } from "@/server/clocks/sheet-of-unit";
import { database } from "@/server/database/database";
import { chromeData, pageCall } from "@/server/http/page";
import { type PageQuery, queryOf } from "@/server/http/page-query";
import { mayAt } from "@/server/people/session";
import { placesOf } from "@/server/places/read";
import { drillsOf } from "@/server/surveys/drill";
import { keptLoads } from "@/server/surveys/loads";
import { neededAt, rulesOfUnit } from "@/server/surveys/read";

export async function generateMetadata({ params }: { params: Promise<{ plate: string }> }) {
  return { title: decodeURIComponent((await params).plate) };
}

export default async function SurveyPage({
  params,
  searchParams,
}: {
  params: Promise<{ plate: string }>;
  searchParams: PageQuery;
}) {
  const call = await pageCall();
  const db = database();
  const plate = decodeURIComponent((await params).plate);
  const unit = await unitSheetOf(db, plate);
  if (unit === undefined || unit.sheet === null || !mayAt(call.person, "inspect", unit.siteId)) notFound();
  const chrome = await chromeData(call);
  return (
    <Chrome data={chrome} at="units" plate={plate}>
      <MoreWords given={await wordsFor("survey", "places", "stops", "figure", "talk")}>
        <SurveyView
          page={{
            plate,
            walk: queryOf(await searchParams)["walk"],
            siteId: unit.siteId,
            sheet: unit.sheet,
            places: await placesOf(db, unit.siteId),
            rules: await rulesOfUnit(db, unit.id),
            personId: call.person.id,
            name: call.person.name,
            loads: await keptLoads(db, unit.siteId),
            drills: await drillsOf(db, unit.id, 4),
            nowMs: call.at.getTime(),
            zone: call.zone,
            measures: chrome.display.measures,
            neededAt: await neededAt(db, unit.id),
            mayDraw: mayAt(call.person, "draw_places", unit.siteId),
          }}
        />
      </MoreWords>
    </Chrome>
  );
}
