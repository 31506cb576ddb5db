import { makerOf, type OnWalk, type WalkData } from "@/contract/walk";
import type { Check } from "@/core/catalogue/catalogue";
import type { DecisionFacts } from "@/core/decision/decide";
import { type Judgement, judge } from "@/core/decision/judge";
import type { Plan, PlanInput } from "@/core/plan/types";
import type { InspectionEvent } from "@/core/record/events";
import { eventsOf, type NotYet, type WalkAction } from "@/core/underway/acts";
import { lentAtFirst, recalledIn } from "@/core/underway/borrowed";
import { type Circumstances, circumstancesOf } from "@/core/underway/circumstances";
import { dueIn } from "@/core/underway/due";
import type { WalkInput } from "@/core/underway/follow";
import { heldFromOf } from "@/core/underway/held-from";
import { planFrom } from "@/core/underway/outline";
import { practiceOf } from "@/core/vocabulary/practice";
import type { InspectionLog, LogState } from "../inspection-log";
import { keepFacts, readFacts } from "../kept-walks";
import type { Signer } from "../keys";
import { live } from "../live";
import { sendOnceNamed } from "../pictures/keep";
import type { WalkPlanner } from "./planner";

/** The plan as it is followed: planned anew where the operator left it, and behind a finding that stops the machine. */
export interface Route {
  readonly plan: Plan;
  /** What each visit is called: its number in the walk as it began. */
  readonly numbers: readonly string[];
  /** How many places the walk had as it began. */
  readonly places: number;
}

/** A walk as it stands: all that follows from its events, and what bears on it besides. */
export interface WalkState extends Judgement, Route {
  /** The events, and how far they are sent. */
  readonly state: LogState;
  readonly facts: DecisionFacts;
  /** Everybody on it: who began it, then who joined. */
  readonly people: readonly OnWalk[];
  /** It is signed, here or by somebody else who is on it: only its record is left. */
  readonly signed: boolean;
  readonly circumstances: Circumstances;
  /** A finding that tags out stands: looking may go on, operating may not. */
  readonly held: boolean;
  /** The event of that finding, or `start` for a unit held before. */
  readonly heldFrom: string | undefined;
  /** What it is planned from, with what came back into it since. */
  readonly walked: WalkInput;
  /** What was last done is not in the plan yet. */
  readonly planning: boolean;
}

/** What became of an act: kept on this device, not kept, or why it is not recorded as it is. */
export type Dispatched = "kept" | "not_kept" | NotYet;

type Judged = Pick<WalkState, "circumstances" | "held" | "heldFrom" | "walked"> &
  Judgement & { readonly due: readonly Check[] };

/**
 * One inspection on this device. Acts go in by `dispatch` and are events on disk before anything is drawn; what follows
 * from them comes out by `subscribe` and `snapshot`. The plan is worked out elsewhere and comes a moment later: what may
 * be operated never waits for it.
 */
export class InspectionSession {
  /** What the walk was planned from. */
  readonly input: PlanInput;
  private readonly listeners = new Set<() => void>();
  private readonly leave: (() => void)[] = [];
  private walk: WalkState | undefined;
  private facts: DecisionFacts;
  private people: readonly OnWalk[];
  private judged: Judged | undefined;
  private version = 0;
  private asked = 0;

  constructor(
    private readonly data: WalkData,
    private readonly log: InspectionLog,
    private readonly planner: WalkPlanner,
    private readonly sign: Signer,
  ) {
    this.facts = data.facts;
    this.people = data.people;
    this.input = inputOf(data);
  }

  /** Opens the walk at the step it was left at; sending begins. A store that cannot be read is said by the log. */
  async open(): Promise<void> {
    await this.log.open().catch(() => undefined);
    await this.judge();
    const heard = (unitId: string) => {
      if (unitId === "" || unitId === this.data.unitId) void this.readFacts();
    };
    this.leave.push(this.log.subscribe(this.onLog), live().hear(heard));
    // What was said while the walk was first planned reached nobody.
    if (this.log.snapshot().behind) void this.readFacts();
    this.onLog();
  }

  close(): void {
    for (const leave of this.leave.splice(0)) leave();
    this.asked += 1;
    this.planner.close();
    this.log.close();
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** The walk as it stands. Only once it is open. */
  readonly snapshot = (): WalkState => {
    if (this.walk === undefined) throw new Error("expected the walk to be open before it is drawn");
    return this.walk;
  };

  /** Does what a person did. `slip` is the reason on record where a slip is put right and no finding is. */
  async dispatch(action: WalkAction, slip: string): Promise<Dispatched> {
    if (action.act === "withdraw") {
      await this.log.withdraw(action.event);
      return "kept";
    }
    const events = eventsOf(action, this.snapshot(), { slip, by: makerOf(this.data) });
    if (typeof events === "string") return events;
    if (events.length === 0) return "kept";
    // What the answer names is to be sent, before the answer names it.
    const pictures = action.act === "found" ? (action.result.pictures ?? []) : [];
    if (pictures.length > 0 && !(await sendOnceNamed(this.data.id, pictures, this.sign))) return "not_kept";
    return (await this.log.add(events)) ? "kept" : "not_kept";
  }

  /** Sends what waits, as far as there is a signal. */
  send(): Promise<void> {
    return this.log.send();
  }

  /** What a signature covers of it as it stands. */
  covered(): ReturnType<InspectionLog["covered"]> {
    return this.log.covered();
  }

  /** Reads anew what besides this walk bears on it. Without a signal what was read last stands. */
  readonly readFacts = async (): Promise<void> => {
    const answer = await readFacts(this.data.id, this.log.snapshot().events);
    if (answer.link !== "sent") return;
    if (answer.data.sealed) {
      if (this.walk !== undefined) this.publish({ ...this.walk, signed: true });
      return;
    }
    const { facts, head, people, events } = answer.data;
    this.facts = { ...facts, matters: [...facts.matters, ...this.goneHere(facts)] };
    this.people = people;
    this.log.see(head);
    void keepFacts(this.data, this.facts, head, people);
    await this.log.learn(events).catch(() => undefined);
    await this.judge();
  };

  /** What this walk said is gone is open no more, and stays at its check all the same: nothing moves under the finger. */
  private goneHere({ matters }: DecisionFacts): DecisionFacts["matters"] {
    const open = new Set(matters.map(({ findingId }) => findingId));
    const said = this.walk?.reduction.matters;
    return this.facts.matters.filter(
      ({ findingId }) => !open.has(findingId) && said?.get(findingId)?.says === "gone",
    );
  }

  private readonly onLog = (): void => {
    const { walk } = this;
    const state = this.log.snapshot();
    if (walk === undefined || state === walk.state) return;
    if (state.behind && !walk.state.behind) void this.readFacts();
    if (isSame(state.events, walk.state.events))
      this.publish({ ...walk, state: { ...state, events: walk.state.events } });
    else void this.judge();
  };

  /** What follows from the events at once, and then the plan. */
  private async judge(): Promise<void> {
    const state = this.log.snapshot();
    const judged = judgedBy(this.data, this.input, this.facts, state.events);
    this.judged = judged;
    const { due, ...now } = judged;
    if (this.walk !== undefined)
      this.publish({
        ...this.walk,
        ...now,
        state,
        facts: this.facts,
        people: this.people,
        plan: { ...this.walk.plan, due },
        planning: true,
      });
    await this.follow();
  }

  private async follow(): Promise<void> {
    this.asked += 1;
    const { asked } = this;
    const { events } = this.log.snapshot();
    const { heldFrom, walked } = this.judged ?? {};
    const followed = await this.planner.follow(events, heldFrom, walked?.recalled ?? [], this.version);
    if (asked !== this.asked || this.judged === undefined) return;
    this.version = followed.version;
    const { due, ...now } = this.judged;
    const { facts, people } = this;
    const signed = this.walk?.signed ?? false;
    const base = { ...now, state: this.log.snapshot(), facts, people, signed, planning: false };
    if (followed.plan !== undefined) {
      const { outline, numbers, places } = followed.plan;
      const plan = planFrom(outline, due, now.circumstances.found);
      this.publish({ ...base, plan, numbers, places });
    } else if (this.walk !== undefined) {
      this.publish({ ...this.walk, ...base, plan: { ...this.walk.plan, due } });
    }
  }

  private publish(walk: WalkState): void {
    this.walk = walk;
    for (const listener of this.listeners) listener();
  }
}

/** What a walk is planned from. */
export const inputOf = ({ sheet, scope, policy, found, minutes, facts }: WalkData): PlanInput => ({
  sheet,
  scope,
  practice: practiceOf(policy),
  found,
  minutes,
  lent: lentAtFirst(facts),
});

/** All that follows from a walk's events but its plan. */
function judgedBy(
  data: WalkData,
  input: PlanInput,
  facts: DecisionFacts,
  events: readonly InspectionEvent[],
): Judged {
  const due = dueIn(input, events);
  const judgement = judge(due, data.sheet, data.policy, events, facts, (check) => data.topUps[check] ?? 0);
  const heldFrom = heldFromOf(judgement.assessment.findings, events, facts);
  const circumstances = circumstancesOf(input, events);
  const { reduction, assessment } = judgement;
  const recalled = recalledIn(input.lent ?? [], facts, reduction, assessment.borrowed);
  const walked = recalled.length === 0 ? input : { ...input, recalled };
  return { ...judgement, due, circumstances, walked, heldFrom, held: heldFrom !== undefined };
}

const isSame = (a: readonly InspectionEvent[], b: readonly InspectionEvent[]): boolean =>
  a.length === b.length && a.every((event, i) => event.id === b[i]?.id);
