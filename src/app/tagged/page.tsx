import { Chrome } from "@/screens/chrome/chrome";
import { TaggedView } from "@/screens/tagged/tagged-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall } from "@/server/http/page";
import { standingTags } from "@/server/tags/read";

export const metadata = { title: "Tagged out" };

export default async function TaggedPage() {
  const call = await pageCall();
  const tags = call.siteId === undefined ? [] : await standingTags(database(), call.siteId);
  return (
    <Chrome data={await chromeData(call)} at="tagged">
      <TaggedView tags={tags.map((t) => ({ ...t, raisedAtMs: t.raisedAt.getTime() }))} />
    </Chrome>
  );
}
