import { randomUUID } from "node:crypto";
import { z } from "zod";
import { intervalsRefused, withoutTwoPeople } from "@/core/catalogue/interval";
import { guardsChecks, type Weakening, weakenings } from "@/core/catalogue/weakened";
import { type Sheet, sheetSchema } from "@/core/sheet/sheet";
import { type FeatureId, featureIds } from "@/core/vocabulary/features";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { canonical, sha256 } from "@/server/ledger/chain";
import { type Head, noteHeads } from "@/server/ledger/heads";
import { appendToAll } from "@/server/units/ledger-entries";

export const saveSchema = z.strictObject({
  /** The sheet as it stands in the editor. */
  sheet: z.unknown(),
  /** Version it was begun from; 0 for a new sheet. */
  from: z.number().int().min(0),
  note: z.string().trim().max(400).optional(),
  /** Page of the maker's manual, where the change takes something on the floor away. */
  page: z.string().trim().max(80).optional(),
});

export interface Saved {
  readonly id: string;
  readonly version: number;
  /** Features said to be not fitted that wait for a second person; their checks stay on. */
  readonly claims: readonly FeatureId[];
  /** Where the whole change waits for a second person: what it would take away. */
  readonly waiting?: readonly Weakening[];
}

/** Reads a sheet, or refuses it whole with every error named by its path. */
export function readSheet(raw: unknown): Sheet {
  const parsed = sheetSchema.safeParse(raw);
  const errors = parsed.success
    ? intervalsRefused(parsed.data).map((id) => ({
        path: `intervals.${id}`,
        message:
          "expected a check of this machine that may be left longer; it is made at every inspection, take the interval out",
      }))
    : parsed.error.issues.map((issue) => ({
        path: issue.path.join(".") || "sheet",
        message: issue.message,
      }));
  if (parsed.success && errors.length === 0) return parsed.data;
  throw new Problem(
    400,
    "bad-sheet",
    `the sheet was not taken: ${errors.map((e) => `${e.path}: ${e.message}`).join("; ")}`,
    { errors },
  );
}

/** What two people agreed to take away, and the page that says so. */
interface Agreed {
  readonly weakens: readonly Weakening[];
  readonly page: string;
  readonly confirmedBy: string;
}

interface Claim {
  readonly feature: FeatureId;
  readonly page: string;
}

/**
 * Takes out of a sheet what one person alone says is not fitted, where a check on the floor goes with it, and what
 * they say two others said: each is kept as a claim, and until a second person agrees the feature is unknown. What
 * an earlier version of this sheet already holds stands.
 */
function claimsIn(
  sheet: Sheet,
  before: Sheet | undefined,
): { readonly cleaned: Sheet; readonly claims: readonly Claim[] } {
  const claims: Claim[] = [];
  const features: Record<string, Sheet["features"][FeatureId]> = { ...sheet.features };
  for (const feature of featureIds) {
    const entry = sheet.features[feature];
    if (entry?.fit !== "not_fitted") continue;
    if (before !== undefined && canonical(before.features[feature] ?? null) === canonical(entry)) continue;
    if (!guardsChecks(sheet, feature)) {
      features[feature] = {
        fit: "not_fitted",
        ...(entry.manualPage === undefined ? {} : { manualPage: entry.manualPage }),
      };
      continue;
    }
    const page = (entry.manualPage ?? "").trim();
    if (page === "")
      throw new Problem(
        400,
        "bad-sheet",
        `features.${feature}: expected the manual's page that shows it is not fitted, because checks on the floor go with it; leave it unknown until it is there`,
        { errors: [{ path: `features.${feature}`, message: "expected the manual's page" }] },
      );
    claims.push({ feature, page });
    features[feature] = { fit: "unknown" };
  }
  return { cleaned: { ...sheet, features }, claims };
}

const idFor = (sheet: Sheet): string =>
  `${sheet.maker} ${sheet.model}`
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "") || "sheet";

/**
 * Saves a new sheet. Two sheets may not go by the same name. What it says of tests that only two people may leave longer waits
 * for a second one, as it would in a sheet that is there.
 */
export async function createSheet(
  db: Db,
  personId: string,
  raw: unknown,
  note: string | undefined,
  at: Date,
): Promise<Saved> {
  const { cleaned, claims } = claimsIn(readSheet(raw), undefined);
  const sheet = withoutTwoPeople(cleaned);
  const weakens = weakenings(sheet, cleaned);
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
    const own = await addClaims(trx, id, claims, personId, at);
    if (weakens.length === 0) return { id, version: 1, claims: own };
    const pages = weakens.map((one) => cleaned.intervals?.[one.id.split("@")[0] ?? ""]?.page ?? "");
    await claimWhole(trx, id, 1, cleaned, weakens, [...new Set(pages)].join(", "), personId, at);
    return { id, version: 1, claims: own, waiting: weakens };
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
    const { cleaned: sheet, claims } = claimsIn(readSheet(wanted.sheet), latest.content);
    if (sheet.family !== latest.content.family) {
      throw new Problem(
        400,
        "other-family",
        `expected a ${latest.content.family.replaceAll("_", " ")} as before, got a ${sheet.family.replaceAll("_", " ")}; another family is another sheet`,
      );
    }
    if (canonical(sheet) === canonical(latest.content) && claims.length === 0)
      throw new Problem(409, "no-change", "nothing differs from the version this was begun from");
    const weakens = weakenings(latest.content, sheet);
    if (weakens.length > 0) {
      await claimWhole(trx, id, latest.version, sheet, weakens, (wanted.page ?? "").trim(), personId, at);
      const own = await addClaims(trx, id, claims, personId, at);
      return { saved: { id, version: latest.version, claims: own, waiting: weakens }, heads: [] };
    }
    const { version, heads } =
      canonical(sheet) === canonical(latest.content)
        ? { version: latest.version, heads: [] }
        : await replaceVersion(trx, id, latest.version + 1, sheet, personId, wanted.note, at);
    return { saved: { id, version, claims: await addClaims(trx, id, claims, personId, at) }, heads };
  });
  noteHeads(heads);
  return saved;
}

/**
 * Keeps a whole change that takes something on the floor away, until a second person agrees: the sheet stays as it
 * is. The latest such change of a sheet stands.
 */
async function claimWhole(
  trx: Trx,
  sheetId: string,
  fromVersion: number,
  sheet: Sheet,
  weakens: readonly Weakening[],
  page: string,
  personId: string,
  at: Date,
): Promise<void> {
  if (page === "") {
    const names = weakens.map(({ what, id }) => `${id} (${what})`);
    throw new Problem(
      409,
      "needs-page",
      `this would take away or soften ${weakens.length} on the floor: ${names.slice(0, 6).join(", ")}${names.length > 6 ? ", ..." : ""}; give the manual's page, and a second person agrees`,
      { weakens },
    );
  }
  await trx
    .updateTable("sheetClaim")
    .set({ withdrawnAt: at })
    .where("sheetId", "=", sheetId)
    .where("feature", "is", null)
    .where("confirmedAt", "is", null)
    .where("withdrawnAt", "is", null)
    .execute();
  await trx
    .insertInto("sheetClaim")
    .values({
      id: randomUUID(),
      sheetId,
      feature: null,
      content: canonical(sheet),
      fromVersion,
      weakens: JSON.stringify(weakens),
      manualPage: page,
      enteredBy: personId,
      enteredAt: at,
    })
    .execute();
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
  by?: Agreed,
): Promise<{ readonly version: number; readonly heads: readonly Head[] }> {
  const versionId = await addVersion(trx, id, version, sheet, personId, note, at, by);
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
  by?: Agreed,
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
      weakens: JSON.stringify(by?.weakens ?? []),
      manualPage: by?.page ?? null,
      confirmedBy: by?.confirmedBy ?? null,
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
      .select([
        "c.sheetId",
        "c.feature",
        "c.content",
        "c.fromVersion",
        "c.manualPage",
        "c.enteredBy",
        "e.name as entered",
      ])
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
    if (claim.feature === null && claim.fromVersion !== latest.version)
      throw new Problem(
        409,
        "newer-version",
        `version ${latest.version} was saved meanwhile, this is over ${claim.fromVersion}; take it back and enter it again`,
      );
    const sheet = readSheet(claim.content ?? withoutFeature(latest.content, claim, person.name));
    await trx
      .updateTable("sheetClaim")
      .set({ confirmedBy: personId, confirmedAt: at })
      .where("id", "=", claimId)
      .execute();
    const what = claim.feature === null ? "changes on the floor" : `${claim.feature} not fitted`;
    const note = `${what}: entered by ${claim.entered}, confirmed by ${person.name}`;
    const weakens = weakenings(latest.content, sheet);
    const { version, heads } = await replaceVersion(
      trx,
      claim.sheetId,
      latest.version + 1,
      sheet,
      claim.enteredBy,
      note,
      at,
      { weakens, page: claim.manualPage, confirmedBy: personId },
    );
    return { saved: { id: claim.sheetId, version, claims: [] }, heads };
  });
  noteHeads(heads);
  return saved;
}

/** A sheet with one feature not fitted, as two people say. Two may share a name; the claim's row says which they are. */
function withoutFeature(
  sheet: Sheet,
  claim: { readonly feature: FeatureId | null; readonly manualPage: string; readonly entered: string },
  second: string,
): Sheet {
  if (claim.feature === null) return sheet;
  const { manualPage, entered: enteredBy } = claim;
  const confirmedBy = second === enteredBy ? `${second} (second)` : second;
  const entry = { fit: "not_fitted" as const, manualPage, enteredBy, confirmedBy };
  return { ...sheet, features: { ...sheet.features, [claim.feature]: entry } };
}

/** Takes back what waits for a second person. */
export async function withdrawClaim(db: Db, claimId: string, at: Date): Promise<void> {
  const row = await db
    .transaction()
    .execute((trx) =>
      trx
        .updateTable("sheetClaim")
        .set({ withdrawnAt: at })
        .where("id", "=", claimId)
        .where("confirmedAt", "is", null)
        .where("withdrawnAt", "is", null)
        .returning("id")
        .executeTakeFirst(),
    );
  if (row === undefined)
    throw new Problem(404, "no-claim", "expected something that waits for a second person");
}
