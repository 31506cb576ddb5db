import { momentOf } from "@/core/vocabulary/zone";
import type { Db } from "@/server/database/database";
import { canonical, sha256 } from "@/server/ledger/chain";
import { erasedOf, unpackEvents } from "@/server/ledger/kept-events";
import { publicKeyPem, signHash } from "@/server/ledger/key";
import { digestsIn } from "@/server/ledger/texts";
import type { AtSite } from "./find";

const dayMs = 86_400_000;
const atOnce = 200;

/** Days whose entries a bundle holds, both counted in. */
export interface BundleDays {
  readonly from: string;
  readonly to: string;
}

/** Lines of a bundle: each sealed by the SHA-256 of the seal before it, a line break, and its own content. */
class Sealed {
  seal = "";
  line(content: object): string {
    const text = JSON.stringify(content);
    this.seal = sha256(`${this.seal}\n${text}`);
    return `{"seal":"${this.seal}","of":${text}}\n`;
  }
}

/**
 * The ledgers of a site's units between two days, as lines of JSON that are checked without this app
 * (docs/formats/bundle.md): every entry with what stands beside it, its signature, and the key that made it; last a line that
 * says how many there were, signed over all before.
 */
export async function* bundleOf(
  db: Db,
  { siteId, zone }: AtSite,
  { from, to }: BundleDays,
  at: Date,
): AsyncGenerator<string> {
  const sealed = new Sealed();
  const site = await db.selectFrom("site").select("name").where("id", "=", siteId).executeTakeFirstOrThrow();
  yield sealed.line({
    ...{ bundle: 1, site: site.name, from, to, made: at.toISOString(), publicKey: publicKeyPem() },
  });
  const units = await db
    .selectFrom("unit")
    .select(["id", "plate", "serial"])
    .where("siteId", "=", siteId)
    .orderBy("plate")
    .execute();
  let entries = 0;
  const [fromAt, toAt] = [
    new Date(momentOf(Date.parse(from), zone)),
    new Date(momentOf(Date.parse(to) + dayMs, zone)),
  ];
  for (const unit of units) {
    for (let after = 0; ; ) {
      const rows = await db
        .selectFrom("ledgerEntry")
        .select(["position", "kind", "body", "previousHash", "hash", "signature"])
        .where("unitId", "=", unit.id)
        .where("position", ">", after)
        .where("recordedAt", ">=", fromAt)
        .where("recordedAt", "<", toAt)
        .orderBy("position")
        .limit(atOnce)
        .execute();
      const last = rows.at(-1);
      if (last === undefined) break;
      const positions = rows.map(({ position }) => position);
      const kept = await db
        .selectFrom("keptEvents")
        .select(["position", "packed"])
        .where("unitId", "=", unit.id)
        .where("position", "in", positions)
        .execute();
      const erased = await erasedOf(db, unit.id);
      const events = new Map(kept.map((one) => [one.position, canonical(unpackEvents(one.packed))]));
      const texts = await textsIn(db, rows.map(({ body }) => body).concat([...events.values()]));
      for (const { position, ...row } of rows) {
        const own = events.get(position);
        const beside = digestsIn(row.body + (own ?? "")).flatMap((digest) => texts.get(digest) ?? []);
        yield sealed.line({
          ...{ unitId: unit.id, plate: unit.plate, serial: unit.serial, position, ...row },
          ...(own !== undefined && { events: own }),
          ...(erased.has(position) && { erased: erased.get(position)?.toISOString() }),
          ...(beside.length > 0 && { texts: beside }),
        });
        entries += 1;
      }
      after = last.position;
    }
  }
  const last = sealed.line({ end: { units: units.length, entries } });
  yield last;
  yield `{"signature":"${signHash(sealed.seal)}"}\n`;
}

interface BesideText {
  readonly digest: string;
  readonly salt: string;
  readonly content: string;
}

async function textsIn(db: Db, texts: readonly string[]): Promise<ReadonlyMap<string, BesideText>> {
  const digests = [...new Set(texts.flatMap(digestsIn))];
  if (digests.length === 0) return new Map();
  const rows = await db
    .selectFrom("sealedText")
    .select(["digest", "salt", "content"])
    .where("digest", "in", digests)
    .execute();
  return new Map(
    rows.map(({ digest, salt, content }) => [digest, { digest, salt, content: canonical(content) }]),
  );
}
