import { randomUUID } from "node:crypto";
import { z } from "zod";
import { type FeatureId, familyMayHave, featureIds, features } from "@/core/sheet/features";
import { type Sheet, sheetSchema } from "@/core/sheet/sheet";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { canonical, sha256 } from "@/server/ledger/append";
import { type Head, noteHeads } from "@/server/ledger/heads";
import { appendToAll } from "@/server/units/ledger-entries";

export const saveSchema = z.strictObject({
  /** The sheet as it stands in the editor. */
  sheet: z.unknown(),
  /** Version it was begun from; 0 for a new sheet. */
  from: z.number().int().min(0),
  note: z.string().trim().max(400).optional(),
});

export interface Saved {
  readonly id: string;
  readonly version: number;
  /** Features said to be not fitted that wait for a second person; their checks stay on. */
  readonly claims: readonly FeatureId[];
}

/** Reads a sheet, or refuses it whole with every error named by its path. */
export function readSheet(raw: unknown): Sheet {
  const parsed = sheetSchema.safeParse(raw);
  if (parsed.success) return parsed.data;
  const errors = parsed.error.issues.map((issue) => ({
    path: issue.path.join(".") || "sheet",
    message: issue.message,
  }));
  throw new Problem(
    400,
    "bad-sheet",
    `the sheet was not taken: ${errors.map((e) => `${e.path}: ${e.message}`).join("; ")}`,
    { errors },
  );
}

interface Claim {
  readonly feature: FeatureId;
  readonly page: string;
}

/**
 * Takes out of a sheet what one person alone says is not fitted on a safety feature, and what they say two
 * others said: that is kept as a claim, and until a second person agrees the feature is unknown. What an
 * earlier version of this sheet already holds with two names stands.
 */
function claimsIn(
  raw: unknown,
  before: Sheet | undefined,
): { readonly cleaned: unknown; readonly claims: readonly Claim[] } {
  if (typeof raw !== "object" || raw === null || !("features" in raw)) return { cleaned: raw, claims: [] };
  const given = (raw as { features: unknown }).features;
  if (typeof given !== "object" || given === null) return { cleaned: raw, claims: [] };
  const claims: Claim[] = [];
  const cleaned: Record<string, unknown> = { ...given };
  const family = (raw as { family?: Sheet["family"] }).family;
  for (const feature of featureIds) {
    const entry = cleaned[feature] as Sheet["features"][FeatureId] | undefined;
    if (entry?.fit !== "not_fitted" || !features[feature].safety) continue;
    if (family !== undefined && !familyMayHave(family, feature)) continue;
    if (before !== undefined && canonical(before.features[feature] ?? null) === canonical(entry)) continue;
    const page = (entry.manualPage ?? "").trim();
    if (page === "") continue;
    claims.push({ feature, page });
    cleaned[feature] = { fit: "unknown" };
  }
  return { cleaned: { ...raw, features: cleaned }, claims };
}

const idFor = (sheet: Sheet): string =>
  `${sheet.maker} ${sheet.model}`
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "") || "sheet";

/** Saves a new sheet. Two sheets may not go by the same name. */
export async function createSheet(
  db: Db,
  personId: string,
  raw: unknown,
  note: string | undefined,
  at: Date,
): Promise<Saved> {
  const { cleaned, claims } = claimsIn(raw, undefined);
  const sheet = readSheet(cleaned);
  const id = idFor(sheet);
  return db.transaction().execute(async (trx) => {
    const made = await trx
      .insertInto("sheet")
      .values({ id, name: `${sheet.maker} ${sheet.model}`, family: sheet.family })
      .onConflict((oc) => oc.doNothing())
      .returning("id")
      .executeTakeFirst();
    if (made === undefined) {
      throw new Problem(
        409,
        "sheet-there",
        `there is already a sheet ${sheet.maker} ${sheet.model}; open it and save a new version, or give this one another model`,
      );
    }
    await addVersion(trx, id, 1, sheet, personId, note, at);
    return { id, version: 1, claims: await addClaims(trx, id, claims, personId, at) };
  });
}

/** Saves a new version over `from`; the units of the sheet use it from their next inspection on. */
export async function saveSheet(
  db: Db,
  personId: string,
  id: string,
  wanted: z.infer<typeof saveSchema>,
  at: Date,
): Promise<Saved> {
  const { saved, heads } = await db.transaction().execute(async (trx) => {
    const latest = await latestVersion(trx, id);
    if (latest.version !== wanted.from) {
      throw new Problem(
        409,
        "newer-version",
        `version ${latest.version} was saved meanwhile, this is over ${wanted.from}; look at the difference and enter yours again`,
        { latest: latest.version },
      );
    }
    const { cleaned, claims } = claimsIn(wanted.sheet, latest.content);
    const sheet = readSheet(cleaned);
    if (sheet.family !== latest.content.family) {
      throw new Problem(
        400,
        "other-family",
        `expected a ${latest.content.family.replaceAll("_", " ")} as before, got a ${sheet.family.replaceAll("_", " ")}; another family is another sheet`,
      );
    }
    if (canonical(sheet) === canonical(latest.content) && claims.length === 0)
      throw new Problem(409, "no-change", "nothing differs from the version this was begun from");
    const { version, heads } =
      canonical(sheet) === canonical(latest.content)
        ? { version: latest.version, heads: [] }
        : await replaceVersion(trx, id, latest.version + 1, sheet, personId, wanted.note, at);
    return { saved: { id, version, claims: await addClaims(trx, id, claims, personId, at) }, heads };
  });
  noteHeads(heads);
  return saved;
}

async function latestVersion(trx: Trx, id: string) {
  // Locks the sheet, so that two people cannot both save over the same version.
  const sheet = await trx
    .selectFrom("sheet")
    .select("id")
    .where("id", "=", id)
    .forUpdate()
    .executeTakeFirst();
  const row = await trx
    .selectFrom("sheetVersion")
    .select(["version", "content"])
    .where("sheetId", "=", id)
    .orderBy("version", "desc")
    .executeTakeFirst();
  if (sheet === undefined || row === undefined)
    throw new Problem(404, "no-sheet", `expected a sheet of this yard, got ${id}`);
  return row;
}

async function replaceVersion(
  trx: Trx,
  id: string,
  version: number,
  sheet: Sheet,
  personId: string,
  note: string | undefined,
  at: Date,
): Promise<{ readonly version: number; readonly heads: readonly Head[] }> {
  const versionId = await addVersion(trx, id, version, sheet, personId, note, at);
  const units = await trx
    .selectFrom("unit as u")
    .innerJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
    .select("u.id")
    .where("v.sheetId", "=", id)
    .execute();
  const heads = await appendToAll(
    trx,
    units.map((u) => u.id),
    { kind: "sheet", at, document: { by: personId, sheetId: id, version, hash: sha256(canonical(sheet)) } },
  );
  await trx
    .updateTable("sheet")
    .set({ name: `${sheet.maker} ${sheet.model}` })
    .where("id", "=", id)
    .execute();
  await trx
    .updateTable("unit")
    .set({ sheetVersionId: versionId })
    .where("sheetVersionId", "in", (eb) =>
      eb.selectFrom("sheetVersion").select("id").where("sheetId", "=", id),
    )
    .execute();
  return { version, heads };
}

async function addVersion(
  trx: Trx,
  sheetId: string,
  version: number,
  sheet: Sheet,
  personId: string,
  note: string | undefined,
  at: Date,
): Promise<string> {
  const id = randomUUID();
  const content = canonical(sheet);
  await trx
    .insertInto("sheetVersion")
    .values({
      id,
      sheetId,
      version,
      content,
      hash: sha256(content),
      createdAt: at,
      madeBy: personId,
      note: note === undefined || note === "" ? null : note,
    })
    .execute();
  return id;
}

async function addClaims(
  trx: Trx,
  sheetId: string,
  claims: readonly Claim[],
  personId: string,
  at: Date,
): Promise<readonly FeatureId[]> {
  for (const { feature, page } of claims) {
    await trx
      .updateTable("sheetClaim")
      .set({ withdrawnAt: at })
      .where("sheetId", "=", sheetId)
      .where("feature", "=", feature)
      .where("confirmedAt", "is", null)
      .where("withdrawnAt", "is", null)
      .execute();
    await trx
      .insertInto("sheetClaim")
      .values({ id: randomUUID(), sheetId, feature, manualPage: page, enteredBy: personId, enteredAt: at })
      .execute();
  }
  return claims.map((c) => c.feature);
}

/**
 * A second person agrees that a feature is not fitted: only now are its checks switched off, in a new version.
 * The one who entered it is refused, by the database too.
 */
export async function confirmClaim(db: Db, claimId: string, personId: string, at: Date): Promise<Saved> {
  const { saved, heads } = await db.transaction().execute(async (trx) => {
    const claim = await trx
      .selectFrom("sheetClaim as c")
      .innerJoin("person as e", "e.id", "c.enteredBy")
      .select(["c.sheetId", "c.feature", "c.manualPage", "c.enteredBy", "e.name as entered"])
      .where("c.id", "=", claimId)
      .where("c.confirmedAt", "is", null)
      .where("c.withdrawnAt", "is", null)
      .executeTakeFirst();
    if (claim === undefined)
      throw new Problem(
        404,
        "no-claim",
        "expected something that waits for a second person; it may be settled",
      );
    if (claim.enteredBy === personId) {
      throw new Problem(
        403,
        "second-person",
        `expected a second person: ${claim.entered} entered this and cannot confirm it`,
      );
    }
    const person = await trx
      .selectFrom("person")
      .select("name")
      .where("id", "=", personId)
      .executeTakeFirstOrThrow();
    const latest = await latestVersion(trx, claim.sheetId);
    const sheet: Sheet = {
      ...latest.content,
      features: {
        ...latest.content.features,
        [claim.feature]: {
          fit: "not_fitted",
          manualPage: claim.manualPage,
          enteredBy: claim.entered,
          // Two people may share a name; the claim's row says which two they are.
          confirmedBy: person.name === claim.entered ? `${person.name} (second)` : person.name,
        },
      },
    };
    await trx
      .updateTable("sheetClaim")
      .set({ confirmedBy: personId, confirmedAt: at })
      .where("id", "=", claimId)
      .execute();
    const note = `${claim.feature} not fitted: entered by ${claim.entered}, confirmed by ${person.name}`;
    const { version, heads } = await replaceVersion(
      trx,
      claim.sheetId,
      latest.version + 1,
      readSheet(sheet),
      personId,
      note,
      at,
    );
    return { saved: { id: claim.sheetId, version, claims: [] }, heads };
  });
  noteHeads(heads);
  return saved;
}

/** Takes back what waits for a second person. */
export async function withdrawClaim(db: Db, claimId: string, at: Date): Promise<void> {
  const row = await db
    .updateTable("sheetClaim")
    .set({ withdrawnAt: at })
    .where("id", "=", claimId)
    .where("confirmedAt", "is", null)
    .where("withdrawnAt", "is", null)
    .returning("id")
    .executeTakeFirst();
  if (row === undefined)
    throw new Problem(404, "no-claim", "expected something that waits for a second person");
}
