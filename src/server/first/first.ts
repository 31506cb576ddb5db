import { createHash, randomUUID, timingSafeEqual } from "node:crypto";
import { z } from "zod";
import { cautiousPolicy } from "@/core/vocabulary/policy";
import { localMs } from "@/core/vocabulary/zone";
import { secretFile } from "@/server/config";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import { pinSchema, requireGoodPin, writePin } from "@/server/people/pin";
import { addStaffEvent, badgeSchema, nameSchema } from "@/server/people/staff";
import { countTry } from "@/server/people/wrong-tries";

/**
 * The code that opens an empty yard: printed where the server is started, so that whoever sets the yard up is whoever runs it,
 * and nobody who merely reached its address.
 */
export const firstCode = (): string => {
  const digest = createHash("sha256").update(secretFile("first-code")).digest();
  return `${digest.readUInt32BE(0) % 100_000_000}`.padStart(8, "0");
};

/** Whether nobody is in the yard yet. */
export async function isEmpty(db: Db): Promise<boolean> {
  return (await db.selectFrom("person").select("id").limit(1).executeTakeFirst()) === undefined;
}

const clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, "expected a time such as 06:30");

export const zoneSchema = z
  .string()
  .max(60)
  .refine(
    (zone) => {
      try {
        localMs(0, zone);
        return true;
      } catch {
        return false;
      }
    },
    { message: "expected a time zone such as UTC, CET or +05:30" },
  );

export const shiftsSchema = z
  .array(
    z.strictObject({
      id: z.string().regex(/^[a-z][a-z0-9_]{1,20}$/, "a shift's name is small letters, as in early"),
      starts: clock,
    }),
  )
  .min(1, "expected at least one shift")
  .max(6)
  .refine((shifts) => new Set(shifts.map(({ id }) => id)).size === shifts.length, {
    message: "expected each shift to have a name of its own",
  })
  .refine((shifts) => new Set(shifts.map(({ starts }) => starts)).size === shifts.length, {
    message: "expected each shift to start at a time of its own",
  });

export const siteSchema = z.strictObject({
  name: textField(2, "the site's name", 80),
  timeZone: zoneSchema,
  shifts: shiftsSchema,
});

const person = z.strictObject({ badge: badgeSchema, name: nameSchema, pin: pinSchema });

export const firstSchema = z
  .strictObject({
    code: z.string().regex(/^\d{8}$/, "the code has 8 digits; it is printed where the server was started"),
    site: siteSchema,
    owner: person,
    /** Somebody besides the owner: a rule that asks for two has two. */
    second: person.extend({ role: z.enum(["supervisor", "technician"]) }),
  })
  .refine(({ owner, second }) => owner.badge !== second.badge, {
    path: ["second", "badge"],
    message: "expected another badge than the owner's: two people, not one twice",
  })
  .refine(({ owner, second }) => owner.pin !== second.pin, {
    path: ["second", "pin"],
    message: "expected another PIN: the second person types their own, and the owner looks away",
  });

/** Shifts as the site keeps them: minutes after midnight, in order. */
export const shiftClocks = (shifts: z.infer<typeof shiftsSchema>) =>
  shifts
    .map(({ id, starts }) => ({ id, startsMin: Number(starts.slice(0, 2)) * 60 + Number(starts.slice(3)) }))
    .sort((a, b) => a.startsMin - b.startsMin);

/** The first site and the first two people, by whoever knows the code, into a yard in which nobody is. */
export async function beginYard(db: Db, wanted: z.infer<typeof firstSchema>, at: Date): Promise<void> {
  if (!(await isEmpty(db)))
    throw new Problem(
      409,
      "not-empty",
      "this yard has people already; sign in, or ask its owner for a badge",
    );
  const counted = await countTry(db, [{ key: "first code" }], at);
  if ("leftS" in counted)
    throw new Problem(429, "wait", `too many wrong codes; wait ${counted.leftS} s and try again`, {
      retryAfterS: counted.leftS,
    });
  if (!timingSafeEqual(Buffer.from(wanted.code), Buffer.from(firstCode())))
    throw new Problem(
      403,
      "wrong-code",
      "this is not the code that was printed where the server was started; look there again",
    );
  const { site, owner, second } = wanted;
  for (const { pin, badge } of [owner, second]) requireGoodPin(pin, badge);
  const siteId =
    site.name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-|-$/g, "") || "site";
  await db.transaction().execute(async (trx) => {
    const detail = {
      name: site.name,
      timeZone: site.timeZone,
      shifts: shiftClocks(site.shifts),
      policy: cautiousPolicy,
    };
    await trx
      .insertInto("siteChange")
      .values({ id: randomUUID(), siteId, kind: "made", detail: JSON.stringify(detail), byPerson: null, at })
      .execute();
    for (const { badge, name, pin, role } of [{ ...owner, role: "owner" }, second]) {
      const id = randomUUID();
      await addStaffEvent(trx, id, siteId, "joined", { badge, name }, null, at);
      await addStaffEvent(trx, id, siteId, "role_given", { role }, null, at);
      await writePin(trx, id, pin, null, at);
    }
  });
}
