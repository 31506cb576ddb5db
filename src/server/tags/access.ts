import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { isUuid } from "@/server/http/uuid";
import type { Right } from "@/server/people/roles";
import { requireRight, type SignedIn } from "@/server/people/session";
import { siteOfTag } from "./read";

export async function requireTagRight(db: Db, tagId: string, person: SignedIn, right: Right): Promise<void> {
  const siteId = isUuid(tagId) ? await siteOfTag(db, tagId) : undefined;
  if (siteId === undefined)
    throw new Problem(404, "no-tag", "expected a tag of the pool; open it from Tagged out");
  requireRight(person, right, siteId);
}
