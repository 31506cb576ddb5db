import { notFound } from "next/navigation";
import { wordsFor } from "@/app/messages";
import { MoreWords } from "@/screens/chrome/more-words";
import { CardView } from "@/screens/survey/card-view";
import { now } from "@/server/clock";
import { database } from "@/server/database/database";
import { displayChoice } from "@/server/http/display";
import { surveyOne } from "@/server/surveys/one";

export const metadata = { title: "Card", robots: { index: false } };
export const dynamic = "force-dynamic";

/** Open to whoever holds the code, so that the whole crew sees it: the limits of one survey, as it stands now. */
export default async function CardPage({ params }: { params: Promise<{ id: string }> }) {
  const db = database();
  const survey = await surveyOne(db, (await params).id, now());
  if (survey === undefined || survey.shown.tests) notFound();
  const { signed: _, siteId, ...card } = survey;
  const { timeZone } = await db
    .selectFrom("site")
    .select("timeZone")
    .where("id", "=", siteId)
    .executeTakeFirstOrThrow();
  const { measures } = await displayChoice();
  return (
    <MoreWords given={await wordsFor("survey", "places", "talk", "ladder", "figure")}>
      <CardView card={{ ...card, zone: timeZone, measures }} />
    </MoreWords>
  );
}
