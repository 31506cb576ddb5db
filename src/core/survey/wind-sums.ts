import { figureOf } from "../sheet/read";
import { isFresh, silentMs } from "./fresh";
import type { SurveyInput } from "./input";
import { shapeOf } from "./outline";
import type { Terrain } from "./place-plan";
import { type Sum, term, verdictOf } from "./sums";
import {
  exponentOf,
  gustOf,
  outdoorsFromMps,
  sailForceN,
  type WindReading,
  windAtHeight,
  windBySight,
  windForSailMps,
} from "./wind";

/** What was found against what is drawn: where both are known the rougher land holds. */
export function rougher(drawn: Terrain, found: Terrain | undefined): Terrain {
  if (found === undefined) return drawn;
  if (drawn === "not_known") return found;
  return exponentOf[found] >= exponentOf[drawn] ? found : drawn;
}

interface Read extends WindReading {
  readonly from: "read" | "meter";
}

/** Every reading of the wind that still counts: by hand or by sight, and of the site's meters. None where nothing is known now. */
function windsRead({
  readings: { wind },
  rules,
  surveyedMs,
  meters,
}: Pick<SurveyInput, "readings" | "rules" | "surveyedMs" | "meters">): readonly Read[] {
  const byHand: readonly Read[] =
    wind === undefined || !isFresh(wind.at, surveyedMs, rules)
      ? []
      : [
          wind.by === "meter"
            ? { ...wind, gustMps: wind.gustMps ?? undefined, from: "read" }
            : { ...windBySight(wind.beaufort), from: "read" },
        ];
  const ofMeters = (meters ?? [])
    .filter(({ at }) => isFresh(at, surveyedMs, rules))
    .map((one) => ({ ...one, from: "meter" as const, atMs: Date.parse(one.at) }));
  // A meter that has fallen silent is no reading by itself; what it showed before may still be the stricter.
  const speaks = ofMeters.some(({ atMs }) => surveyedMs - atMs <= silentMs);
  return byHand.length > 0 || speaks ? [...byHand, ...ofMeters] : [];
}

/** A reading brought to the height of the work. */
function windThere(read: Read, heightM: number, terrain: Terrain) {
  const grows = windAtHeight(1, { readAtM: read.heightM, heightM, terrain });
  const gustReadMps = gustOf(read);
  return {
    meanMps: read.meanMps,
    gustReadMps,
    gustFrom: read.gustMps === undefined ? ("assumed" as const) : read.from,
    readAtM: read.heightM,
    from: read.from,
    grows,
    gustMps: gustReadMps * grows,
  };
}

const strictest = (all: readonly ReturnType<typeof windThere>[]) =>
  all.reduce((worst, one) => (one.gustMps > worst.gustMps ? one : worst));

/** The wind at the highest work against the plate's rating, and on every sheet that is carried. None under a roof. */
export function windSums({
  sheet,
  plan,
  job,
  readings,
  rules,
  surveyedMs,
  meters,
}: SurveyInput): readonly Sum[] {
  if (plan.under === "roof") return [];
  const rated = figureOf(sheet, "wind_outdoor");
  if (rated === undefined)
    return [{ topic: "wind", terms: [], verdict: "not_known", missing: ["wind_outdoor"] }];
  if (rated < outdoorsFromMps)
    return [
      {
        topic: "wind",
        terms: [term("rated", rated, "m/s", "sheet"), term("outdoors_from", outdoorsFromMps, "m/s", "rule")],
        verdict: "beyond",
        because: "indoors_only",
      },
    ];
  const read = windsRead({ readings, rules, surveyedMs, meters });
  if (read.length === 0)
    return [
      {
        topic: "wind",
        terms: [term("rated", rated, "m/s", "sheet")],
        verdict: "not_known",
        missing: ["wind"],
      },
    ];
  const { handsM, highestM } = shapeOf(sheet, job);
  const highest = Math.max(...job.positions.map((work) => work.handsM));
  const heightM = highestM === undefined ? highest : Math.min(highest, highestM + handsM);
  const terrain = rougher(plan.terrain, readings.terrain);
  const there = strictest(read.map((one) => windThere(one, heightM, terrain)));
  const compared = { found: there.gustMps, limit: rated, unit: "m/s", must: "at_most" } as const;
  const terms = [
    term("wind_mean", there.meanMps, "m/s", there.from),
    term("gust", there.gustReadMps, "m/s", there.gustFrom),
    term("read_at", there.readAtM, "m", there.from),
    term("highest_work", heightM, "m", "job"),
    term("gust_there", there.gustMps, "m/s", "worked_out"),
  ];
  const sums: Sum[] = [
    {
      topic: "wind",
      terms,
      compared,
      verdict: verdictOf(compared),
      because: terrain,
      // What the meter may show where it was read.
      limits: [{ limit: "wind_at_most", value: rated / there.grows, unit: "m/s", readAtM: there.readAtM }],
    },
  ];
  const force = figureOf(sheet, "side_force");
  for (const { id, sheetM2 } of job.items) {
    if (sheetM2 === undefined || sheetM2 === 0) continue;
    const found = sailForceN(there.gustMps, sheetM2);
    const sail = { found, limit: force, unit: "N", must: "at_most" } as const;
    sums.push({
      topic: "sail",
      about: id,
      terms: [
        term("sheet_area", sheetM2, "m2", "job"),
        term("gust_there", there.gustMps, "m/s", "worked_out"),
        term("sail_force", found, "N", "worked_out"),
      ],
      compared: sail,
      verdict: verdictOf(sail),
      ...(force === undefined
        ? { missing: ["side_force"] }
        : {
            limits: [
              {
                limit: "wind_at_most" as const,
                about: id,
                value: windForSailMps(force, sheetM2) / there.grows,
                unit: "m/s" as const,
                readAtM: there.readAtM,
              },
            ],
          }),
    });
  }
  return sums;
}
