// `npm run bench -- shift [mornings, 500]`: shifts planned at the start, and again once a unit has been tagged, against the order of
// the list and against what no plan can better; and in a yard of two hundred units. One JSON line last.
import load from "highs";
import { shiftBound } from "../../src/core/shift/bound/bound";
import { checkTimetable } from "../../src/core/shift/check-plan";
import { listOrder } from "../../src/core/shift/list-order";
import type { Morning } from "../../src/core/shift/morning";
import { type Planned, planShift } from "../../src/core/shift/search";
import { type Timetable, timetableOf } from "../../src/core/shift/timetable";
import { largeYard, randomMorning } from "../../src/demo/random-mornings";
import { solveBy } from "../../src/device/shift/highs-solver";

const mornings = Number(process.argv[2] ?? 500);
const largeMornings = Math.max(1, Math.round(mornings / 10));

const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);
const at = (share: number, list: readonly number[]) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(share * list.length))] ?? 0;
const rounded = (value: number) => Math.round(value * 1000) / 1000;

/** What one timetable leaves: crews without a unit at their start, and minutes they wait. */
const left = ({ crews }: Timetable) => ({
  late: crews.filter(({ lateMin }) => lateMin > 0).length,
  minutes: sum(crews.map(({ lateMin }) => lateMin)),
});

/** A few minutes later, the first unit that was given has been tagged. */
function tagged(morning: Morning, { plan }: Planned): Morning {
  const gone = Object.values(plan.given)[0];
  return {
    ...morning,
    nowMin: morning.nowMin + 3,
    units: morning.units.filter(({ id }) => id !== gone),
    people: morning.people.map(({ underWay, ...person }) =>
      underWay === undefined || underWay.workId === gone
        ? person
        : { ...person, underWay: { ...underWay, doneMin: Math.max(underWay.doneMin, morning.nowMin + 3) } },
    ),
  };
}

const replanned = (
  morning: Morning,
): { readonly first: Planned; readonly ms: number; readonly broken: number } => {
  const first = planShift(morning);
  const after = tagged(morning, first);
  const began = performance.now();
  const second = planShift(after, first.plan);
  const ms = performance.now() - began;
  const broken =
    checkTimetable(morning, first.timetable).length + checkTimetable(after, second.timetable).length;
  return { first, ms, broken };
};

async function bench(): Promise<void> {
  const solve = solveBy(await load());
  const rows = Array.from({ length: mornings }, (_, seed) => {
    const morning = randomMorning(seed + 1);
    const { first, ms, broken } = replanned(morning);
    const list = timetableOf(morning, listOrder(morning));
    const began = performance.now();
    const bound = shiftBound(morning, solve)?.crewMin ?? 0;
    const boundMs = performance.now() - began;
    const cost = first.timetable.cost.crewMin;
    if (seed % 50 === 49) process.stderr.write(`${seed + 1} mornings\n`);
    return {
      ...{ ms, boundMs, broken, gap: (cost - bound) / Math.max(bound, 1), over: cost - bound },
      ...{ ours: left(first.timetable), list: left(list), worse: cost > list.cost.crewMin },
      below: cost < bound,
    };
  });
  const large = Array.from({ length: largeMornings }, (_, seed) =>
    replanned(randomMorning(seed + 1, largeYard)),
  );
  process.stdout.write(
    `${JSON.stringify({
      mornings,
      crewsLate: sum(rows.map(({ ours }) => ours.late)),
      minutesLate: sum(rows.map(({ ours }) => ours.minutes)),
      listCrewsLate: sum(rows.map(({ list }) => list.late)),
      listMinutesLate: sum(rows.map(({ list }) => list.minutes)),
      worseThanList: rows.filter(({ worse }) => worse).length,
      belowBound: rows.filter(({ below }) => below).length,
      provenBest: rows.filter(({ over }) => over === 0).length,
      gapMedian: rounded(
        at(
          0.5,
          rows.map(({ gap }) => gap),
        ),
      ),
      overBoundMeanMin: rounded(sum(rows.map(({ over }) => over)) / mornings),
      rulesBroken: sum([...rows, ...large].map(({ broken }) => broken)),
      replanP95Ms: Math.round(
        at(
          0.95,
          rows.map(({ ms }) => ms),
        ),
      ),
      replanP95Ms200: Math.round(
        at(
          0.95,
          large.map(({ ms }) => ms),
        ),
      ),
      boundP95Ms: Math.round(
        at(
          0.95,
          rows.map(({ boundMs }) => boundMs),
        ),
      ),
    })}\n`,
  );
}

void bench();
