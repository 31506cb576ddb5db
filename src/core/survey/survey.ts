import { figureOf, mayHave } from "../sheet/read";
import { workplaceNumber } from "../vocabulary/workplace-rules";
import { alongTheWay } from "./access";
import { airThere, footprint, nearTheSpot, peopleNear } from "./around";
import { floorThere, legsThere, padsThere, slopeThere } from "./at-the-spot";
import { isFresh, readingLastsMs } from "./fresh";
import type { SurveyInput } from "./input";
import type { Stand } from "./job";
import { lineSums, linesOnTheWay } from "./line-sums";
import { carriedBy, heaviestNextKg, ratedKg } from "./load";
import { type Shape, shapeOf } from "./outline";
import { pushedThere } from "./push";
import { hasSize, reachFrom } from "./reach";
import { type Compared, type Sum, type Term, term, type Verdict, verdictOf, worst } from "./sums";
import { sweptBy } from "./test-area";
import { windSums } from "./wind-sums";

export interface SurveyOutcome {
  readonly sums: readonly Sum[];
  readonly verdict: Verdict;
  /** When the first of its readings, isolations or the survey itself is too old. */
  readonly untilMs: number;
}

/** Works a survey out: every sum of every spot and piece of work, and what follows from the worst. */
export function surveyed(input: SurveyInput): SurveyOutcome {
  const sums = [
    ...ofTheJob(input),
    ...ofTheWay(input),
    ...input.stands.flatMap((_, i) => ofTheStand(input, i)),
  ];
  return { sums, verdict: worst(sums), untilMs: lastsUntilMs(input) };
}

/** What is the same wherever the unit stands: the load, the wind, who can bring somebody down. */
function ofTheJob(input: SurveyInput): readonly Sum[] {
  return [
    ...loadSums(input),
    ...windSums(input),
    ...hazardSums(input),
    ...rescueSums(input),
    ...unserved(input),
  ];
}

/** The way from where it is to its first spot and on to the others. */
function ofTheWay(input: SurveyInput): readonly Sum[] {
  const { sheet, plan, job, stands, rules } = input;
  const way = [...job.way, ...stands.map(({ spot }) => spot.at)];
  const { totalKg } = carriedBy(job, rules.personKg);
  return [
    ...alongTheWay(sheet, plan, way, totalKg),
    ...pushedThere(sheet, plan, way, totalKg),
    ...linesOnTheWay(input, way),
  ];
}

/** What follows from one spot: the ground, the edges, who is near, and each piece of work done from it. */
function ofTheStand(input: SurveyInput, index: number): readonly Sum[] {
  const { sheet, plan, job, readings, rules } = input;
  const given = input.stands[index] as Stand;
  const read = given.level !== undefined && isFresh(given.level.at, input.surveyedMs, rules);
  // A level read too long ago is none.
  const stand = read ? given : { ...given, level: undefined };
  const shape = shapeOf(sheet, job);
  const { totalKg } = carriedBy(job, rules.personKg);
  const covers = footprint(sheet, stand.spot);
  const works = job.positions.filter(({ id }) => stand.positions.includes(id));
  const reached = works.map((work) => ({ work, ...reachFrom(shape, plan, stand.spot, work) }));
  const held = reached.map((one) => one.held);
  const there: readonly Sum[] = [
    ...slopeThere(sheet, plan, stand, covers),
    ...floorThere(sheet, plan, stand, totalKg),
    ...padsThere(sheet, plan, stand, covers, totalKg),
    ...legsThere(sheet, held),
    ...nearTheSpot(sheet, plan, covers),
    ...peopleNear(sheet, shape, plan, covers, held, readings),
    ...airThere(sheet, plan, covers, held, index === 0 ? job.way : [], readings),
  ];
  const done = reached.map(({ work, outM, mostOutM, reaches, blockedBy, held: { floorM } }): Sum => {
    // It reaches further than that: the spot is too near for its outline, or the work too low.
    const tooNear = reaches === false && mostOutM !== undefined && outM <= mostOutM;
    const overhead = plan.marks.some(({ id, kind }) => id === blockedBy && kind === "overhead");
    return {
      topic: overhead || blockedBy === "roof" ? "overhead" : "reach",
      position: work.id,
      terms: [
        term("hands", work.handsM, "m", "job"),
        term("floor", floorM, "m", "worked_out"),
        term("out", outM, "m", "worked_out"),
      ],
      ...(mostOutM === undefined || tooNear
        ? {}
        : { compared: { found: outM, limit: mostOutM, unit: "m", must: "at_most" } as const }),
      verdict:
        blockedBy !== undefined
          ? "beyond"
          : reaches === undefined
            ? "not_known"
            : reaches
              ? "within"
              : "beyond",
      ...(blockedBy !== undefined ? { because: blockedBy } : tooNear ? { because: "too_near" } : {}),
      ...(reaches === undefined ? { missing: [lackedBy(shape)] } : {}),
    };
  });
  const swept = input.purpose === "tests" ? sweptBy(shape, plan, stand.spot) : [];
  return [...there, ...done, ...swept, ...lineSums(input, stand, shape, reached)].map((sum) => ({
    ...sum,
    stand: index,
  }));
}

/** What is missing to tell whether a platform gets anywhere. */
const lackedBy = (shape: Shape): string =>
  hasSize(shape) ? (shape.boom ? "outline" : "platform_height") : "platform_length";

/** Pieces of work that no spot is said to serve. */
const unserved = ({ job, stands }: SurveyInput): readonly Sum[] =>
  job.positions
    .filter(({ id }) => !stands.some(({ positions }) => positions.includes(id)))
    .map(({ id }) => ({ topic: "reach", position: id, terms: [], verdict: "not_known", missing: ["spot"] }));

function loadSums({ sheet, job, rules }: SurveyInput): readonly Sum[] {
  const carried = carriedBy(job, rules.personKg);
  const rated = ratedKg(sheet, job.range);
  const extension = mayHave(sheet, "extension_deck") ? figureOf(sheet, "extension_load") : undefined;
  const next = heaviestNextKg(carried, rated, extension);
  const one = (
    topic: Sum["topic"],
    terms: readonly Term[],
    compared: Compared,
    missing: readonly string[],
  ): Sum => ({
    topic,
    terms,
    compared: missing.length === 0 ? compared : { ...compared, limit: undefined },
    verdict: missing.length === 0 ? verdictOf(compared) : "not_known",
    ...(missing.length === 0 ? {} : { missing }),
  });
  const lacks = (
    id: "rated_load" | "extension_load" | "persons" | "side_force",
    value: number | undefined,
  ) => (value === undefined ? [id] : []);
  const sums: Sum[] = [
    {
      ...one(
        "load",
        [
          term("persons_weigh", carried.personsKg, "kg", job.personKg === null ? "rule" : "job"),
          term("items_weigh", carried.itemsKg, "kg", "job"),
          term("carried", carried.totalKg, "kg", "worked_out"),
        ],
        { found: carried.totalKg, limit: rated, unit: "kg", must: "at_most" },
        [...carried.unknown, ...lacks("rated_load", rated)],
      ),
      ...(next.platformKg === undefined
        ? {}
        : { limits: [{ limit: "next_item_at_most" as const, value: next.platformKg, unit: "kg" as const }] }),
    },
  ];
  if (carried.onExtensionKg > 0 || job.items.some(({ on }) => on === "extension"))
    sums.push(
      one(
        "extension",
        [term("on_extension", carried.onExtensionKg, "kg", "job")],
        { found: carried.onExtensionKg, limit: extension, unit: "kg", must: "at_most" },
        [
          ...job.items.filter(({ on, eachKg }) => on === "extension" && eachKg === null).map(({ id }) => id),
          ...lacks("extension_load", extension),
        ],
      ),
    );
  const persons = figureOf(sheet, "persons");
  sums.push(
    one(
      "persons",
      [term("persons", job.persons, "count", "job")],
      { found: job.persons, limit: persons, unit: "count", must: "at_most" },
      lacks("persons", persons),
    ),
  );
  if ((job.sideForceN ?? 0) > 0) {
    const force = figureOf(sheet, "side_force");
    sums.push(
      one(
        "side_force",
        [term("pulls", job.sideForceN ?? 0, "N", "job")],
        { found: job.sideForceN, limit: force, unit: "N", must: "at_most" },
        lacks("side_force", force),
      ),
    );
  }
  return sums;
}

/** Each hazard that was seen: removed or kept away from it is none; limited the work goes on so; told alone it is not dealt with. */
const hazardSums = ({ readings: { hazards } }: SurveyInput): readonly Sum[] =>
  (hazards ?? []).map(({ id, what, did, limit }) => ({
    topic: "hazards",
    about: id,
    terms: [],
    because: what,
    verdict:
      did === "removed" || did === "kept_away"
        ? "within"
        : did === "limited" && limit !== undefined
          ? "limited"
          : "beyond",
  }));

const dayMs = 86_400_000;

function rescueSums({ readings: { rescue }, rules, surveyedMs }: SurveyInput): readonly Sum[] {
  const limit = workplaceNumber(rules, "shownWithinDays");
  const shownMs = rescue?.shownOn == null ? Number.NaN : Date.parse(rescue.shownOn);
  // A day to come is none.
  if (rescue === undefined || !(shownMs <= surveyedMs + dayMs))
    return [
      {
        topic: "rescue",
        terms: [],
        verdict: rescue === undefined ? "not_known" : "beyond",
        ...(rescue === undefined ? { missing: ["rescue"] } : { because: "never_shown" }),
      },
    ];
  const days = Math.max(0, Math.floor((surveyedMs - shownMs) / dayMs));
  const compared = { found: days, limit, unit: "count", must: "at_most" } as const;
  const verdict = rescue.withinCall ? verdictOf(compared) : "beyond";
  return [
    {
      topic: "rescue",
      terms: [term("days_since_shown", days, "count", "read")],
      compared,
      verdict,
      ...(rescue.withinCall ? {} : { because: "not_within_call" }),
    },
  ];
}

/** A survey lasts until the first thing it rests on is too old, or no longer so. */
function lastsUntilMs({ stands, readings, rules, plan, surveyedMs, meters }: SurveyInput): number {
  const lastsMs = readingLastsMs(rules);
  // Without one by hand that still counts it rests on the site's meters.
  const { wind } = readings;
  const winds = wind !== undefined && isFresh(wind.at, surveyedMs, rules) ? [wind] : (meters ?? []);
  const ends = [
    surveyedMs + workplaceNumber(rules, "surveyMin") * 60_000,
    ...(plan.under === "roof" ? [] : winds.map(({ at }) => Date.parse(at) + lastsMs)),
    ...stands.flatMap(({ level }) => (level === undefined ? [] : [Date.parse(level.at) + lastsMs])),
    ...(readings.isolations ?? []).map(({ until }) => Date.parse(until)),
  ];
  // What was too old already has not been counted on.
  return Math.min(...ends.filter((end) => end > surveyedMs));
}
