import type { Random } from "../vocabulary/seeded";
import { crewCost, jobLateMin, scoreOf } from "./cost";
import { type Morning, type ShiftPlan, underWayIn, walkingMinBetween, withFirst } from "./morning";

/** What can serve a crew, or be done as a job: with which unit, whether somebody has to do something for it first. */
interface Choice {
  /** Index of the work; for a crew its unit's. */
  readonly work: number;
  readonly moveMin: number;
}

interface IndexedWork {
  readonly id: string;
  readonly place: number;
  readonly minutesBy: readonly (number | undefined)[];
  readonly dueMin?: number;
  /** When the unit may be used without anybody doing more: ready now, or once what is under way is done. */
  readonly freeMin?: number;
  readonly failShare: number;
  readonly beforePerson: number;
  /** Work that is not done on a shift on which this is: a job, and the unit it keeps from the crews. */
  readonly against: readonly number[];
}

/** What is to be served: a crew by one of several units, or a job by itself. */
interface Demand {
  readonly crew?: { readonly id: string; readonly startMin: number };
  readonly choices: readonly Choice[];
  readonly beforeWork: number;
}

interface Indexed {
  readonly endMin: number;
  readonly nowMin: number;
  readonly works: readonly IndexedWork[];
  readonly demands: readonly Demand[];
  readonly people: readonly {
    readonly id: string;
    readonly place: number;
    readonly freeMin: number;
    readonly untilMin: number;
    /** The work that comes first of theirs, or none. */
    readonly first: number;
  }[];
  readonly walkMin: readonly (readonly number[])[];
}

const none = -1;

/**
 * A plan while it is searched, by index instead of by name. It counts each person's order on its own, as if there were always
 * somebody to help: what waiting for a helper costs is only in the timetable of the whole, by which a plan is judged.
 */
export class Draft {
  private constructor(
    private readonly all: Indexed,
    /** For each demand the work that serves it. */
    private readonly given: number[],
    /** For each work the demand it serves. */
    private readonly serves: number[],
    private readonly orders: number[][],
    private readonly orderScores: number[],
  ) {}

  static empty(morning: Morning, before?: ShiftPlan): Draft {
    const all = indexed(morning, before);
    return new Draft(
      all,
      all.demands.map(() => none),
      all.works.map(() => none),
      all.people.map(() => []),
      all.people.map(() => 0),
    );
  }

  static of(morning: Morning, plan: ShiftPlan, before?: ShiftPlan): Draft {
    const draft = Draft.empty(morning, before);
    const { all, given, serves, orders, orderScores } = draft;
    const at = new Map(all.works.map(({ id }, index) => [id, index]));
    all.demands.forEach(({ crew, choices }, demand) => {
      const work = crew === undefined ? choices[0]?.work : at.get(plan.given[crew.id] ?? "");
      const choice = choices.find((one) => one.work === work);
      if (choice === undefined || serves[choice.work] !== none || draft.isKept(choice.work)) return;
      given[demand] = choice.work;
      serves[choice.work] = demand;
    });
    const placed = new Set<number>();
    all.people.forEach(({ id }, person) => {
      for (const workId of plan.orders[id] ?? []) {
        const work = at.get(workId);
        if (work === undefined || placed.has(work) || serves[work] === none) continue;
        if (all.works[work]?.freeMin !== undefined || all.works[work]?.minutesBy[person] === undefined)
          continue;
        placed.add(work);
        orders[person]?.push(work);
      }
      orderScores[person] = draft.scoreOfOrder(person, orders[person] ?? []);
    });
    // What nobody would get ready serves nobody.
    given.forEach((work, demand) => {
      if (work === none || placed.has(work) || all.works[work]?.freeMin !== undefined) return;
      given[demand] = none;
      serves[work] = none;
    });
    return draft;
  }

  copy(): Draft {
    return new Draft(
      this.all,
      [...this.given],
      [...this.serves],
      this.orders.map((order) => [...order]),
      [...this.orderScores],
    );
  }

  /** Every demand, crews first. */
  everything(): readonly number[] {
    return this.all.demands.map((_, demand) => demand);
  }

  /** Those nothing serves yet. */
  unserved(): readonly number[] {
    return this.everything().filter((demand) => this.given[demand] === none);
  }

  /**
   * Takes a few demands out that have to do with each other: one at random, then those that hold a unit it could use, or whose
   * work stands in an order beside one that is out.
   */
  takeOut(count: number, random: Random): readonly number[] {
    const out: number[] = [];
    const pick = (from: readonly number[]) => from[Math.floor(random() * from.length)];
    while (out.length < count) {
      const last = out.length === 0 ? undefined : out[Math.floor(random() * out.length)];
      const near = last === undefined || random() < 0.25 ? this.everything() : this.near(last);
      const demand = pick(near.filter((one) => !out.includes(one))) ?? pick(this.everything());
      if (demand === undefined) break;
      if (!out.includes(demand)) out.push(demand);
      else if (out.length >= this.all.demands.length) break;
    }
    for (const demand of out) this.remove(demand);
    // The order they are put back in decides who has the first choice.
    return out
      .map((demand) => ({ demand, by: random() }))
      .sort((a, b) => a.by - b.by)
      .map(({ demand }) => demand);
  }

  private near(demand: number): readonly number[] {
    const rivals = (this.all.demands[demand]?.choices ?? [])
      .flatMap(({ work }) => [work, ...(this.all.works[work]?.against ?? [])])
      .flatMap((work) => {
        const holder = this.serves[work] ?? none;
        return holder === none || holder === demand ? [] : [holder];
      });
    const own = (this.all.demands[demand]?.choices ?? []).map(({ work }) => work);
    const beside = this.orders
      .filter((order) => own.some((work) => order.includes(work)))
      .flatMap((order) => order.map((work) => this.serves[work] ?? none))
      .filter((other) => other !== none && other !== demand);
    return [...rivals, ...beside];
  }

  /** Puts demands back one after another, each where it costs least; says how many places were tried. */
  putBack(demands: readonly number[], random: Random): number {
    return demands.reduce((tried, demand) => tried + this.putOne(demand, random), 0);
  }

  private putOne(demand: number, random: Random): number {
    const { works, demands, endMin } = this.all;
    const { crew, choices, beforeWork } = demands[demand] as Demand;
    let tried = 1;
    let least =
      crew === undefined
        ? this.jobUndone(choices[0]?.work ?? none)
        : crewCost(crew.startMin, undefined, endMin);
    let put: { readonly work: number; readonly person: number; readonly at: number } | undefined;
    for (const { work, moveMin } of fewOf(choices, random)) {
      if (this.serves[work] !== none || this.isKept(work)) continue;
      const { freeMin } = works[work] as IndexedWork;
      const changed = crew !== undefined && beforeWork !== work ? changeScore : 0;
      if (freeMin !== undefined) {
        const score =
          crew === undefined
            ? 0
            : changed + crewCost(crew.startMin, freeMin + moveMin, endMin) + soonScore * moveMin;
        tried += 1;
        if (score < least) {
          least = score;
          put = { work, person: none, at: 0 };
        }
        continue;
      }
      this.serves[work] = demand;
      this.given[demand] = work;
      this.orders.forEach((order, person) => {
        if (works[work]?.minutesBy[person] === undefined) return;
        for (let at = 0; at <= order.length; at += 1) {
          tried += 1;
          order.splice(at, 0, work);
          const score = changed + this.scoreOfOrder(person, order) - (this.orderScores[person] ?? 0);
          order.splice(at, 1);
          if (score < least) {
            least = score;
            put = { work, person, at };
          }
        }
      });
      this.serves[work] = none;
      this.given[demand] = none;
    }
    if (put === undefined) return tried;
    this.given[demand] = put.work;
    this.serves[put.work] = demand;
    if (put.person !== none) {
      this.orders[put.person]?.splice(put.at, 0, put.work);
      this.rescore(put.person);
    }
    return tried;
  }

  /** Whether something is done or given that this may not be beside. */
  private isKept(work: number): boolean {
    return (this.all.works[work]?.against ?? []).some((other) => this.serves[other] !== none);
  }

  private remove(demand: number): void {
    const work = this.given[demand] ?? none;
    if (work === none) return;
    this.given[demand] = none;
    this.serves[work] = none;
    const person = this.orders.findIndex((order) => order.includes(work));
    if (person === none) return;
    this.orders[person] = (this.orders[person] ?? []).filter((one) => one !== work);
    this.rescore(person);
  }

  private rescore(person: number): void {
    this.orderScores[person] = this.scoreOfOrder(person, this.orders[person] ?? []);
  }

  private jobUndone(work: number): number {
    const { endMin, works } = this.all;
    return jobScore * jobLateMin(works[work]?.dueMin ?? endMin, undefined, endMin);
  }

  /** What one person's order costs: the crews that wait for its units, its jobs, and how soon risky units are known. */
  private scoreOfOrder(person: number, order: readonly number[]): number {
    const { works, people, walkMin, nowMin, endMin, demands } = this.all;
    const who = people[person];
    if (who === undefined) return 0;
    let atMin = who.freeMin;
    let { place } = who;
    let score = 0;
    for (const index of who.first === none ? order : withFirst(order, who.first)) {
      const work = works[index] as IndexedWork;
      const doneMin = atMin + (walkMin[place]?.[work.place] ?? 0) + (work.minutesBy[person] ?? 0);
      const over = doneMin > who.untilMin;
      if (!over) {
        atMin = doneMin;
        place = work.place;
        score += riskScore * work.failShare * (doneMin - nowMin);
      }
      if (work.beforePerson !== none && work.beforePerson !== person) score += changeScore;
      const demand = demands[this.serves[index] ?? none];
      if (demand?.crew === undefined) {
        const lateMin = jobLateMin(work.dueMin ?? endMin, over ? undefined : doneMin, endMin);
        score += jobScore * lateMin + soonScore * doneMin;
        continue;
      }
      const moveMin = demand.choices.find((choice) => choice.work === index)?.moveMin ?? 0;
      score +=
        crewCost(demand.crew.startMin, over ? undefined : doneMin + moveMin, endMin) +
        soonScore * (doneMin + moveMin - nowMin);
    }
    return score;
  }

  plan(): ShiftPlan {
    const { works, demands, people } = this.all;
    const idOf = (work: number) => works[work]?.id ?? "";
    return {
      given: Object.fromEntries(
        demands.flatMap(({ crew }, demand) => {
          const work = this.given[demand] ?? none;
          return crew === undefined || work === none ? [] : [[crew.id, idOf(work)] as const];
        }),
      ),
      orders: Object.fromEntries(
        people.map(({ id }, person) => [
          id,
          withFirst(this.orders[person] ?? [], people[person]?.first).map(idOf),
        ]),
      ),
    };
  }
}

/** Choices of a demand looked at in one step: in a large yard a crew could use dozens of units. */
const choicesAtATime = 8;

function fewOf(choices: readonly Choice[], random: Random): readonly Choice[] {
  if (choices.length <= choicesAtATime) return choices;
  const from = Math.floor(random() * choices.length);
  return Array.from({ length: choicesAtATime }, (_, n) => choices[(from + n) % choices.length] as Choice);
}

const nothing = { crewMin: 0, jobMin: 0, changes: 0, riskMin: 0 };
const jobScore = scoreOf({ ...nothing, jobMin: 1 });
const changeScore = scoreOf({ ...nothing, changes: 1 });
/** Of what is all the same, what is over sooner is better. */
const soonScore = 1e-10;
const riskScore = scoreOf({ ...nothing, riskMin: 1 });

function indexed(morning: Morning, before: ShiftPlan | undefined): Indexed {
  const { units, jobs, people, crews, nowMin, endMin } = morning;
  const list = [...units, ...jobs];
  const at = new Map(list.map(({ id }, index) => [id, index]));
  const names = [...new Set([...list, ...people].map(({ place }) => place))].sort();
  const places = new Map(names.map((place, index) => [place, index]));
  const placeOf = (place: string) => places.get(place) ?? 0;
  const begun = underWayIn(morning);
  const hands = new Map(
    Object.entries(before?.orders ?? {}).flatMap(([person, order]) =>
      order.map((id) => [id, person] as const),
    ),
  );
  const against = list.map((): number[] => []);
  for (const { id, on } of jobs) {
    const [job, unit] = [at.get(id), at.get(on?.unitId ?? "")];
    if (on?.crews !== "none" || job === undefined || unit === undefined) continue;
    against[job]?.push(unit);
    against[unit]?.push(job);
  }
  const works = list.map((work, index): IndexedWork => {
    const ready = "ready" in work && work.ready ? nowMin : undefined;
    return {
      id: work.id,
      place: placeOf(work.place),
      minutesBy: people.map(({ id }) => work.minutesBy[id]),
      dueMin: "dueMin" in work ? work.dueMin : undefined,
      freeMin: ready ?? begun.get(work.id),
      failShare: "failShare" in work ? work.failShare : 0,
      beforePerson: people.findIndex(({ id }) => hands.get(work.id) === id),
      against: against[index] ?? [],
    };
  });
  const demands: readonly Demand[] = [
    ...crews.map(
      ({ id, startMin, canUse }): Demand => ({
        crew: { id, startMin },
        choices: Object.entries(canUse).flatMap(([unit, moveMin]) => {
          const work = at.get(unit);
          return work === undefined ? [] : [{ work, moveMin }];
        }),
        beforeWork: at.get(before?.given[id] ?? "") ?? none,
      }),
    ),
    ...jobs
      .filter(({ id }) => !begun.has(id))
      .map(({ id }): Demand => ({ choices: [{ work: at.get(id) ?? none, moveMin: 0 }], beforeWork: none })),
  ];
  return {
    nowMin,
    endMin,
    works,
    demands,
    people: people.map(({ id, place, fromMin, untilMin, first, underWay: one }) => ({
      id,
      place: placeOf(list[at.get(one?.workId ?? "") ?? none]?.place ?? place),
      freeMin: Math.max(fromMin, nowMin, begun.get(one?.workId ?? "") ?? nowMin),
      untilMin,
      first: at.get(first ?? "") ?? none,
    })),
    walkMin: names.map((from) => names.map((to) => walkingMinBetween(morning, from, to))),
  };
}
