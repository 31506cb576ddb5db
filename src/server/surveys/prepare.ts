import type { PreparedSurveys } from "@/contract/survey";
import type { Sheet } from "@/core/sheet/sheet";
import type { Db } from "@/server/database/database";
import { mayAt, type SignedIn } from "@/server/people/session";
import { placesOf } from "@/server/places/read";
import { policyOfUnit } from "@/server/sites/policy";
import { figuresOf } from "@/server/units/figures";
import { drillsOf } from "./drill";
import { keptLoads } from "./loads";

/** Units one device keeps ready to be surveyed, at most. */
const most = 300;

/** All a device needs to survey a place for any unit a person may inspect, without a signal. */
export async function preparedSurveys(db: Db, person: SignedIn, at: Date): Promise<PreparedSurveys> {
  const sites = [...person.roles.keys()].filter((siteId) => mayAt(person, "inspect", siteId));
  const units =
    sites.length === 0
      ? []
      : await db
          .selectFrom("unit as u")
          .innerJoin("site as s", "s.id", "u.siteId")
          .innerJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
          .leftJoin("shiftNeed as n", "n.unitId", "u.id")
          .select(["u.id", "u.plate", "u.siteId", "s.timeZone as zone", "v.id as sheetId", "v.content"])
          .select([policyOfUnit("s", "u"), "n.place as neededAt"])
          .where("u.siteId", "in", sites)
          .where("u.retiredAt", "is", null)
          .orderBy("u.plate")
          .limit(most)
          .execute();
  const drilled = new Set(
    units.length === 0
      ? []
      : (await db.selectFrom("rescueDrill").select("unitId").distinct().execute()).map(
          ({ unitId }) => unitId,
        ),
  );
  const sheets: Record<string, Sheet> = {};
  for (const { sheetId, content } of units) sheets[sheetId] = content;
  return {
    personId: person.id,
    name: person.name,
    atMs: at.getTime(),
    sheets,
    sites: await Promise.all(
      sites.map(async (siteId) => ({
        siteId,
        places: await placesOf(db, siteId),
        loads: await keptLoads(db, siteId),
        mayDraw: mayAt(person, "draw_places", siteId),
      })),
    ),
    units: await Promise.all(
      units.map(async ({ id, plate, siteId, zone, sheetId, policy, neededAt }) => ({
        ...{ plate, siteId, zone, sheetId, neededAt: neededAt ?? undefined },
        figures: await figuresOf(db, id),
        rules: policy.workplace ?? {},
        drills: drilled.has(id) ? await drillsOf(db, id, 4) : [],
      })),
    ),
  };
}
