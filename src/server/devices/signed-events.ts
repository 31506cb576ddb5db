import { z } from "zod";
import type { DeviceSignature } from "@/contract/signed";
import type { Db } from "@/server/database/database";
import { holds, keyNamed, keysById, type Signed } from "./keys";

const batch = z.object({ events: z.array(z.looseObject({ id: z.string() })), signed: z.array(z.unknown()) });

/** The events of a batch that a key of this server has signed, by id. Whatever else came is signed by nobody. */
export async function signedEvents(db: Db, body: unknown): Promise<ReadonlyMap<string, Signed>> {
  const read = batch.safeParse(body);
  if (!read.success) return new Map();
  const { events, signed } = read.data;
  const keys = await keysById(
    db,
    signed.flatMap((one) => keyNamed(one) ?? []),
  );
  return new Map(
    events.flatMap((event, i): [string, Signed][] => {
      const key = keys.get(keyNamed(signed[i]) ?? "");
      const by = signed[i] as DeviceSignature;
      return key !== undefined && holds(key, "event", event, by) ? [[event.id, { key, signed: by }]] : [];
    }),
  );
}

/** The person whose keys have signed every event of a batch; undefined where any is unsigned, or of somebody else. */
export function onlySigner(body: unknown, signed: ReadonlyMap<string, Signed>): string | undefined {
  const read = batch.safeParse(body);
  if (!read.success || read.data.events.length === 0) return undefined;
  const people = new Set(read.data.events.map(({ id }) => signed.get(id)?.key.personId));
  return people.size === 1 ? [...people][0] : undefined;
}
