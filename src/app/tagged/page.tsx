import { Chrome } from "@/screens/chrome/chrome";
import { Reports } from "@/screens/tagged/reports";
import { TaggedView } from "@/screens/tagged/tagged-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall } from "@/server/http/page";
import { momentOf, type PageQuery, queryOf } from "@/server/http/page-query";
import { mayAt } from "@/server/people/session";
import { standingReports } from "@/server/reports/read";
import { standingTags } from "@/server/tags/read";

export const metadata = { title: "Tagged out" };

export default async function TaggedPage({ searchParams }: { searchParams: PageQuery }) {
  const call = await pageCall();
  const { since, after } = queryOf(await searchParams);
  const raisedAt = momentOf(since);
  const begins = raisedAt === undefined || after === undefined ? undefined : { raisedAt, number: after };
  const { siteId, person } = call;
  const db = database();
  const { tags, more } =
    siteId === undefined ? { tags: [], more: false } : await standingTags(db, siteId, begins);
  const last = more ? tags.at(-1) : undefined;
  const reports = siteId === undefined ? [] : await standingReports(db, siteId);
  const units = reports.some((r) => r.plate === null)
    ? await db.selectFrom("unit").select(["id", "plate"]).orderBy("plate").execute()
    : [];
  return (
    <Chrome data={await chromeData(call)} at="tagged">
      <TaggedView
        tags={tags.map((t) => ({ ...t, raisedAtMs: t.raisedAt.getTime() }))}
        zone={call.zone}
        next={last && `/tagged?since=${last.raisedAt.getTime()}&after=${encodeURIComponent(last.number)}`}
      />
      <Reports
        reports={reports.map(({ receivedAt, byId, ...r }) => ({
          ...r,
          own: byId === person.id,
          receivedAtMs: receivedAt.getTime(),
        }))}
        units={units}
        zone={call.zone}
        mayLook={siteId !== undefined && mayAt(person, "look", siteId)}
      />
    </Chrome>
  );
}
