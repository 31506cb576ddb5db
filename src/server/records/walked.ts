import { catalogueVersion } from "@/core/catalogue/catalogue";
import type { SealedDocument } from "@/core/decision/sealed";
import type { WalkInput } from "@/core/underway/follow";
import { practiceOf } from "@/core/vocabulary/practice";
import type { Db } from "@/server/database/database";
import { sheetHash } from "@/server/inspections/sign";

/**
 * What a sealed full inspection was planned from, so that its proof can be worked out again; undefined where the
 * catalogue has changed since, the answers were erased, or the sheet pinned there is not the version kept.
 */
export async function walkedFrom(db: Db, document: SealedDocument): Promise<WalkInput | undefined> {
  const { scope, pinned, erased } = document;
  if (erased !== undefined) return undefined;
  const { sheetVersionId, policy, found } = pinned;
  if (scope.kind !== "full" || pinned.catalogueVersion !== catalogueVersion) return undefined;
  if (sheetVersionId === undefined || policy === undefined || found === undefined) return undefined;
  const version = await db
    .selectFrom("sheetVersion")
    .select("content")
    .where("id", "=", sheetVersionId)
    .executeTakeFirst();
  if (version === undefined || sheetHash(version.content) !== pinned.sheetHash) return undefined;
  return { sheet: version.content, scope, practice: practiceOf(policy), found, ...document.planned };
}
