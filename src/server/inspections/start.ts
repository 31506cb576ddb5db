import { randomUUID } from "node:crypto";
import { z } from "zod";
import type { BegunElsewhere } from "@/contract/start";
import type { UnderWay } from "@/contract/walk";
import { clearsBeforeMs } from "@/core/decision/standing";
import { foundStowed } from "@/core/plan/found";
import { type PartId, parts } from "@/core/vocabulary/parts";
import type { Scope } from "@/core/vocabulary/scope";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { append, lockUnit } from "@/server/ledger/append";
import { type Head, noteHeads } from "@/server/ledger/heads";
import { policyOfUnit } from "@/server/sites/policy";
import { figuresOf } from "@/server/units/figures";
import { catalogueVersion, joined } from "./model";
import { wordHolds } from "./word";

export const startSchema = z.strictObject({
  unitId: z.uuid(),
  scope: z.enum(["full", "check_in", "transport", "after_transport"]).default("full"),
  /** Begins none where somebody else is on one that could be joined, and says so. */
  ask: z.boolean().optional(),
});

type Wanted = Pick<z.infer<typeof startSchema>, "unitId" | "scope">;

/** A check for the road, or of a unit come back from hire, says that it has been away or is about to go. */
const away: ReadonlySet<Scope["kind"]> = new Set(["check_in", "transport", "after_transport"]);

/** Inspections of a unit that are open and can still clear it, the last begun first, with everybody on each. */
async function openOn(db: Db | Trx, { unitId, scope }: Wanted, at: Date) {
  const rows = await db
    .selectFrom("inspection as i")
    .innerJoin("person as p", "p.id", "i.personId")
    .innerJoin("unit as u", "u.id", "i.unitId")
    .innerJoin("site as t", "t.id", "u.siteId")
    .leftJoin("seal as s", "s.inspectionId", "i.id")
    .select(["i.id", "i.startedAt", "i.personId", "p.name"])
    .select([policyOfUnit("t", "u"), "t.shifts", "t.timeZone", joined("i.id")])
    .where("i.unitId", "=", unitId)
    .where("i.tagId", "is", null)
    .where("i.startedPosition", "is not", null)
    .where("s.inspectionId", "is", null)
    .where((eb) => eb(eb.ref("i.scope", "->>").key("kind"), "=", scope))
    .orderBy("i.startedPosition", "desc")
    .execute();
  return rows
    .filter(
      ({ policy, shifts, startedAt, timeZone }) =>
        at.getTime() < clearsBeforeMs(policy, shifts, startedAt.getTime(), timeZone),
    )
    .map(({ id, name, startedAt, personId, joined: others }) => ({
      ...{ id, name, startedAt },
      people: [personId, ...others],
    }));
}

/** Somebody else's inspection that this person could join, where they are on none themselves. */
export async function underWay(
  db: Db,
  wanted: Wanted,
  personId: string,
  at: Date,
): Promise<UnderWay | undefined> {
  const open = await openOn(db, wanted, at);
  const [first] = open;
  if (first === undefined || open.some(({ people }) => people.includes(personId))) return undefined;
  const { id, name, startedAt } = first;
  const { count } = await db
    .selectFrom("inspectionEvent")
    .select((eb) => eb.fn.countAll<string>().as("count"))
    .where("inspectionId", "=", id)
    .where("type", "in", ["answered", "measured"])
    .executeTakeFirstOrThrow();
  const minutes = Math.round((at.getTime() - startedAt.getTime()) / 60_000);
  return { id, name, minutes, answered: Number(count) };
}

/**
 * Starts an inspection, or gives back the open one a person is on of the same scope that can still clear: a reload
 * starts nothing new.
 */
export async function startInspection(
  db: Db,
  personId: string,
  wanted: z.infer<typeof startSchema>,
  at: Date,
): Promise<string> {
  return begun(db, wanted.unitId, async (trx, heads) => {
    const open = await openOn(trx, wanted, at);
    const own = open.find(({ people }) => people.includes(personId));
    if (own !== undefined) return own.id;
    return begin(trx, wanted.unitId, personId, { kind: wanted.scope }, [], at, heads);
  });
}

/** Under the unit's lock; its heads are noted once the database has committed. */
async function begun(
  db: Db,
  unitId: string,
  work: (trx: Trx, heads: Head[]) => Promise<string>,
): Promise<string> {
  const heads: Head[] = [];
  const id = await db.transaction().execute(async (trx) => {
    const unit = await trx.selectFrom("unit").select("id").where("id", "=", unitId).executeTakeFirst();
    if (unit === undefined)
      throw new Problem(404, "no-unit", "expected a unit of the pool; pick one from the list");
    await lockUnit(trx, unitId);
    return work(trx, heads);
  });
  noteHeads(heads);
  return id;
}

/**
 * Starts the re-test of a tag: what the finding and every part repaired or disturbed under it touch. It serves every
 * tag of the unit whose repair is recorded: one walk round does for all of them.
 */
export async function startRetest(db: Db, personId: string, tagId: string, at: Date): Promise<string> {
  const tag = await db.selectFrom("standingTag").select("unitId").where("id", "=", tagId).executeTakeFirst();
  if (tag === undefined)
    throw new Problem(404, "no-tag", "expected a tag that stands; it may have been released already");
  return begun(db, tag.unitId, async (trx, heads) => {
    const served = await repairedTags(trx, tag.unitId);
    if (!served.some((one) => one.id === tagId))
      throw new Problem(
        409,
        "not-repaired",
        "expected a recorded repair first; record the repair, then re-test",
      );
    const lastRepair = Math.max(...served.map((one) => one.lastRepair));
    const open = await trx
      .selectFrom("inspection as i")
      .innerJoin("retestTag as r", "r.inspectionId", "i.id")
      .leftJoin("seal as s", "s.inspectionId", "i.id")
      .select("i.id")
      .where("r.tagId", "=", tagId)
      .where("s.inspectionId", "is", null)
      .where("i.startedPosition", ">", lastRepair)
      .where("i.personId", "=", personId)
      .executeTakeFirst();
    if (open !== undefined) return open.id;
    const scope = scopeOf(served);
    const tagIds = served.map((one) => one.id).sort((a) => (a === tagId ? -1 : 0));
    return begin(trx, tag.unitId, personId, scope, tagIds, at, heads);
  });
}

/** What a re-test of these tags looks at: all that was found, repaired and disturbed under any of them. */
function scopeOf(served: Awaited<ReturnType<typeof repairedTags>>): Scope {
  const repaired = partsIn(served.flatMap((one) => one.repaired));
  return {
    kind: "retest",
    parts: repaired,
    disturbed: partsIn(served.flatMap((one) => one.disturbed)).filter((part) => !repaired.includes(part)),
    checks: [...new Set(served.flatMap((one) => one.checks))],
  };
}

/** What a re-test of a unit would look at as things stand. */
export const retestScope = async (db: Db, unitId: string): Promise<Scope> =>
  scopeOf(await repairedTags(db, unitId));

/** Tags of a unit that stand and have a repair recorded, with all that was repaired and disturbed under each. */
async function repairedTags(trx: Trx | Db, unitId: string) {
  const rows = await trx
    .selectFrom("standingTag as t")
    .innerJoin("tagStep as s", "s.tagId", "t.id")
    .leftJoin("finding as f", "f.id", "t.findingId")
    .select(["t.id", "s.detail", "s.ledgerPosition", "f.part", "f.checkKey"])
    .where("t.unitId", "=", unitId)
    .where("s.kind", "=", "repaired")
    .orderBy("t.number")
    .execute();
  const tags = new Map<
    string,
    { id: string; lastRepair: number; repaired: string[]; disturbed: string[]; checks: string[] }
  >();
  for (const row of rows) {
    const tag = tags.get(row.id) ?? {
      id: row.id,
      lastRepair: 0,
      repaired: row.part === null ? [] : [row.part],
      disturbed: [],
      checks: row.checkKey === null ? [] : [row.checkKey],
    };
    tag.lastRepair = Math.max(tag.lastRepair, row.ledgerPosition);
    tag.repaired.push(...textList(row.detail["repaired"]));
    tag.disturbed.push(...textList(row.detail["disturbed"]));
    tags.set(row.id, tag);
  }
  return [...tags.values()];
}

const partsIn = (names: readonly string[]): readonly PartId[] =>
  [...new Set(names)].filter((part): part is PartId => part in parts);

const textList = (value: unknown): readonly string[] =>
  Array.isArray(value) ? value.filter((v): v is string => typeof v === "string") : [];

/** What a started inspection writes into its unit's ledger: the entry its age is counted from. */
export const startedEntry = (unitId: string, id: string, personId: string, scope: Scope, at: Date) => ({
  unitId,
  kind: "started" as const,
  subjectId: id,
  at,
  named: away.has(scope.kind) ? ("all" as const) : [],
  document: { by: personId, scope },
});

/**
 * Notes an inspection that was begun on a device without a signal. It is always taken, so that what it found holds: by the
 * server's own word its age counts from that word; by anything else it has no beginning, and clears nothing. The same
 * twice is one.
 */
export async function startElsewhere(
  db: Db,
  personId: string,
  { id, unitId, word }: Omit<BegunElsewhere, "signed">,
  at: Date,
): Promise<string> {
  return begun(db, unitId, async (trx, heads) => {
    const known = await trx
      .selectFrom("inspection")
      .select(["unitId", "personId"])
      .where("id", "=", id)
      .executeTakeFirst();
    if (known !== undefined) {
      if (known.unitId === unitId && known.personId === personId) return id;
      throw new Problem(409, "id-taken", "expected an id that no other inspection has; begin it anew");
    }
    const holds =
      word.unitId === unitId &&
      word.personId === personId &&
      word.atMs <= at.getTime() &&
      (await wordHolds(trx, word));
    const begunAt = holds ? new Date(word.atMs) : undefined;
    const elsewhere = { id, begunAt, begunSeen: holds ? word.position : undefined };
    return begin(trx, unitId, personId, { kind: "full" }, [], at, heads, elsewhere);
  });
}

interface Elsewhere {
  readonly id: string;
  readonly begunAt: Date | undefined;
  readonly begunSeen: number | undefined;
}

async function begin(
  trx: Trx,
  unitId: string,
  personId: string,
  scope: Scope,
  tagIds: readonly string[],
  at: Date,
  heads: Head[],
  elsewhere?: Elsewhere,
): Promise<string> {
  const unit = await trx
    .selectFrom("unit as u")
    .innerJoin("site as s", "s.id", "u.siteId")
    .leftJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
    .select([
      "u.plate",
      "u.retiredAt",
      policyOfUnit("s", "u"),
      "v.id as sheetVersionId",
      "v.content as sheet",
    ])
    .where("u.id", "=", unitId)
    .executeTakeFirst();
  if (unit === undefined)
    throw new Problem(404, "no-unit", "expected a unit of the pool; pick one from the list");
  if (unit.sheetVersionId === null || unit.sheet === null) {
    throw new Problem(
      409,
      "no-sheet",
      `${unit.plate} has no machine sheet yet, so its checks are not known here; inspect it on paper and ask the owner for its sheet`,
    );
  }
  // What was begun without a signal is always taken: what it found holds.
  if (unit.retiredAt !== null && elsewhere === undefined)
    throw new Problem(
      409,
      "retired",
      `${unit.plate} is retired; its owner takes it back into the pool first`,
    );
  const id = elsewhere?.id ?? randomUUID();
  const { begunAt, begunSeen } = elsewhere ?? {};
  const entry = startedEntry(unitId, id, personId, scope, at);
  const document = elsewhere === undefined ? entry.document : { ...entry.document, begunAt, begunSeen };
  const [head] = await append(trx, unitId, [{ ...entry, document }]);
  if (head === undefined) throw new Error("the ledger took no entry");
  heads.push(head);
  await trx
    .insertInto("inspection")
    .values({
      id,
      unitId,
      personId,
      scope: JSON.stringify(scope),
      tagId: tagIds[0] ?? null,
      sheetVersionId: unit.sheetVersionId,
      catalogueVersion,
      policy: JSON.stringify(unit.policy),
      found: JSON.stringify(foundStowed(unit.sheet)),
      figures: JSON.stringify(await figuresOf(trx, unitId)),
      startedAt: begunAt ?? at,
      startedPosition: elsewhere !== undefined && begunAt === undefined ? null : head.position,
      begunAt,
      begunSeen,
    })
    .execute();
  if (tagIds.length > 0)
    await trx
      .insertInto("retestTag")
      .values(tagIds.map((tagId) => ({ inspectionId: id, tagId })))
      .execute();
  return id;
}
