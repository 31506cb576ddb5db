import type { Db } from "@/server/database/database";
import { startInspection, startRetest } from "@/server/inspections/start";
import { recordRepair, releaseTag } from "@/server/tags/return";
import { recordUnitEvent } from "@/server/units/events";
import { demoPool } from "./pool";
import { hoursOn, quirks } from "./quirks";
import { seededUuid } from "./random";
import { type DemoAnswer, walkAndSign } from "./walk";

const dayMs = 86_400_000;
const minMs = 60_000;

interface Told {
  readonly db: Db;
  readonly random: () => number;
  readonly people: ReadonlyMap<string, { readonly id: string; readonly name: string }>;
  readonly units: ReadonlyMap<string, string>;
  readonly today: Date;
  /** Nothing is told that would end after this. */
  readonly now: Date;
}

type Answers = Readonly<Record<string, DemoAnswer>>;

/**
 * What happened to each unit, by days before today. Every tag, grade and verdict comes out of the rules: the
 * stories only say what was found.
 */
const incidents: Readonly<Record<string, Readonly<Record<number, Answers>>>> = {
  // A slow hydraulic leak, seen only as three top-ups in eight shifts.
  "LM-06": {
    9: { "hydraulic.level": { value: 34, putRight: "top_up_oil" } },
    5: { "hydraulic.level": { value: 36, putRight: "top_up_oil" } },
    2: { "hydraulic.level": { value: 35, putRight: "top_up_oil" } },
  },
  // Found in the air in the morning.
  "LM-03": {
    1: {
      "park.place": {
        condition: "left_raised",
        note: "Found raised two metres at 05:10, night crew gone, stop buttons out",
      },
    },
  },
  // Its hour meter was replaced.
  "LM-25": {
    6: {
      "doc.service_due": {
        condition: "missing",
        note: "Hour meter replaced at 3,560 h, the new one reads from 0; sticker not yet changed",
      },
    },
  },
  // On hire, with damage argued over: the walk at hire-in settles it.
  "HI-07": {
    15: {
      "rails.condition": {
        condition: "scuffed",
        note: "Top rail, left, a hand's width: on it at hire-in, before our first use",
        picture: "rail_at_hire_in",
      },
    },
    4: {
      "rails.condition": {
        condition: "scuffed",
        note: "The hirer calls it new; see the walk at hire-in",
        picture: "rail_at_hire_out",
      },
    },
  },
  "LM-07": {
    12: {
      "rails.condition": {
        condition: "scuffed",
        where: ["right", "top"],
        sizeMm: 120,
        note: "From a door frame",
        picture: "rail_from_door",
      },
    },
  },
  // Failed its pothole-guard test on one side; repaired and re-tested, waiting for the second signature.
  "LM-08": {
    2: { "guard.block_left": { condition: "drove", note: "Left bar on timber, drove a metre, no alarm" } },
  },
  "LM-19": {
    10: {
      "hydraulic.hoses": { condition: "reinforcement_showing", note: "Lift cylinder return, at the clamp" },
    },
  },
  // The platform function fails while the ground one works; waiting for a part.
  "LM-20": {
    1: {
      "move.platform.rotate.left": {
        condition: "did_not_move",
        note: "Left dead from the platform, both ways good from the ground",
      },
    },
  },
  "LM-21": {
    3: {
      "doc.decals": { condition: "unreadable", note: "Crush warning at the rear" },
      "hydraulic.unit": { condition: "weep", note: "Filter head" },
    },
  },
};

/** Tells `days` days of history, oldest first. */
export async function tellStories(
  db: Db,
  random: () => number,
  today: Date,
  days: number,
  now: Date,
): Promise<void> {
  const people = new Map(
    (await db.selectFrom("person").select(["id", "badge", "name"]).execute()).map((p) => [p.badge, p]),
  );
  const units = new Map(
    (await db.selectFrom("unit").select(["id", "plate"]).execute()).map((u) => [u.plate, u.id]),
  );
  const told: Told = { db, random, people, units, today, now };
  for (let ago = days; ago >= 0; ago--) {
    const freeAt = new Map<string, number>();
    for (const unit of demoPool) {
      const incident = incidents[unit.plate]?.[ago] !== undefined;
      if (isIdle(unit.plate, ago)) continue;
      if (!incident && (unit.need === undefined || !worked(told, ago))) continue;
      const inspector = unit.need?.inspector ?? (unit.need?.shift === "late" ? "1042" : "1041");
      await shiftWalk(told, unit.plate, ago, unit.need?.shift ?? "early", inspector, freeAt);
    }
    if (ago === 6)
      await recordUnitEvent(
        db,
        units.get("LM-25") ?? "",
        people.get("3001")?.id ?? "",
        {
          ...{ id: seededUuid(random), kind: "meter_replaced" },
          meter: { oldHours: hoursOn("LM-25", ago), newHours: 0 },
        },
        new Date(today.getTime() - ago * dayMs + 600 * minMs),
      );
    if (ago === 9)
      await repairAndRetest(
        told,
        "LM-19",
        ago,
        "3002",
        {
          cause: "Return hose chafed at its clamp",
          work: "Hose replaced, clamp re-bushed",
          repaired: ["hoses"],
          disturbed: ["boom_cylinders"],
        },
        "3001",
      );
    if (ago === 1)
      await repairAndRetest(told, "LM-08", ago, "3001", {
        cause: "Left guard switch bent",
        work: "Switch and bracket replaced, travel set",
        repaired: ["pothole_guard"],
        disturbed: ["covers"],
      });
  }
}

/** Sundays the glasshouse rests. */
const worked = (told: Told, ago: number): boolean =>
  new Date(told.today.getTime() - ago * dayMs).getUTCDay() !== 0;

/** Units nobody walks: tagged out, waiting, or past their examination. */
function isIdle(plate: string, ago: number): boolean {
  if (plate === "LM-09") return ago <= 3;
  if (plate === "LM-08") return ago < 2;
  if (plate === "LM-20") return ago < 1;
  if (plate === "LM-19") return ago === 9;
  return false;
}

async function shiftWalk(
  told: Told,
  plate: string,
  ago: number,
  shift: "early" | "late",
  badge: string,
  freeAt: Map<string, number>,
): Promise<void> {
  const { db, random, people, units, today, now } = told;
  const person = people.get(badge);
  const unitId = units.get(plate);
  if (person === undefined || unitId === undefined)
    throw new Error(`the demo has no ${plate} or no badge ${badge}`);
  // One person walks one unit after another.
  const earliestMin = (shift === "early" ? 315 : 800) + Math.floor(random() * 6);
  const startMin = Math.max(earliestMin, (freeAt.get(badge) ?? 0) + 2);
  const startedAt = new Date(today.getTime() - ago * dayMs + startMin * minMs);
  const answers: Record<string, DemoAnswer> = { ...quirks(plate, ago, random), ...incidents[plate]?.[ago] };
  // One operator's checks are far too quick.
  const pace = badge === "1044" ? 0.06 : 0.75;
  const lastsMin = 60 * pace;
  freeAt.set(badge, startMin + lastsMin * 0.9);
  if (startedAt.getTime() + lastsMin * minMs > now.getTime()) return;
  const inspectionId = await startInspection(db, person.id, { unitId, scope: "full" }, startedAt);
  await walkAndSign(
    db,
    { inspectionId, personId: person.id, signer: person.name, random, answers, pace },
    startedAt,
  );
}

interface Repair {
  readonly cause: string;
  readonly work: string;
  readonly repaired: readonly ("hoses" | "pothole_guard")[];
  readonly disturbed: readonly ("boom_cylinders" | "covers")[];
}

async function repairAndRetest(
  told: Told,
  plate: string,
  ago: number,
  technician: string,
  repair: Repair,
  releaser?: string,
): Promise<void> {
  const { db, random, people, units, today } = told;
  const unitId = units.get(plate) ?? "";
  const tag = await db
    .selectFrom("standingTag")
    .select(["id", "number"])
    .where("unitId", "=", unitId)
    .executeTakeFirst();
  const by = people.get(technician);
  // A short history may not reach back to the incident.
  if (tag === undefined || by === undefined) return;
  const at = (hour: number) => new Date(today.getTime() - ago * dayMs + hour * 3_600_000);
  await recordRepair(
    db,
    tag.id,
    by.id,
    {
      ...repair,
      repaired: [...repair.repaired],
      disturbed: [...repair.disturbed],
      licence: `LMG-${technician}`,
    },
    at(9),
  );
  const inspectionId = await startRetest(db, by.id, tag.id, at(10));
  await walkAndSign(db, { inspectionId, personId: by.id, signer: by.name, random }, at(10));
  const second = releaser === undefined ? undefined : people.get(releaser);
  if (second === undefined) return;
  const head = await db
    .selectFrom("ledgerEntry")
    .select(({ fn }) => fn.max("position").as("position"))
    .where("unitId", "=", unitId)
    .executeTakeFirstOrThrow();
  await releaseTag(
    db,
    tag.id,
    second.id,
    { number: tag.number, seenPosition: Number(head.position) },
    at(12),
  );
}
