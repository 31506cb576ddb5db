import { z } from "zod";
import { figureRange, isBelievableFigure } from "@/core/measure/believable";
import { figuresOf as askedOf, type FigureId, figureIds, figures as units } from "@/core/sheet/figures";
import type { UnitFigures } from "@/core/sheet/overrides";
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

/** Records a figure read off one unit. Nothing is overwritten; what was answered by the old one is asked again. */
export async function setUnitFigure(
  db: Db,
  unitId: string,
  personId: string,
  wanted: z.infer<typeof unitFigureSchema>,
  at: Date,
): Promise<void> {
  const unit = await db.selectFrom("unit").select("family").where("id", "=", unitId).executeTakeFirst();
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
  const heads = await db.transaction().execute(async (trx) => {
    const written = await appendToAll(trx, [unitId], {
      kind: "unit_figure",
      at,
      document: { by: personId, ...wanted },
    });
    await trx
      .insertInto("unitFigure")
      .values({ unitId, ...wanted, setBy: personId, setAt: at })
      .execute();
    return written;
  });
  noteHeads(heads);
}
