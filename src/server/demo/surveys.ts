import type { Job, Readings, SurveyGiven } from "@/core/survey/job";
import { seeded } from "@/core/vocabulary/seeded";
import type { Db } from "@/server/database/database";
import { placesOf } from "@/server/places/read";
import { recordDrill } from "@/server/surveys/drill";
import { keepLoad } from "@/server/surveys/loads";
import { recordSurvey } from "@/server/surveys/record";
import { signTalk } from "@/server/surveys/talk";
import { demoSite } from "./people";
import { seededUuid } from "./random";

const minuteMs = 60_000;
const dayMs = 86_400_000;

interface Told {
  readonly plate: string;
  readonly badge: string;
  readonly place: string;
  /** Minutes before now. */
  readonly agoMin: number;
  readonly job: Pick<Job, "what" | "persons" | "positions"> & Partial<Job>;
  readonly spot: { readonly x: number; readonly y: number; readonly facingDeg: number };
  readonly level: { readonly alongDeg: number; readonly acrossDeg: number };
  readonly readings?: Partial<Readings>;
  /** Who heard the talk. */
  readonly heard: readonly string[];
}

/** What was surveyed the day before and this morning: one still holds, the others are over. */
const told: readonly Told[] = [
  {
    ...{ plate: "LM-06", badge: "1043", place: "Fern Range", agoMin: 21 * 60 },
    job: {
      ...{ what: "Bleed the radiators", persons: 1 },
      positions: [{ id: "w1", name: "Valve", at: { x: 10, y: 6.5 }, handsM: 4 }],
    },
    spot: { x: 10, y: 6.5, facingDeg: 90 },
    level: { alongDeg: 0.5, acrossDeg: 0 },
    heard: ["N. Sedge"],
  },
  {
    ...{ plate: "LM-23", badge: "1041", place: "Lake Lawn", agoMin: 16 * 60 },
    job: {
      ...{ what: "Prune the cedar", persons: 1 },
      positions: [{ id: "w1", name: "Cedar", at: { x: 44, y: 30 }, handsM: 8 }],
    },
    spot: { x: 42, y: 27, facingDeg: 0 },
    level: { alongDeg: 3, acrossDeg: 1 },
    readings: {
      hazards: [
        {
          ...{ id: "h1", what: "soft_ground", where: "by the irrigation valve", did: "kept_away" },
          ...{ by: "R. Oake", told: "the arborists" },
        },
      ],
    },
    heard: ["N. Sedge", "D. Ash"],
  },
];

/** Surveys, the talks before them, drills of the rescue and loads that crews keep. */
export async function tellSurveys(db: Db, today: Date, now: Date): Promise<void> {
  const random = seeded(2711);
  const people = new Map(
    (await db.selectFrom("person").select(["badge", "id", "name"]).execute()).map((one) => [one.badge, one]),
  );
  const units = new Map(
    (await db.selectFrom("unit").select(["plate", "id"]).execute()).map(({ plate, id }) => [plate, id]),
  );
  const idOf = (badge: string) => people.get(badge)?.id ?? "";
  for (const { name, persons, items } of loads)
    await keepLoad(
      db,
      demoSite,
      {
        ...{ id: seededUuid(random), name },
        load: { persons, personKg: null, onExtension: 0, toolM: 0.5, items: [...items] },
      },
      idOf("2001"),
      new Date(today.getTime() - 30 * dayMs),
    );
  for (const [plate, minutes] of [
    ["LM-23", 6],
    ["LM-21", 4.5],
  ] as const)
    await recordDrill(
      db,
      units.get(plate) ?? "",
      { id: seededUuid(random), rescuer: "N. Sedge", minutes },
      idOf("1041"),
      new Date(now.getTime() - 30 * 60 * minuteMs),
    );
  const places = await placesOf(db, demoSite);
  for (const { plate, badge, place, agoMin, job, spot, level, readings, heard } of told) {
    const at = new Date(now.getTime() - agoMin * minuteMs);
    const { id: placeId } = places.find(({ plan }) => plan.name === place) ?? { id: "" };
    const { facingDeg, ...point } = spot;
    const given: SurveyGiven = {
      job: {
        ...{ personKg: null, onExtension: 0, items: [], range: "usual", toolM: 0.5, way: [] },
        ...job,
      },
      stands: [
        {
          spot: { at: point, facingDeg },
          positions: job.positions.map(({ id }) => id),
          level: { ...level, at: at.toISOString() },
        },
      ],
      readings: {
        wind: { by: "sight", beaufort: 2, at: at.toISOString() },
        barriers: true,
        rescue: { who: "N. Sedge", shownOn: at.toISOString().slice(0, 10), withinCall: true },
        ...readings,
      },
    };
    const id = seededUuid(random);
    const unitId = units.get(plate) ?? "";
    const { verdict } = await recordSurvey(
      db,
      unitId,
      idOf(badge),
      { id, placeId, surveyedAt: at.toISOString(), given },
      at,
    );
    if (verdict !== "within" && verdict !== "limited")
      throw new Error(`expected the demo's survey of ${place} to allow the work, it is ${verdict}`);
    for (const name of heard) await signTalk(db, id, { id: seededUuid(random), name }, idOf(badge), at);
  }
}

/** What crews take up again and again. */
const loads: readonly {
  readonly name: string;
  readonly persons: number;
  readonly items: Job["items"];
}[] = [
  {
    name: "Two glaziers, eight panes",
    persons: 2,
    items: [
      { id: "t1", name: "Pane", count: 8, eachKg: 6, on: "platform", sheetM2: 0.6 },
      { id: "t2", name: "Putty, tools and suckers", count: 1, eachKg: 12, on: "platform" },
    ],
  },
  {
    name: "One arborist, saw and ropes",
    persons: 1,
    items: [{ id: "t1", name: "Saw, ropes and fuel", count: 1, eachKg: 22, on: "platform" }],
  },
];
