import { randomUUID } from "node:crypto";
import { hashPassword } from "better-auth/crypto";
import { sql } from "kysely";
import { families } from "@/core/vocabulary/families";
import { defaultPolicy } from "@/core/vocabulary/policy";
import { type DemoSheetId, demoSheets } from "@/demo/sheets/demo-sheets";
import type { Db } from "@/server/database/database";
import { demoPin } from "@/server/demo/people";
import { bookAsFound } from "@/server/ledger/books";
import { canonical, sha256 } from "@/server/ledger/chain";
import { loginOf } from "@/server/people/auth";

export const now = new Date("2026-06-10T05:40:00Z");
const dayMs = 86_400_000;
export const unitsAt = (site: number): number => (site % 3 === 0 ? 334 : 333);
const peopleAt = 66;
/** Units of a site that its early shift needs. */
const needed = 60;
export const shifts = [
  { id: "early", startsMin: 390 },
  { id: "late", startsMin: 870 },
];
export const siteName = (site: number): string => `site-${String(site).padStart(2, "0")}`;
export const badgeOf = (site: number, person: number): string => `${10_000 + site * 100 + person}`;

/** Sites with their people and units; the sheets before the first. Everybody is an operator, a technician and supervises. */
export async function furnish(db: Db, sites: readonly number[]): Promise<void> {
  const at = new Date(now.getTime() - 100 * dayMs);
  const sheetIds = Object.keys(demoSheets) as DemoSheetId[];
  const password = await hashPassword(demoPin);
  await db.transaction().execute(async (trx) => {
    if (sites.includes(0))
      for (const id of sheetIds) {
        const content = canonical(demoSheets[id]);
        const { family, maker, model } = demoSheets[id];
        await trx
          .insertInto("sheet")
          .values({ id, name: `${maker} ${model}`, family })
          .execute();
        await trx
          .insertInto("sheetVersion")
          .values({
            id: randomUUID(),
            sheetId: id,
            version: 1,
            content,
            hash: sha256(content),
            createdAt: at,
            weakens: "[]",
          })
          .execute();
      }
  });
  const versions = new Map(
    (await db.selectFrom("sheetVersion").select(["id", "sheetId"]).execute()).map((v) => [v.sheetId, v.id]),
  );
  for (const site of sites)
    await db.transaction().execute(async (trx) => {
      const siteId = siteName(site);
      await trx
        .insertInto("site")
        .values({
          id: siteId,
          name: `Yard ${site}`,
          timeZone: "UTC",
          shifts: JSON.stringify(shifts),
          policy: JSON.stringify(defaultPolicy),
        })
        .execute();
      const people = Array.from({ length: peopleAt }, (_, i) => ({
        id: randomUUID(),
        badge: badgeOf(site, i),
        name: `P. ${site}-${i}`,
      }));
      await trx.insertInto("person").values(people).execute();
      await trx
        .insertInto("personRole")
        .values(
          people.flatMap(({ id }) =>
            (["operator", "supervisor", "technician"] as const).map((role) => ({
              personId: id,
              siteId,
              role,
            })),
          ),
        )
        .execute();
      await trx
        .insertInto("authorisation")
        .values(
          people.flatMap(({ id, badge }) =>
            families.map((family) => ({
              personId: id,
              family,
              licence: `L-${badge}`,
              until: new Date(now.getTime() + 400 * dayMs),
            })),
          ),
        )
        .execute();
      for (const { id, badge, name } of people) {
        await sql`INSERT INTO auth_user (id, name, email, email_verified, created_at, updated_at) VALUES (${id}, ${name}, ${loginOf(badge)}, true, ${at}, ${at})`.execute(
          trx,
        );
        await sql`INSERT INTO auth_account (id, account_id, provider_id, user_id, password, created_at, updated_at)
          VALUES (${randomUUID()}, ${id}, 'credential', ${id}, ${password}, ${at}, ${at})`.execute(trx);
      }
      const units = Array.from({ length: unitsAt(site) }, (_, i) => {
        const sheet = sheetIds[(site * 7 + i) % sheetIds.length] ?? "dunmarrow-s24";
        return {
          id: randomUUID(),
          plate: `Y${String(site).padStart(2, "0")}-${String(i + 1).padStart(3, "0")}`,
          siteId,
          family: demoSheets[sheet].family,
          serial: `SN-${site * 1000 + i}`,
          sheetVersionId: versions.get(sheet) ?? null,
          examinationDue: new Date(now.getTime() + (10 + (i % 300)) * dayMs),
        };
      });
      await trx.insertInto("unit").values(units).execute();
      await trx
        .insertInto("shiftNeed")
        .values(
          units.slice(0, needed).map(({ id }, i) => ({
            siteId,
            shiftId: i % 4 === 3 ? "late" : "early",
            unitId: id,
            crew: `crew ${i % 12}`,
            place: `bay ${i % 9}`,
            inspectorId: people[i % 8]?.id ?? null,
          })),
        )
        .execute();
    });
  await bookAsFound(db);
}
