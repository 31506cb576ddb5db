import { headers } from "next/headers";
import { notFound, redirect } from "next/navigation";
import { localMs } from "@/core/vocabulary/zone";
import { clockIsSet, now } from "@/server/clock";
import { database } from "@/server/database/database";
import { displayChoice } from "@/server/http/display";
import { lostPlates } from "@/server/ledger/witness";
import { mayAt, type SignedIn, whoIs } from "@/server/people/session";
import { countTags } from "@/server/tags/read";

export interface PageCall {
  readonly person: SignedIn;
  readonly at: Date;
  /** The site the person works at; undefined for someone with no role anywhere. */
  readonly siteId: string | undefined;
  /** By whose clocks it is worked. */
  readonly zone: string;
}

/** Who is looking at a page; sends anyone not signed in to the sign-in page. */
export async function pageCall(): Promise<PageCall> {
  const at = now();
  const person = await whoIs(await headers(), at);
  if (person === undefined) redirect("/sign-in");
  const siteId = [...person.roles.keys()][0];
  const site =
    siteId === undefined
      ? undefined
      : await database().selectFrom("site").select("timeZone").where("id", "=", siteId).executeTakeFirst();
  return { person, at, siteId, zone: site?.timeZone ?? "UTC" };
}

/** As a missing page to someone without a role at the record's site: it neither shows nor tells. */
export function seeOnly(person: SignedIn, siteId: string | undefined): asserts siteId is string {
  if (siteId === undefined || !mayAt(person, "see", siteId)) notFound();
}

/** What the frame of a view needs. */
export async function chromeData(call: PageCall) {
  const { siteId } = call;
  const db = database();
  const ofSite = async () => {
    if (siteId === undefined) return { place: "", tagged: 0, unmatched: [] };
    const [site, tagged, unmatched] = await Promise.all([
      db.selectFrom("site").select("name").where("id", "=", siteId).executeTakeFirst(),
      countTags(db, siteId),
      db
        .selectFrom("standingReport")
        .select("problem")
        .where("kind", "=", "unmatched_tag")
        .orderBy("receivedAt")
        .execute(),
    ]);
    return {
      place: site?.name ?? "",
      tagged,
      unmatched: unmatched.map((report) => report.problem),
    };
  };
  return {
    person: call.person.name,
    ...(await ofSite()),
    lost: lostPlates(),
    display: await displayChoice(),
    nowMs: call.at.getTime(),
    zone: call.zone,
    demoClock: clockIsSet
      ? new Date(localMs(call.at.getTime(), call.zone)).toISOString().slice(11, 16)
      : undefined,
  };
}
