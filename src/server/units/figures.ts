import { randomUUID } from "node:crypto";
import { z } from "zod";
import { type Weakening, weakenings } from "@/core/catalogue/weakened";
import { sheetOfUnit, type UnitFigures } from "@/core/sheet/overrides";
import type { Sheet } from "@/core/sheet/sheet";
import { figureRange, isBelievableFigure } from "@/core/vocabulary/believable";
import { figuresOf as askedOf, type FigureId, figureIds, figures as units } from "@/core/vocabulary/figures";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { noteHeads } from "@/server/ledger/heads";
import { appendToAll } from "./ledger-entries";

/** What a unit's own plate says instead of its model's sheet: the latest entry of each figure. */
export async function figuresOf(db: Db | Trx, unitId: string): Promise<UnitFigures> {
  const rows = await db
    .selectFrom("unitFigure")
    .distinctOn("figure")
    .select(["figure", "value", "source"])
    .where("unitId", "=", unitId)
    .orderBy("figure")
    .orderBy("setAt", "desc")
    .execute();
  return Object.fromEntries(
    rows.flatMap(({ figure, value, source }) => (value === null ? [] : [[figure, { value, source }]])),
  );
}

export const unitFigureSchema = z.strictObject({
  figure: z.enum(figureIds as [FigureId, ...FigureId[]]),
  /** In the figure's stored unit; null goes back to the model's sheet. */
  value: z.number().finite().nullable(),
  source: z.string().trim().min(1).max(200),
});

/** What became of a figure: set, or waiting for a second person because it takes something on the floor away. */
export interface FigureSet {
  readonly waiting?: readonly Weakening[];
}

/**
 * Records a figure read off one unit. Nothing is overwritten; what was answered by the old one is asked again. One
 * that would take away or soften anything on the floor waits for a second person.
 */
export async function setUnitFigure(
  db: Db,
  unitId: string,
  personId: string,
  wanted: z.infer<typeof unitFigureSchema>,
  at: Date,
): Promise<FigureSet> {
  const unit = await db
    .selectFrom("unit as u")
    .leftJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
    .select(["u.family", "v.content as sheet"])
    .where("u.id", "=", unitId)
    .executeTakeFirst();
  if (unit === undefined) throw new Problem(404, "no-unit", "expected a unit of the pool");
  if (!askedOf(unit.family).includes(wanted.figure)) {
    throw new Problem(400, "no-figure", `a ${unit.family.replaceAll("_", " ")} has no ${wanted.figure}`);
  }
  if (wanted.value !== null && !isBelievableFigure(units[wanted.figure], wanted.value)) {
    const [least, most] = figureRange[units[wanted.figure]];
    throw new Problem(
      400,
      "bad-figure",
      `expected ${least} to ${most} ${units[wanted.figure]} for ${wanted.figure}, got ${wanted.value}; read it off the plate again`,
    );
  }
  const weakens = unit.sheet === null ? [] : await softened(db, unitId, unit.sheet, wanted);
  if (weakens.length > 0) {
    await db.transaction().execute((trx) =>
      trx
        .insertInto("figureClaim")
        .values({
          id: randomUUID(),
          unitId,
          ...wanted,
          weakens: JSON.stringify(weakens),
          enteredBy: personId,
          enteredAt: at,
        })
        .execute(),
    );
    return { waiting: weakens };
  }
  await writeFigure(db, unitId, personId, wanted, at);
  return {};
}

async function softened(
  db: Db | Trx,
  unitId: string,
  sheet: Sheet,
  { figure, value, source }: z.infer<typeof unitFigureSchema>,
): Promise<readonly Weakening[]> {
  const now = await figuresOf(db, unitId);
  const { [figure]: _was, ...others } = now;
  const then: UnitFigures = value === null ? others : { ...others, [figure]: { value, source } };
  return weakenings(sheetOfUnit(sheet, now), sheetOfUnit(sheet, then));
}

async function writeFigure(
  db: Db,
  unitId: string,
  personId: string,
  wanted: z.infer<typeof unitFigureSchema>,
  at: Date,
  agreed?: { readonly id: string; readonly weakens: readonly Weakening[]; readonly confirmedBy: string },
): Promise<void> {
  const heads = await db.transaction().execute(async (trx) => {
    if (agreed !== undefined)
      await trx
        .updateTable("figureClaim")
        .set({ confirmedBy: agreed.confirmedBy, confirmedAt: at })
        .where("id", "=", agreed.id)
        .execute();
    const confirmedBy = agreed?.confirmedBy ?? null;
    const document = { by: personId, ...wanted, ...(confirmedBy === null ? {} : { confirmedBy }) };
    const written = await appendToAll(trx, [unitId], { kind: "unit_figure", at, document });
    await trx
      .insertInto("unitFigure")
      .values({
        unitId,
        ...wanted,
        setBy: personId,
        setAt: at,
        weakens: JSON.stringify(agreed?.weakens ?? []),
        confirmedBy,
      })
      .execute();
    return written;
  });
  noteHeads(heads);
}

/** Figures of a unit that wait for a second person. */
export const figureClaims = (db: Db, unitId: string) =>
  db
    .selectFrom("figureClaim as c")
    .innerJoin("person as p", "p.id", "c.enteredBy")
    .innerJoin("unit as u", "u.id", "c.unitId")
    .select(["c.id", "c.figure", "c.value", "c.source", "c.weakens", "c.enteredBy", "p.name as by"])
    .where("c.unitId", "=", unitId)
    .where("c.confirmedAt", "is", null)
    .where("c.withdrawnAt", "is", null)
    .orderBy("c.enteredAt")
    .execute();

/** A second person, with the plate or the manual before them, agrees to a figure. The one who entered it is refused. */
export async function confirmFigure(
  db: Db,
  unitId: string,
  claimId: string,
  personId: string,
  at: Date,
): Promise<void> {
  const claim = (await figureClaims(db, unitId)).find((one) => one.id === claimId);
  if (claim === undefined)
    throw new Problem(404, "no-claim", "expected a figure that waits for a second person; it may be settled");
  if (claim.enteredBy === personId)
    throw new Problem(403, "second-person", `expected a second person: ${claim.by} entered this`);
  const { figure, value, source, weakens, enteredBy, id } = claim;
  await writeFigure(db, unitId, enteredBy, { figure, value, source }, at, {
    id,
    weakens,
    confirmedBy: personId,
  });
}
